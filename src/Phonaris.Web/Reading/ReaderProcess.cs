using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using SkiaSharp;

namespace Phonaris.Web.Reading;

/// <summary>
/// A process of our own that reads decks and draws pages, so that no deck can take the server with it: bounded in memory and time, ended
/// where it goes beyond, and begun again. One thing at a time.
/// </summary>
internal sealed class ReaderProcess : IDisposable
{
    /// <summary>How much memory a deck may take, in bytes.</summary>
    private const long MostBytes = 1_200_000_000;
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(100);

    private readonly Process _process;
    private readonly TimeSpan _mostTime;
    private bool _ended;

    private ReaderProcess(Process process, TimeSpan mostTime) => (_process, _mostTime) = (process, mostTime);

    /// <summary>Whether it can be asked.</summary>
    public bool IsAlive => !_ended && !_process.HasExited;

    public int Id => _process.Id;

    /// <summary>Begins one.</summary>
    /// <param name="mostTime">How long a deck may take.</param>
    /// <param name="ahead">Whether no deck waits for it yet.</param>
    public static ReaderProcess Begin(TimeSpan mostTime, bool ahead)
    {
        // In a group of its own: a key struck at the terminal is for the server.
        var start = new ProcessStartInfo("setsid", [DotnetPath, typeof(Reader).Assembly.Location, ahead ? Reader.AheadArgument : Reader.Argument])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            WorkingDirectory = AppContext.BaseDirectory,
        };
        start.Environment["DOTNET_GCHeapHardLimit"] = MostBytes.ToString("x", CultureInfo.InvariantCulture);
        start.Environment["DOTNET_gcServer"] = "0";
        // What crashes leaves no memory images about.
        start.Environment["DOTNET_DbgEnableMiniDump"] = "0";
        return new(Process.Start(start)!, mostTime);
    }

    /// <summary>The dotnet this process runs by, whatever program that is.</summary>
    private static string DotnetPath => Path.GetFullPath(Path.Combine(RuntimeEnvironment.GetRuntimeDirectory(), "../../../dotnet"));

    /// <summary>Asks it.</summary>
    /// <param name="asked">What.</param>
    /// <param name="name">What the file is called, in messages.</param>
    /// <param name="pictures">Room for the pictures asked for.</param>
    /// <param name="cancel">Stops it; the process is ended then.</param>
    /// <exception cref="RuleException">It cannot be done, or was too much.</exception>
    /// <exception cref="EndOfStreamException">The process ended: by the deck, or it was gone before.</exception>
    public async Task<ReaderAnswer> AskAsync(ReaderAsked asked, string name, IReadOnlyList<SKBitmap> pictures, CancellationToken cancel)
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

    /// <summary>Says that a deck is more than can be read.</summary>
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
            // It has ended by itself.
        }
        _process.Dispose();
    }

    /// <summary>Gives up where it grows too large.</summary>
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
