using System.ComponentModel;
using System.Text;
using CliWrap;
using Phonaris.Core;

namespace Phonaris.Media;

/// <summary>Runs the outside programs — ffmpeg, ffprobe, pdftoppm — and turns what they say into plain sentences.</summary>
internal static class MediaTool
{
    private const int MostErrorText = 4000;

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
    /// <param name="cancel">Ends the program.</param>
    /// <returns>What it said on standard error.</returns>
    /// <exception cref="RuleException">The program is not installed, or the disk is full.</exception>
    /// <exception cref="MediaToolException">It ended with an error.</exception>
    public static async Task<string> RunAsync(
        string name, IEnumerable<string> arguments, PipeSource? input, PipeTarget? output, CancellationToken cancel)
    {
        var errors = new StringBuilder();
        CommandResult result;
        try
        {
            result = await Cli.Wrap(name)
                .WithArguments(arguments)
                .WithStandardInputPipe(input ?? PipeSource.Null)
                .WithStandardOutputPipe(output ?? PipeTarget.Null)
                .WithStandardErrorPipe(PipeTarget.ToDelegate(line => { if (errors.Length < MostErrorText) errors.AppendLine(line); }))
                .WithValidation(CommandResultValidation.None)
                .ExecuteAsync(cancel);
        }
        catch (Win32Exception)
        {
            throw new RuleException($"{name} is not installed, and this needs it. Install it, or start with ./phonaris, which does.");
        }
        var text = errors.ToString();
        if (result.ExitCode == 0) return text;
        if (text.Contains("No space left on device", StringComparison.Ordinal)) throw DiskFull.Exception();
        throw new MediaToolException(name, result.ExitCode, text.Trim());
    }
}

/// <summary>An outside program ended with an error.</summary>
internal sealed class MediaToolException(string name, int exitCode, string errors) : Exception($"{name} ended with {exitCode}: {errors}");

/// <summary>Recognises a full disk.</summary>
public static class DiskFull
{
    /// <summary>The error number of a full disk, ENOSPC.</summary>
    public const int NoSpace = 28;

    /// <summary>Whether an exception, or what caused it, says that the disk is full.</summary>
    public static bool Caused(Exception? exception) =>
        exception is not null && ((exception is IOException && exception.HResult == NoSpace) || Caused(exception.InnerException));

    /// <summary>The sentence for the person.</summary>
    public static RuleException Exception() =>
        new("The disk is full. Nothing half-made was kept; free some space, or choose another place, and try again.");
}
