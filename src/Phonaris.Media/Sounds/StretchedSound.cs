using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.InteropServices;
using CliWrap;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// A sound slower or faster at the same pitch, through ffmpeg's rubberband filter, which is only some ten times as fast as real time. So it is worked out in pieces of
/// two seconds, when one is first read or ahead of that. Always held: the samples of a piece depend on the sound, the speed and its number alone, because the filter is
/// begun for each on a grid of the sound and with the same context; so the samples are the same whichever piece is made first. Each
/// file begins a seam (50 ms) before its piece, and within that the piece before is crossfaded into it. For example at half speed piece 3 covers 6 to 8 s of what
/// is heard and its file 5.95 to 8 s; the filter is fed from 2.85 s of the sound, rounded down to the grid; what is read at 5.97 s comes from both files.
/// </summary>
/// <param name="sound">The sound as it is.</param>
/// <param name="source">Its file and the speed.</param>
/// <param name="derived">Where the pieces are kept.</param>
internal sealed class StretchedSound(ISoundReader sound, SoundSource source, DerivedFiles derived) : ISoundReader, IDisposable
{
    /// <summary>So short that a person can wait for what lies late in one.</summary>
    private const long PieceFrames = 2 * Core.Values.Frames.PerSecond;

    /// <summary>What is left of a piece that is read when the next one is begun.</summary>
    private const long AheadFrames = Core.Values.Frames.PerSecond;

    private const long SeamFrames = 50 * Core.Values.Frames.PerMs;

    /// <summary>What leads to a piece and what follows it, so that the filter is in its stride: a quarter of a second of its output. With more, neighbours drift apart.</summary>
    private const long ContextFrames = Core.Values.Frames.PerSecond / 4;

    /// <summary>Pieces begin on this grid of the sound, so that the windows of neighbours fall on the same frames.</summary>
    private const long GridFrames = 2048;

    /// <summary>The filter holds this frame of its input in place and spreads or draws together what is around it; measured by the middles of bursts.</summary>
    private const double StillFrame = 900;

    private readonly ConcurrentDictionary<long, Lazy<GrowingFile>> _pieces = new();
    private readonly ConcurrentDictionary<long, float> _correlations = new();
    private long _read = -1;

    /// <inheritdoc/>
    public long Frames { get; } = source.Frame(sound.Frames);

    private long Pieces => (Frames + PieceFrames - 1) / PieceFrames;

    /// <inheritdoc/>
    public void Read(long frame, Span<float> destination)
    {
        var end = frame + destination.Length / Core.Values.Frames.Channels;
        while (frame < end)
        {
            if (frame < 0 || frame >= Frames)
            {
                var silent = frame < 0 ? Math.Min(end, 0) - frame : end - frame;
                destination[..(int)(silent * 2)].Clear();
                destination = destination[(int)(silent * 2)..];
                frame += silent;
                continue;
            }
            var piece = frame / PieceFrames;
            Volatile.Write(ref _read, piece);
            // Begun before it is due.
            if (frame >= (piece + 1) * PieceFrames - AheadFrames && piece + 1 < Pieces) Piece(piece + 1);
            var seamStart = (piece + 1) * PieceFrames - SeamFrames;
            var until = Math.Min(Math.Min(end, Frames), frame < seamStart ? seamStart : (piece + 1) * PieceFrames);
            var part = destination[..(int)((until - frame) * 2)];
            Read(piece, frame, part);
            if (frame >= seamStart && piece + 1 < Pieces) Crossfade(part, piece, frame);
            destination = destination[part.Length..];
            frame = until;
        }
    }

    /// <summary>Works out the pieces that are not there yet, from where it is being read.</summary>
    /// <param name="from">The frame the first piece wanted holds, as long as nothing is read.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it; pieces done are kept.</param>
    public async Task PrepareAsync(long from, IProgress<double>? progress, CancellationToken cancel)
    {
        var missing = Enumerable.Range(0, (int)Pieces).Select(p => (long)p).Where(p => !derived.Has(Name(p))).ToList();
        while (missing.Count > 0)
        {
            var read = Volatile.Read(ref _read);
            var first = read < 0 ? from / PieceFrames : read;
            var next = missing.MinBy(p => p >= first ? p : p + Pieces);
            var piece = Piece(next);
            try
            {
                await piece.Whole.WaitAsync(cancel);
            }
            catch (OperationCanceledException)
            {
                // Somebody else who did not want it any more gave it up.
                if (!cancel.IsCancellationRequested) continue;
                piece.GiveUp();
                throw;
            }
            missing.Remove(next);
            progress?.Report(1 - (double)missing.Count / Pieces);
        }
    }

    /// <summary>Whether nothing of it is being made.</summary>
    public bool IsIdle => _pieces.Values.All(p => p.IsValueCreated && p.Value.Whole.IsCompleted);

