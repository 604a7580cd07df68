using System.Diagnostics;

namespace Phonaris.Web.Tests;

/// <summary>The server as a process of its own.</summary>
internal sealed class Server : IDisposable
{
    private const string Begins = "Phonaris is at ";

    private Server(Process process, HttpClient http) => (Process, Http) = (process, http);

    public Process Process { get; }

    public HttpClient Http { get; }

    /// <summary>Starts it on a data folder, and waits until it listens.</summary>
    public static async Task<Server> StartAsync(string folder)
    {
        var process = Begin(folder);
        while (await process.StandardOutput.ReadLineAsync() is { } line)
            if (line.StartsWith(Begins, StringComparison.Ordinal)) return new(process, new() { BaseAddress = new(line[Begins.Length..]) });
        throw new InvalidOperationException($"The server did not start. {await process.StandardError.ReadToEndAsync()}");
    }

    /// <summary>Starts it where it cannot; gives how it ended, and what it said of that.</summary>
    public static async Task<(int Code, string Said)> FailAsync(string folder, string url = "http://127.0.0.1:0")
    {
        using var process = Begin(folder, url);
        var (output, said) = (process.StandardOutput.ReadToEndAsync(), await process.StandardError.ReadToEndAsync());
        await process.WaitForExitAsync();
        Assert.DoesNotContain("   at ", await output + said);
        return (process.ExitCode, said.Trim());
    }

    private static Process Begin(string folder, string url = "http://127.0.0.1:0") => Process.Start(new ProcessStartInfo(
        "dotnet", [typeof(Program).Assembly.Location, "--urls", url, "--Phonaris:Data", folder])
    { RedirectStandardOutput = true, RedirectStandardError = true, WorkingDirectory = AppContext.BaseDirectory })!;

    public void Dispose()
    {
        Process.Kill();
        Process.WaitForExit();
        Process.Dispose();
        Http.Dispose();
    }
}
