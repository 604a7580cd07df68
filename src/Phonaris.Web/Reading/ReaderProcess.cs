using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using SkiaSharp;

namespace Phonaris.Web.Reading;

/// <summary>
/// A separate process that reads decks and draws pages, so that no deck can bring down the server: limited in memory and time, killed
/// when it exceeds a limit, and started again. It handles one request at a time.
/// </summary>
internal sealed class ReaderProcess : IDisposable
{
    /// <summary>The memory limit for a deck, in bytes.</summary>
    private const long MostBytes = 1_200_000_000;
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(100);

    private readonly Process _process;
    private readonly TimeSpan _mostTime;
    private bool _ended;

    private ReaderProcess(Process process, TimeSpan mostTime) => (_process, _mostTime) = (process, mostTime);

    /// <summary>Whether it can take requests.</summary>
    public bool IsAlive => !_ended && !_process.HasExited;

    public int Id => _process.Id;

    /// <summary>Starts a process.</summary>
    /// <param name="mostTime">The time limit for a deck.</param>
    /// <param name="ahead">Whether it is started before it is needed.</param>
    public static ReaderProcess Begin(TimeSpan mostTime, bool ahead)
    {
        // In its own process group, so that Ctrl+C at the terminal goes to the server only.
        var start = new ProcessStartInfo("setsid", [.. Program, ahead ? Reader.AheadArgument : Reader.Argument])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            WorkingDirectory = AppContext.BaseDirectory,
        };
        start.Environment["DOTNET_GCHeapHardLimit"] = MostBytes.ToString("x", CultureInfo.InvariantCulture);
        start.Environment["DOTNET_gcServer"] = "0";
        // A crash must not leave core dumps behind.
        start.Environment["DOTNET_DbgEnableMiniDump"] = "0";
        return new(Process.Start(start)!, mostTime);
    }

    /// <summary>The command that runs a reader: this program, or dotnet if that runs it, as in tests.</summary>
    private static string[] Program => Path.GetFileName(Environment.ProcessPath) is "phonaris" or "Phonaris.Web"
        ? [Environment.ProcessPath!]
        : [DotnetPath, typeof(Reader).Assembly.Location];

    /// <summary>The dotnet host of the shared runtime.</summary>
    private static string DotnetPath => Path.GetFullPath(Path.Combine(RuntimeEnvironment.GetRuntimeDirectory(), "../../../dotnet"));

    /// <summary>Sends a request.</summary>
    /// <param name="asked">The request.</param>
    /// <param name="name">The name of the file, for messages.</param>
    /// <param name="pictures">Receives the pictures.</param>
    /// <param name="cancel">Stops it; the process is ended then.</param>
    /// <exception cref="RuleException">The request failed, or exceeded a limit.</exception>
    /// <exception cref="EndOfStreamException">The process ended: because of the deck, or before.</exception>
    public async Task<ReaderAnswer> AskAsync(ReaderRequest asked, string name, IReadOnlyList<SKBitmap> pictures, CancellationToken cancel)
    {
        using var over = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        over.CancelAfter(_mostTime);
        using var done = new CancellationTokenSource();
        var watching = WatchAsync(over, done.Token);
        try
        {
            await ReaderMessages.WriteAsync(_process.StandardInput.BaseStream, asked, over.Token);
            var output = _process.StandardOutput.BaseStream;
            var answer = await ReaderMessages.ReadAsync<ReaderAnswer>(output, over.Token);
            if (answer.Problem is { } problem) throw new RuleException(problem);
            foreach (var picture in pictures) await FillAsync(picture, output, over.Token);
            return answer;
        }
        catch (Exception e) when (e is not RuleException)
        {
            await done.CancelAsync();
            await watching;
            Dispose();
            cancel.ThrowIfCancellationRequested();
            if (!over.IsCancellationRequested) throw new EndOfStreamException("The reader is gone.", e);
            throw TooMuch(name);
        }
        finally
        {
            await done.CancelAsync();
            await watching;
        }
    }

    /// <summary>The error for a deck that exceeds the limits.</summary>
    public static RuleException TooMuch(string name) =>
        new($"{name} is too complex to read. Simplify it, or save it as PDF.");

    public void Dispose()
    {
        if (_ended) return;
        _ended = true;
        try
        {
            _process.Kill(entireProcessTree: true);
        }
        catch (InvalidOperationException)
        {
            // It has ended on its own.
        }
        _process.Dispose();
    }

    /// <summary>Kills it when it uses too much memory.</summary>
    private async Task WatchAsync(CancellationTokenSource over, CancellationToken done)
    {
        while (!done.IsCancellationRequested)
        {
            await Task.Delay(LookEvery, done).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (done.IsCancellationRequested) return;
            if (_ended) return;
            _process.Refresh();
            if (_process.HasExited || _process.WorkingSet64 <= MostBytes) continue;
            await over.CancelAsync();
            return;
        }
    }

    private static async Task FillAsync(SKBitmap picture, Stream from, CancellationToken cancel)
    {
        var bytes = new byte[picture.ByteCount];
        await from.ReadExactlyAsync(bytes, cancel);
        bytes.CopyTo(picture.GetPixelSpan());
    }
}
