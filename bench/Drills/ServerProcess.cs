using System.Diagnostics;

namespace Phonaris.Drills;

/// <summary>The server as a process of its own, to be put under faults.</summary>
internal sealed class ServerProcess : IDisposable
{
    private const string Begins = "Phonaris is at ", AnyPort = "http://127.0.0.1:0";

    /// <summary>What nobody waits for is left: drills start servers again and again.</summary>
    private static readonly string[] Light = ["--Phonaris:Readers", "0", "--Phonaris:WarmUp", "false", "--Phonaris:Key", "off", "--Phonaris:Open", "off"];

    private readonly Process _process;

    private ServerProcess(Process process, HttpClient http) => (_process, Http) = (process, http);

    public HttpClient Http { get; }

    public int Id => _process.Id;

    /// <summary>Starts it on a data folder, and waits until it listens.</summary>
    /// <param name="program">The server's assembly.</param>
    /// <param name="folder">The data folder.</param>
    /// <param name="patience">How long a start may take.</param>
    /// <param name="options">More to start it with.</param>
    /// <exception cref="TimeoutException">It hangs, or ended; says what it said.</exception>
    public static Task<ServerProcess> StartAsync(string program, string folder, TimeSpan patience, params string[] options) => ListeningAsync(Begin(program, folder, options: options), patience);

    private static async Task<ServerProcess> ListeningAsync(Process process, TimeSpan patience)
    {
        using var late = new CancellationTokenSource(patience);
        try
        {
            while (await process.StandardOutput.ReadLineAsync(late.Token) is { } line)
            {
                if (!line.StartsWith(Begins, StringComparison.Ordinal)) continue;
                // What it says from now on nobody reads; it must not wait for that.
                _ = process.StandardOutput.BaseStream.CopyToAsync(Stream.Null, CancellationToken.None);
                return new(process, new() { BaseAddress = new(line[Begins.Length..]), Timeout = TimeSpan.FromSeconds(60) });
            }
        }
        catch (OperationCanceledException)
        {
            // Told below.
        }
        process.Kill();
        throw new TimeoutException($"The server did not start. {await process.StandardError.ReadToEndAsync(CancellationToken.None)}");
    }

    /// <summary>Starts it on a data folder on a disk of its own, which nobody else sees, and waits until it listens.</summary>
    /// <param name="program">The server's assembly.</param>
    /// <param name="folder">The data folder, an empty one.</param>
    /// <param name="megabytes">The size of the disk.</param>
    public static Task<ServerProcess> StartOnDiskAsync(string program, string folder, int megabytes)
    {
        var start = new ProcessStartInfo(
            "unshare", ["--user", "--map-root-user", "--mount", "sh", "-c", "mount -t tmpfs -o size=\"$0\"m tmpfs \"$1\" && exec dotnet \"$2\" --urls \"$3\" --Phonaris:Data \"$1\" $4", $"{megabytes}", folder, program, AnyPort, string.Join(' ', Light)])
        { RedirectStandardOutput = true, RedirectStandardError = true, WorkingDirectory = Path.GetDirectoryName(program) };
        return ListeningAsync(Process.Start(start)!, TimeSpan.FromSeconds(60));
    }

    /// <summary>Starts it and kills it a moment later, wherever it has come to.</summary>
    public static async Task KillWhileStartingAsync(string program, string folder, int afterMs)
    {
        using var process = Begin(program, folder);
        await Task.Delay(afterMs);
        process.Kill();
        await process.WaitForExitAsync();
    }

    /// <summary>Starts it where it cannot; gives how it ended, and what it said on standard error and standard output.</summary>
    public static async Task<(int Code, string Said, string Output)> FailAsync(string program, string folder, string url = AnyPort)
    {
        using var process = Begin(program, folder, url);
        var (output, said) = (process.StandardOutput.ReadToEndAsync(), await process.StandardError.ReadToEndAsync());
        await process.WaitForExitAsync();
        return (process.ExitCode, said.Trim(), await output);
    }

    /// <summary>The memory it and the processes it began take, in bytes.</summary>
    public long MemoryBytes() => Process.GetProcesses().Where(p => p.Id == _process.Id || Parent(p.Id) == _process.Id).Sum(Resident);

    private static long Resident(Process process)
    {
        try
        {
            return process.WorkingSet64;
        }
        catch (InvalidOperationException)
        {
            return 0;
        }
    }

    /// <summary>The process that began another; 0 where that is gone.</summary>
    public static int Parent(int id)
    {
        try
        {
            // The fourth field; the second is a name in brackets, which may hold blanks.
            return int.Parse(File.ReadAllText($"/proc/{id}/stat").Split(')')[^1].Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], System.Globalization.CultureInfo.InvariantCulture);
        }
        catch (IOException)
        {
            return 0;
        }
    }

    /// <summary>Kills it without a warning.</summary>
    public async Task KillAsync()
    {
        _process.Kill();
        await _process.WaitForExitAsync();
    }

    public void Dispose()
    {
        if (!_process.HasExited) _process.Kill();
        _process.WaitForExit();
        _process.Dispose();
        Http.Dispose();
    }

    private static Process Begin(string program, string folder, string url = AnyPort, params string[] options) => Process.Start(new ProcessStartInfo(
        "dotnet", [program, "--urls", url, "--Phonaris:Data", folder, .. Light, .. options])
    { RedirectStandardOutput = true, RedirectStandardError = true, WorkingDirectory = Path.GetDirectoryName(program) })!;
}
