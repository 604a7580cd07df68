using System.Diagnostics;
using System.Text.Json;
using Phonaris.Made;
using SkiaSharp;

namespace Phonaris.Tool.Tests;

/// <summary>A working folder for the command line. The current folder is process-wide, so these tests run one after the other.</summary>
public abstract class Toolbox : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-tool");

    protected string Folder => _folder.FullName;

    public void Dispose()
    {
        GC.SuppressFinalize(this);
        Environment.CurrentDirectory = AppContext.BaseDirectory;
        _folder.Delete(recursive: true);
    }

    protected string PathOf(string name) => Path.Combine(Folder, name);

    protected void Picture(string name, SKColor color) => PlainPicture.Write(PathOf(name), color);

    protected void Ffmpeg(string name, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo("ffmpeg", ["-nostdin", "-v", "error", .. arguments, name]) { WorkingDirectory = Folder })!;
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
    }

    protected JsonElement Json(params string[] arguments) => JsonOf(Run([.. arguments, "--json"]));

    protected static JsonElement JsonOf((int Code, string Output, string Errors) ended)
    {
        Assert.True(ended.Code == 0, ended.Errors);
        return JsonDocument.Parse(ended.Output).RootElement;
    }

    protected void AssertFails(int code, string says, params string[] arguments)
    {
        var (got, output, errors) = Run(arguments);
        Assert.True(code == got, $"{got}: {errors}");
        Assert.Contains(says, errors);
        Assert.Empty(output);
    }

    /// <summary>Runs the program's code in this process.</summary>
    protected (int Code, string Output, string Errors) Run(params string[] arguments)
    {
        var (output, errors) = (new StringWriter(), new StringWriter());
        Environment.CurrentDirectory = Folder;
        Environment.SetEnvironmentVariable(Workshop.CacheVariable, PathOf("cache"));
        return (CommandLine.RunAsync(arguments, output, errors).GetAwaiter().GetResult(), output.ToString(), errors.ToString());
    }

    protected (int Code, string Output, string Errors) Start(params string[] arguments) => Start([], arguments);

    /// <summary>Starts the built program.</summary>
    protected (int Code, string Output, string Errors) Start((string Name, string Value)[] environment, params string[] arguments)
    {
        var start = new ProcessStartInfo(DotnetPath(), [Path.Combine(AppContext.BaseDirectory, "../../Phonaris.App/release/phonaris.dll"), .. arguments])
        {
            WorkingDirectory = Folder,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        foreach (var (name, value) in environment.Append((Workshop.CacheVariable, PathOf("cache")))) start.Environment[name] = value;
        using var process = Process.Start(start)!;
        var errors = process.StandardError.ReadToEndAsync();
        var output = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, output, errors.Result);
    }

    /// <summary>The dotnet that runs these tests, by its full path, so that it is found without PATH.</summary>
    protected static string DotnetPath() => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(typeof(object).Assembly.Location)!, "../../../dotnet"));
}
