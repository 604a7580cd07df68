using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.InteropServices;
using CliWrap;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// A sound slower or faster at the same pitch, through ffmpeg's rubberband filter, which is only about ten times as fast as real time. So it is computed in segments of
/// two seconds, when one is first read or ahead of that. Invariant: the samples of a segment depend only on the sound, the speed and the segment's number, because the filter is
/// started for each on a grid of the sound and with the same context. So the samples are the same in whatever order segments are computed. Each
/// file begins 50 ms before its segment, and there the segment before crossfades into it. For example, at half speed segment 3 covers 6 to 8 s of the
/// output and its file 5.95 to 8 s. The filter is fed from 2.85 s of the sound, rounded down to the grid. A read at 5.97 s uses both files.
/// </summary>
/// <param name="sound">The original sound.</param>
/// <param name="source">Its file and the speed.</param>
/// <param name="derived">The derived files.</param>
internal sealed class StretchedSound(ISoundReader sound, SoundSource source, DerivedFiles derived) : ISoundReader, IDisposable
{
    /// <summary>Short enough that a user can wait for the end of one.</summary>
    private const long PieceFrames = 2 * Core.Values.Frames.PerSecond;

    /// <summary>When this much of a segment is left to read, the next one is started.</summary>
    private const long AheadFrames = Core.Values.Frames.PerSecond;

    private const long SeamFrames = 50 * Core.Values.Frames.PerMs;

    /// <summary>The context before and after a segment, in which the filter settles: a quarter of a second of its output. With more, neighbours drift apart.</summary>
    private const long ContextFrames = Core.Values.Frames.PerSecond / 4;

    /// <summary>The grid of the sound on which segments start, so that the windows of neighbours fall on the same frames.</summary>
    private const long GridFrames = 2048;

    /// <summary>The filter keeps this frame of its input in place and stretches what is around it, measured at the centres of bursts.</summary>
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
            // Started ahead of time.
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

    /// <summary>Computes the missing segments, from the current reading position.</summary>
    /// <param name="from">The frame to start from while nothing is being read.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Cancels it; finished segments are kept.</param>
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
                // Another caller, who no longer needed it, cancelled it.
                if (!cancel.IsCancellationRequested) continue;
                piece.GiveUp();
                throw;
            }
            missing.Remove(next);
            progress?.Report(1 - (double)missing.Count / Pieces);
        }
    }

    /// <summary>Whether nothing of it is being computed.</summary>
    public bool IsIdle => _pieces.Values.All(p => p.IsValueCreated && p.Value.Whole.IsCompleted);

    /// <summary>Whether all segments exist.</summary>
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

    /// <summary>The first frame of a segment's file: a crossfade before the segment itself.</summary>
    private static long From(long piece) => Math.Max(0, piece * PieceFrames - SeamFrames);

    // The speed with all digits: a length one frame different gives other samples. The number after the length is increased when the method changes.
    private string Name(long piece) =>
        string.Create(CultureInfo.InvariantCulture, $"speeds/{source.Media}-{source.Speed:R}-{PieceFrames / Core.Values.Frames.PerSecond}s-3-{piece}.f32");

    private GrowingFile Piece(long piece)
    {
        var (from, to) = (From(piece), Math.Min((piece + 1) * PieceFrames, Frames));
        while (true)
        {
            var lazy = _pieces.GetOrAdd(piece, p => new(() => new(derived, Name(p), (int)(to - from), (bytes, grown, cancel) => StretchAsync(from, to, bytes, grown, cancel))));
            // Segments that were cancelled, failed (perhaps on a full disk) or were removed in the meantime are tried again.
            if (lazy.Value.Whole is { IsFaulted: false, IsCanceled: false, IsCompletedSuccessfully: var made } && (!made || derived.Has(Name(piece)))) return lazy.Value;
            _pieces.TryRemove(KeyValuePair.Create(piece, lazy));
        }
    }

    /// <summary>Reads frames of a segment's file.</summary>
    private void Read(long piece, long frame, Span<float> destination)
    {
        while (!Piece(piece).TryRead(frame - From(piece), destination))
        {
            // Just cancelled by another caller but still needed here: started again.
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
            var (from, to) = EqualPowerCrossfade.GainsAt(frame - seamStart + i / 2, SeamFrames, correlation);
            leaving[i] = leaving[i] * from + entering[i] * to;
            leaving[i + 1] = leaving[i + 1] * from + entering[i + 1] * to;
        }

        float Correlation(long at)
        {
            var (tail, head) = (new float[SeamFrames * 2], new float[SeamFrames * 2]);
            Read(at, seamStart, tail);
            Read(at + 1, seamStart, head);
            return EqualPowerCrossfade.Correlation(tail, head);
        }
    }

    private async Task StretchAsync(long from, long to, Memory<byte> bytes, Action<int> grown, CancellationToken cancel)
    {
        // Negative frames are silence, the context of the first segment.
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

    /// <summary>Counts and keeps the bytes after an offset, and discards the rest.</summary>
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
