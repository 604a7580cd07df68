using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.InteropServices;
using CliWrap;
using Phonaris.Core.Audio;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// A sound slower or faster at the same pitch, through ffmpeg's rubberband filter, which is only some ten times as fast as real time.
/// So it is worked out in pieces, each by itself from what leads to it, when it is first read or ahead of that; whichever comes first,
/// the samples are the same. Where two pieces meet they are crossfaded.
/// </summary>
/// <param name="sound">The sound as it is.</param>
/// <param name="source">Its file and the speed.</param>
/// <param name="derived">Where the pieces are kept.</param>
internal sealed class StretchedSound(ISoundReader sound, SoundSource source, DerivedFiles derived) : ISoundReader, IDisposable
{
    /// <summary>So short that one is worked out while a person waits to hear it.</summary>
    private const long PieceFrames = 4 * Core.Timing.Frames.PerSecond;

    private const long SeamFrames = 50 * Core.Timing.Frames.PerMs;

    /// <summary>What leads to a piece and what follows it, so that the filter is in its stride: half a second of its output.</summary>
    private const long ContextFrames = Core.Timing.Frames.PerSecond / 2;

    /// <summary>Pieces begin on this grid of the sound, so that the windows of neighbours fall on the same frames.</summary>
    private const long GridFrames = 2048;

    /// <summary>The filter holds this frame of its input in place and spreads or draws together what is around it; measured by the middles of bursts.</summary>
    private const double StillFrame = 900;

    private readonly ConcurrentDictionary<long, Lazy<PcmFile>> _pieces = new();
    private readonly ConcurrentDictionary<long, float> _correlations = new();
    private int _waiting;

    /// <inheritdoc/>
    public long Frames { get; } = source.Frame(sound.Frames);

    private long Pieces => (Frames + PieceFrames - 1) / PieceFrames;

    /// <inheritdoc/>
    public void Read(long frame, Span<float> destination)
    {
        var end = frame + destination.Length / Core.Timing.Frames.Channels;
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
            var seamStart = (piece + 1) * PieceFrames - SeamFrames;
            var until = Math.Min(Math.Min(end, Frames), frame < seamStart ? seamStart : (piece + 1) * PieceFrames);
            var part = destination[..(int)((until - frame) * 2)];
            Piece(piece).Read(frame - From(piece), part);
            if (frame >= seamStart && piece + 1 < Pieces) Crossfade(part, piece, frame);
            destination = destination[part.Length..];
            frame = until;
        }
    }

    /// <summary>Works out the pieces that are not there yet.</summary>
    /// <param name="from">The frame the first piece wanted holds.</param>
    /// <param name="wanted">Asked before each piece: whether it is still wanted; null where it always is.</param>
    /// <param name="progress">Told the fraction done.</param>
    /// <param name="cancel">Stops it; pieces done are kept.</param>
    public async Task PrepareAsync(long from, Func<Task<bool>>? wanted, IProgress<double>? progress, CancellationToken cancel)
    {
        var first = Math.Clamp(from / PieceFrames, 0, Math.Max(0, Pieces - 1));
        for (var i = 0; i < Pieces && (wanted is null || await wanted()); i++)
        {
            // What somebody waits to hear comes first.
            while (Volatile.Read(ref _waiting) > 0) await Task.Delay(20, cancel);
            await MakeAsync((first + i) % Pieces, cancel);
            progress?.Report((i + 1.0) / Pieces);
        }
    }

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

    private string Name(long piece) =>
        string.Create(CultureInfo.InvariantCulture, $"speeds/{source.Media}-{source.Speed:0.####}-{PieceFrames / Core.Timing.Frames.PerSecond}s-{piece}.f32");

    private PcmFile Piece(long piece)
    {
        Interlocked.Increment(ref _waiting);
        try
        {
            return _pieces.GetOrAdd(piece, p => new(() => new PcmFile(MakeAsync(p, CancellationToken.None).GetAwaiter().GetResult()))).Value;
        }
        finally
        {
            Interlocked.Decrement(ref _waiting);
        }
    }

    private void Crossfade(Span<float> leaving, long piece, long frame)
    {
        var seamStart = (piece + 1) * PieceFrames - SeamFrames;
        var correlation = _correlations.GetOrAdd(piece, Correlation);
        var entering = new float[leaving.Length];
        Piece(piece + 1).Read(frame - From(piece + 1), entering);
        for (var i = 0; i < leaving.Length; i += 2)
        {
            var (from, to) = Seam.GainsAt(frame - seamStart + i / 2, SeamFrames, correlation);
            leaving[i] = leaving[i] * from + entering[i] * to;
            leaving[i + 1] = leaving[i + 1] * from + entering[i + 1] * to;
        }

        float Correlation(long at)
        {
            var (tail, head) = (new float[SeamFrames * 2], new float[SeamFrames * 2]);
            Piece(at).Read(seamStart - From(at), tail);
            Piece(at + 1).Read(seamStart - From(at + 1), head);
            return Seam.Correlation(tail, head);
        }
    }

    private Task<string> MakeAsync(long piece, CancellationToken cancel) => derived.GetAsync(Name(piece), (path, token) => StretchAsync(piece, path, token), cancel);

    private async Task StretchAsync(long piece, string path, CancellationToken cancel)
    {
        var (from, to) = (From(piece), Math.Min((piece + 1) * PieceFrames, Frames));
        // Negative frames are silence, which leads to the first piece.
        var first = (long)Math.Floor((from - ContextFrames) * source.Speed / GridFrames) * GridFrames;
        var last = source.FileRange(0, to + ContextFrames).To;
        var skip = from - (long)Math.Round(first / source.Speed + StillFrame * (1 / source.Speed - 1));
        var wanted = new byte[(to - from) * 2 * sizeof(float)];
        await MediaTool.RunAsync(
            "ffmpeg",
            ["-v", "error", "-f", "f32le", "-ar", $"{Core.Timing.Frames.PerSecond}", "-ac", "2", "-i", "pipe:0", "-af",
                string.Create(CultureInfo.InvariantCulture, $"rubberband=tempo={source.Speed:0.####}"), "-f", "f32le", "pipe:1"],
            PipeSource.Create((stream, token) => WriteAsync(first, last, stream, token)),
            PipeTarget.Create((stream, token) => KeepAsync(stream, skip * 2 * sizeof(float), wanted, token)), cancel);
        await File.WriteAllBytesAsync(path, wanted, cancel);
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

    /// <summary>Keeps the bytes after some, and drops the rest; what does not come is silence.</summary>
    private static async Task KeepAsync(Stream stream, long skip, Memory<byte> kept, CancellationToken cancel)
    {
        var dropped = new byte[65_536];
        while (skip > 0)
        {
            var read = await stream.ReadAsync(dropped.AsMemory(0, (int)Math.Min(skip, dropped.Length)), cancel);
            if (read == 0) return;
            skip -= read;
        }
        await stream.ReadAtLeastAsync(kept, kept.Length, throwOnEndOfStream: false, cancel);
        while (await stream.ReadAsync(dropped, cancel) > 0) { }
    }
}
