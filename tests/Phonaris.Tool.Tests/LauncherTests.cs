using System.Diagnostics;

namespace Phonaris.Tool.Tests;

/// <summary>The launcher, with a fake dotnet that prints its working folder and arguments.</summary>
public sealed class LauncherTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-launcher");

    private DirectoryInfo Source { get; }

    public LauncherTests()
    {
        Source = _folder.CreateSubdirectory("source");
        Source.CreateSubdirectory("src");
        foreach (var name in new[] { "Directory.Build.props", "Directory.Packages.props", "global.json" }) File.WriteAllText(Path.Combine(Source.FullName, name), "");
        File.Copy(Path.Combine(Root(), "phonaris"), Path.Combine(Source.FullName, "phonaris"));
        Program("dotnet", """
            case $1 in
              --version) echo ${SDK-10.0.107} ;;
              --list-sdks) echo "9.0.100 [/usr/lib/dotnet/sdk]" ;;
              build) echo "built" >>"$BUILDS" ;;
              build-server) ;;
              *) echo "$PWD|$*" ;;
            esac
            """);
    }

    [Fact]
    public async Task Paths_are_relative_to_the_current_folder()
    {
        var (code, said, _) = await RunAsync([], "tool", "new", "mine.phonaris");
        Assert.Equal((0, $"{Elsewhere}|{Source.FullName}/artifacts/bin/Phonaris.App/release/phonaris.dll new mine.phonaris"), (code, said.Trim()));
        (_, said, _) = await RunAsync([("PHONARIS_DATA", "shows")], "backup", "copy");
        Assert.Equal($"{Elsewhere}|{Source.FullName}/artifacts/bin/Phonaris.App/release/phonaris.dll backup copy", said.Trim());
    }

    [Fact]
    public async Task Builds_depend_on_contents_not_times()
    {
        var source = Path.Combine(Source.FullName, "src", "a.cs");
        await File.WriteAllTextAsync(source, "one");
        Assert.Equal((1, 1), (await BuildsAsync(), await BuildsAsync()));
        // A newer source unpacked over an older one has the times of its commits.
        await File.WriteAllTextAsync(source, "two");
        File.SetLastWriteTimeUtc(source, DateTime.UtcNow.AddYears(-1));
        Assert.Equal(2, await BuildsAsync());
        File.Delete(source);
        Assert.Equal((3, 3), (await BuildsAsync(), await BuildsAsync()));

        async Task<int> BuildsAsync()
        {
            await RunAsync([], "tool", "--version");
            return File.ReadLines(Path.Combine(_folder.FullName, "builds")).Count();
        }
    }

    [Fact]
    public async Task An_old_SDK_is_reported_first()
    {
        var (code, _, errors) = await RunAsync([("SDK", "")], "tool", "--version");
        Assert.Equal((1, "phonaris: an SDK of .NET 10 is needed; this machine has: 9.0.100. Install the .NET SDK 10 and try again."), (code, errors.Trim().Split('\n')[^1]));
        Assert.False(File.Exists(Path.Combine(_folder.FullName, "builds")));
    }

    [Fact]
    public async Task Only_missing_packages_are_installed()
    {
        // As for a user who is not root, without /usr/sbin on the path; and a release that lacks one font.
        Program("apt-cache", "echo 'libicu72 - International Components for Unicode'");
        Program("apt-get", """
            echo "$*" >>"$APT"
            case $* in *"emoji"*) exit 100 ;; esac
            """);
        foreach (var tool in new[] { "ffmpeg", "pdftoppm", "npm", "sudo" }) Program(tool, tool == "sudo" ? "\"$@\"" : "exit 0");
        Program("node", "echo v20.1.0");
        var (_, _, errors) = await RunAsync([], "serve");
        var asked = File.Exists(Apt) ? await File.ReadAllLinesAsync(Apt) : [];
        // This machine has ICU, wherever its ldconfig is.
        Assert.DoesNotContain(asked, a => a.Contains("libicu", StringComparison.Ordinal));
        if (asked.Length > 0) Assert.Contains("fonts-noto-color-emoji", errors);
        await RunAsync([], "serve");
        Assert.Equal(asked.Length, File.Exists(Apt) ? (await File.ReadAllLinesAsync(Apt)).Length : 0);
    }

    private string Apt => Path.Combine(_folder.FullName, "apt");

    private string Elsewhere => _folder.CreateSubdirectory("else where").FullName;

    private void Program(string name, string script)
    {
        var path = Path.Combine(_folder.CreateSubdirectory("programs").FullName, name);
        File.WriteAllText(path, $"#!/bin/sh\n{script}\n");
        File.SetUnixFileMode(path, UnixFileMode.UserRead | UnixFileMode.UserExecute);
    }

    private async Task<(int Code, string Output, string Errors)> RunAsync((string Name, string Value)[] environment, params string[] arguments)
    {
        var start = new ProcessStartInfo("bash", [Path.Combine(Source.FullName, "phonaris"), .. arguments]) { WorkingDirectory = Elsewhere, RedirectStandardOutput = true, RedirectStandardError = true };
        start.Environment["PATH"] = $"{Path.Combine(_folder.FullName, "programs")}:/usr/bin:/bin";
        start.Environment["BUILDS"] = Path.Combine(_folder.FullName, "builds");
        start.Environment["APT"] = Apt;
        foreach (var (name, value) in environment) start.Environment[name] = value;
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync();
        var output = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, output, await errors);
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "Phonaris.slnx"))) folder = folder.Parent;
        return folder.FullName;
    }
}
