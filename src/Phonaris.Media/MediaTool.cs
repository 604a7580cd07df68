using System.ComponentModel;
using System.Text;
using System.Text.RegularExpressions;
using CliWrap;

namespace Phonaris.Media;

/// <summary>
/// Runs the outside programs (ffmpeg, ffprobe, pdftoppm) and turns their errors into plain messages. Each gets its own process group, so that
/// Ctrl+C in the terminal reaches only the app, which ends them in order; a time limit; and the death signal, so that it ends when the app does,
/// even if the app crashes.
/// </summary>
internal static partial class MediaTool
{
    /// <summary>The time limits: for probing a file or drawing one picture, and for any other work, including hours of sound or film.</summary>
    public static readonly TimeSpan Quick = TimeSpan.FromMinutes(2), Long = TimeSpan.FromHours(3);

    private const int MostErrorText = 4000;

    /// <summary>The exit codes of setsid and prlimit if the program does not exist, and of programs ended by signals: 128 plus the signal's number.</summary>
    private const int NotFound = 127, Signalled = 128, LastSignal = 64;

    /// <summary>Signals caused by the program itself (SIGILL, SIGABRT, SIGBUS, SIGFPE, SIGSEGV): it crashed on its input.</summary>
    private static readonly int[] Crashes = [4, 6, 7, 8, 11];

    /// <summary>The exit code of ffmpeg after it was asked to end.</summary>
    private const int EndedInOrder = 255;

    /// <summary>The number of threads kept ready in the pool: each pipe of a running program blocks one while it waits.</summary>
    private const int LeastThreads = 32;

    static MediaTool()
    {
        ThreadPool.GetMinThreads(out var workers, out var completions);
        ThreadPool.SetMinThreads(Math.Max(workers, LeastThreads), completions);
    }

    /// <summary>Runs a program until it ends.</summary>
    /// <param name="name">The program, found on the path.</param>
    /// <param name="arguments">Its arguments.</param>
    /// <param name="input">Written to its standard input; null for nothing.</param>
    /// <param name="output">Receives its standard output; null to ignore it.</param>
    /// <param name="limit">The time limit.</param>
    /// <param name="cancel">Kills the program.</param>
    /// <param name="folder">The folder it runs in; null for the app's.</param>
    /// <param name="mostBytes">The memory limit in bytes, which also limits its processor time to all cores for the time limit; null for no limit.</param>
    /// <returns>Its standard error.</returns>
    /// <exception cref="RuleException">
    /// The program is not installed, the disk is full, it took too long, or it was killed. In the last two cases nothing is known about the file.
    /// </exception>
    /// <exception cref="MediaToolException">It rejected its input.</exception>
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
                // Its processor time is limited too, in case the waiting process ends first.
                .WithArguments([.. ChildStarter.EndsWithUs, .. mostBytes is { } most ? ["prlimit", $"--as={most}", $"--cpu={Math.Ceiling(limit.TotalSeconds * Environment.ProcessorCount):0}"] : Array.Empty<string>(), name, .. arguments])
                // Fed and drained on the pool: the thread that starts programs is shared, and a feeding task may start another program.
                .WithStandardInputPipe(input is null ? PipeSource.Null : PipeSource.Create((stream, token) => Task.Run(() => input.CopyToAsync(stream, token), token)))
                .WithStandardOutputPipe(output is null ? PipeTarget.Null : PipeTarget.Create((stream, token) => Task.Run(() => output.CopyFromAsync(stream, token), token)))
                .WithStandardErrorPipe(PipeTarget.ToDelegate(line => { if (errors.Length < MostErrorText) errors.AppendLine(line); }))
                // A separate heap for each thread would count as memory.
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
        // If only the end of a file did not fit, ffmpeg reports it on standard error but exits with 0.
        if (text.Contains("No space left on device", StringComparison.Ordinal)) throw DiskFull.Exception();
        if (result.ExitCode == 0) return text;
        if (result.ExitCode == NotFound) throw NotInstalled(name);
        if (Missing().Match(text) is { Success: true } missing)
            throw new RuleException($"{name} on this machine has no {missing.Groups[1].Value}. Install a complete {name}, such as Debian's.") { IsOfMachine = true };
        if (Crashes.Contains(result.ExitCode - Signalled)) throw new MediaToolException(name, result.ExitCode, text.Trim());
        if (result.ExitCode is (> Signalled and <= Signalled + LastSignal) or EndedInOrder || text.Length == 0)
            throw new RuleException($"{name} was stopped by the system, perhaps because memory ran out. Try again.") { IsOfMachine = true };
        throw new MediaToolException(name, result.ExitCode, text.Trim());
    }

    [GeneratedRegex("(?:Unknown encoder|No such filter:|Unknown decoder) '([^']+)'")]
    private static partial Regex Missing();

    private static RuleException NotInstalled(string name) => new($"{name} is not installed. Install it, then try again. “phonaris doctor” has the command.") { IsOfMachine = true };
}

/// <summary>An outside program rejected its input.</summary>
internal sealed class MediaToolException(string name, int exitCode, string errors) : Exception($"{name} ended with {exitCode}: {errors}");