    /// <summary>Whether all pieces are there.</summary>
    public bool IsReady()
    {
        for (var i = 0; i < Pieces; i++)
            if (!derived.Has(Name(i))) return false;
        return true;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var piece in _pieces.Values)
            if (piece.IsValueCreated) piece.Value.Dispose();
    }

    /// <summary>The frame a piece's file begins with: a seam before what is its own.</summary>
    private static long From(long piece) => Math.Max(0, piece * PieceFrames - SeamFrames);

    // The speed to its last digit: lengths a frame apart are other samples. The number after the length goes up with how they are made.
    private string Name(long piece) =>
        string.Create(CultureInfo.InvariantCulture, $"speeds/{source.Media}-{source.Speed:R}-{PieceFrames / Core.Values.Frames.PerSecond}s-3-{piece}.f32");

    private GrowingFile Piece(long piece)
    {
        var (from, to) = (From(piece), Math.Min((piece + 1) * PieceFrames, Frames));
        while (true)
        {
            var lazy = _pieces.GetOrAdd(piece, p => new(() => new(derived, Name(p), (int)(to - from), (bytes, grown, cancel) => StretchAsync(from, to, bytes, grown, cancel))));
            // What was given up, or could not be made for want of room on the disk perhaps, is tried again; so is what was removed since to free room.
            if (lazy.Value.Whole is { IsFaulted: false, IsCanceled: false, IsCompletedSuccessfully: var made } && (!made || derived.Has(Name(piece)))) return lazy.Value;
            _pieces.TryRemove(KeyValuePair.Create(piece, lazy));
        }
    }

    /// <summary>Reads frames that a piece's file holds.</summary>
    private void Read(long piece, long frame, Span<float> destination)
    {
        while (!Piece(piece).TryRead(frame - From(piece), destination))
        {
            // Given up by somebody just now, and wanted after all: it is begun again.
        }
    }

    private void Crossfade(Span<float> leaving, long piece, long frame)
    {
        var seamStart = (piece + 1) * PieceFrames - SeamFrames;
        var correlation = _correlations.GetOrAdd(piece, Correlation);
        var entering = new float[leaving.Length];
        Read(piece + 1, frame, entering);
        for (var i = 0; i < leaving.Length; i += 2)
        {
            var (from, to) = Seam.GainsAt(frame - seamStart + i / 2, SeamFrames, correlation);
            leaving[i] = leaving[i] * from + entering[i] * to;
            leaving[i + 1] = leaving[i + 1] * from + entering[i + 1] * to;
        }

        float Correlation(long at)
        {
            var (tail, head) = (new float[SeamFrames * 2], new float[SeamFrames * 2]);
            Read(at, seamStart, tail);
            Read(at + 1, seamStart, head);
            return Seam.Correlation(tail, head);
        }
    }

    private async Task StretchAsync(long from, long to, Memory<byte> bytes, Action<int> grown, CancellationToken cancel)
    {
        // Negative frames are silence, which leads to the first piece.
        var first = (long)Math.Floor((from - ContextFrames) * source.Speed / GridFrames) * GridFrames;
        var last = source.FileRange(0, to + ContextFrames).To;
        var skip = from - (long)Math.Round(first / source.Speed + StillFrame * (1 / source.Speed - 1));
        await MediaTool.RunAsync(
            "ffmpeg",
            [.. SoundEncoder.FromPipe, "-af", string.Create(CultureInfo.InvariantCulture, $"rubberband=tempo={source.Speed:R}:channels=together"), "-f", "f32le", "pipe:1"],
            PipeSource.Create((stream, token) => WriteAsync(first, last, stream, token)),
            PipeTarget.Create((stream, token) => KeepAsync(stream, skip * 2 * sizeof(float), bytes, grown, token)), MediaTool.Long, cancel);
    }

    private async Task WriteAsync(long first, long last, Stream stream, CancellationToken cancel)
    {
        var samples = new float[65_536 * 2];
        for (var at = first; at < last; at += 65_536)
        {
            var part = samples.AsMemory(0, (int)Math.Min(65_536, last - at) * 2);
            sound.Read(at, part.Span);
            await stream.WriteAsync(MemoryMarshal.AsBytes(part.Span).ToArray(), cancel);
        }
    }

    /// <summary>Keeps the bytes after some, telling how many, and drops the rest.</summary>
    private static async Task KeepAsync(Stream stream, long skip, Memory<byte> kept, Action<int> grown, CancellationToken cancel)
    {
        var dropped = new byte[65_536];
        for (int read; skip > 0; skip -= read)
            if ((read = await stream.ReadAsync(dropped.AsMemory(0, (int)Math.Min(skip, dropped.Length)), cancel)) == 0) return;
        var at = 0;
        for (int read; at < kept.Length && (read = await stream.ReadAsync(kept[at..], cancel)) > 0;)
            grown(at += read);
        while (await stream.ReadAsync(dropped, cancel) > 0) { }
    }
}
