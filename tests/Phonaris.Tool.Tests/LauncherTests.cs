using System.Diagnostics;

namespace Phonaris.Tool.Tests;

/// <summary>The launcher, beside a dotnet that only tells where it is started and with what.</summary>
public sealed class LauncherTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-launcher");

    [Fact]
    public async Task Paths_are_those_of_the_folder_the_person_stands_in()
    {
        var (house, elsewhere, programs) = (_folder.CreateSubdirectory("house"), _folder.CreateSubdirectory("else where"), _folder.CreateSubdirectory("programs"));
        house.CreateSubdirectory("src");
        foreach (var name in new[] { "Directory.Build.props", "Directory.Packages.props", "global.json" }) await File.WriteAllTextAsync(Path.Combine(house.FullName, name), "");
        File.Copy(Path.Combine(Root(), "phonaris"), Path.Combine(house.FullName, "phonaris"));
        var dotnet = Path.Combine(programs.FullName, "dotnet");
        await File.WriteAllTextAsync(dotnet, "#!/bin/sh\necho \"$PWD|$*\"\n");
        File.SetUnixFileMode(dotnet, UnixFileMode.UserRead | UnixFileMode.UserExecute);
        var start = new ProcessStartInfo("bash", [Path.Combine(house.FullName, "phonaris"), "tool", "new", "mine.phonaris"]) { WorkingDirectory = elsewhere.FullName, RedirectStandardOutput = true };
        start.Environment["PATH"] = $"{programs.FullName}:{Environment.GetEnvironmentVariable("PATH")}";
        using var process = Process.Start(start)!;
        var said = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        Assert.Equal(0, process.ExitCode);
        Assert.Equal($"{elsewhere.FullName}|{house.FullName}/artifacts/bin/Phonaris.Tool/release/Phonaris.Tool.dll new mine.phonaris", said.Trim());
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "phonaris"))) folder = folder.Parent;
        return folder.FullName;
    }
}
