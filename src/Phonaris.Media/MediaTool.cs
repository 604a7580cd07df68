using System.ComponentModel;
using System.Text;
using System.Text.RegularExpressions;
using CliWrap;

namespace Phonaris.Media;

/// <summary>
/// Runs the outside programs — ffmpeg, ffprobe, pdftoppm — and turns what they say into plain sentences. Each has a process group of its own,
/// so that a key struck at the terminal reaches the app alone, which ends them in order; a time in which it must end; and it ends when the app does,
/// however that ends.
/// </summary>
internal static partial class MediaTool
{
    /// <summary>In which a look at a file, or one picture, is done; and any other work, that of hours of sound and film included.</summary>
    public static readonly TimeSpan Quick = TimeSpan.FromMinutes(2), Long = TimeSpan.FromHours(3);

    private const int MostErrorText = 4000;

    /// <summary>What setsid and prlimit end with where the program is not there, and what programs are told to end with by signals: 128 and the signal's number.</summary>
    private const int NotFound = 127, Signalled = 128, LastSignal = 64;

    /// <summary>Signals that a program gets for what it does itself (SIGILL, SIGABRT, SIGBUS, SIGFPE, SIGSEGV): it crashed on what it was given.</summary>
    private static readonly int[] Crashes = [4, 6, 7, 8, 11];

    /// <summary>What ffmpeg ends with when it was asked to end, which it does in order.</summary>
    private const int EndedInOrder = 255;

    /// <summary>Threads the pool has ready: each pipe of a running program holds one while it waits to be read or written.</summary>
    private const int LeastThreads = 32;

    static MediaTool()
    {
        ThreadPool.GetMinThreads(out var workers, out var completions);
        ThreadPool.SetMinThreads(Math.Max(workers, LeastThreads), completions);
    }

    /// <summary>Runs a program to its end.</summary>
    /// <param name="name">The program, found on the path.</param>
    /// <param name="arguments">Its arguments.</param>
    /// <param name="input">What it reads on standard input; null for nothing.</param>
    /// <param name="output">Where its standard output goes; null for nowhere.</param>
    /// <param name="limit">The time in which it must come to an end.</param>
    /// <param name="cancel">Ends the program.</param>
    /// <param name="folder">The folder it runs in; null for that of the app.</param>
    /// <param name="mostBytes">How much memory it may take, and then no more of all cores than the time; null for as much as there is.</param>
    /// <returns>What it said on standard error.</returns>
    /// <exception cref="RuleException">
    /// The program is not installed, or the disk is full; or it took too long, or was ended from outside: then nothing is known of the file.
    /// </exception>
    /// <exception cref="MediaToolException">It complained of what it was given.</exception>
    public static async Task<string> RunAsync(
        string name, IEnumerable<string> arguments, PipeSource? input, PipeTarget? output, TimeSpan limit, CancellationToken cancel, long? mostBytes = null, string? folder = null)
    {
        var errors = new StringBuilder();
        CommandResult result;
        using var late = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        late.CancelAfter(limit);
        try
        {
            var command = Cli.Wrap("setsid")
                // Its processor time is bounded too, should the process that waits for it end first.
                .WithArguments([.. ChildStarter.EndsWithUs, .. mostBytes is { } most ? ["prlimit", $"--as={most}", $"--cpu={Math.Ceiling(limit.TotalSeconds * Environment.ProcessorCount):0}"] : Array.Empty<string>(), name, .. arguments])
                // Fed and emptied by the pool: the thread that starts programs is everybody's, and what feeds one may start another.
                .WithStandardInputPipe(input is null ? PipeSource.Null : PipeSource.Create((stream, token) => Task.Run(() => input.CopyToAsync(stream, token), token)))
                .WithStandardOutputPipe(output is null ? PipeTarget.Null : PipeTarget.Create((stream, token) => Task.Run(() => output.CopyFromAsync(stream, token), token)))
                .WithStandardErrorPipe(PipeTarget.ToDelegate(line => { if (errors.Length < MostErrorText) errors.AppendLine(line); }))
                // A heap for each of its threads would count as memory it takes.
                .WithEnvironmentVariables(e => e.Set("MALLOC_ARENA_MAX", "2"))
                .WithWorkingDirectory(folder ?? Directory.GetCurrentDirectory())
                .WithValidation(CommandResultValidation.None);
            var running = await ChildStarter.StartAsync(() => command.ExecuteAsync(late.Token));
            result = await running;
        }
        catch (Win32Exception)
        {
            throw NotInstalled(name);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            throw new RuleException($"{name} took more than {limit.TotalMinutes:0} minutes and was stopped. The file may be damaged, or this machine is busy.");
        }
        var text = errors.ToString();
        // Where only the last of a file did not fit, ffmpeg says so, and yet that all is well.
        if (text.Contains("No space left on device", StringComparison.Ordinal)) throw DiskFull.Exception();
        if (result.ExitCode == 0) return text;
        if (result.ExitCode == NotFound) throw NotInstalled(name);
        if (Missing().Match(text) is { Success: true } missing)
            throw new RuleException($"{name} on this machine has no {missing.Groups[1].Value}. Install a complete {name}, such as Debian's.");
        if (Crashes.Contains(result.ExitCode - Signalled)) throw new MediaToolException(name, result.ExitCode, text.Trim());
        if (result.ExitCode is (> Signalled and <= Signalled + LastSignal) or EndedInOrder || text.Length == 0)
            throw new RuleException($"{name} was stopped by the system, perhaps because memory ran out. Try again.");
        throw new MediaToolException(name, result.ExitCode, text.Trim());
    }

    [GeneratedRegex("(?:Unknown encoder|No such filter:|Unknown decoder) '([^']+)'")]
    private static partial Regex Missing();

    private static RuleException NotInstalled(string name) => new($"{name} is not installed. Install it, or start with ./phonaris, which installs it.");
}

/// <summary>An outside program complained of what it was given.</summary>
internal sealed class MediaToolException(string name, int exitCode, string errors) : Exception($"{name} ended with {exitCode}: {errors}");
