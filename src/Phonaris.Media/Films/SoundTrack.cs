using System.Runtime.InteropServices;
using System.Security.Cryptography;
using System.Text;
using CliWrap;
using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Films;

/// <summary>
/// The sound of a film as one AAC stream in ADTS frames (ISO/IEC 13818-7), encoded in segments of some seconds that are cached by their content, so that little is
/// encoded again after a change. Adjacent missing segments are encoded in one run, on all cores. A run is encoded with some frames before and
/// after it, which are then dropped: each AAC frame spans 2048 samples and overlaps its neighbours by half, so at a segment boundary both sides were encoded from the
/// same samples.
/// </summary>
internal sealed class SoundTrack : IFilmSound
{
    /// <summary>The number of samples per AAC frame. The stream begins with one frame of priming, which players must skip.</summary>
    public const int AacFrame = 1024;

    private const int PieceAacFrames = 128;
    private const int MostPiecesInRun = 16;
    private const int WarmUpAacFrames = 8;
    private const int LookAheadAacFrames = 4;

    private readonly Schedule _schedule;
    private readonly Func<SoundSource, ISoundReader> _open;
    private readonly DerivedFiles _derived;
    private readonly long _start;
    private readonly long _aacFrames;

    /// <summary>Plans the track of the schedule's frames from <paramref name="start"/> to <paramref name="end"/>.</summary>
    public SoundTrack(Schedule schedule, Func<SoundSource, ISoundReader> open, DerivedFiles derived, long start, long end)
    {
        (_schedule, _open, _derived, _start) = (schedule, open, derived, start);
        _aacFrames = (end - start + AacFrame - 1) / AacFrame + 1;
    }

    public string Format => "aac";

    /// <summary>Shifted forward by its priming frame: the file then tells players to skip it.</summary>
    public IReadOnlyList<string> Leading { get; } = ["-itsoffset", $"{-(double)AacFrame / Frames.PerSecond:0.########}"];

    private int Pieces => (int)((_aacFrames + PieceAacFrames - 1) / PieceAacFrames);

    /// <summary>Encodes the missing parts.</summary>
    public Task PrepareAsync(IProgress<double>? progress, CancellationToken cancel)
    {
        var (runs, done) = (Missing(), 0);
        return Parallel.ForEachAsync(runs, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel }, async (run, token) =>
        {
            await EncodeAsync(run.First, run.Count, token);
            progress?.Report((double)Interlocked.Increment(ref done) / runs.Count);
        });
    }

    /// <summary>The missing segments, adjacent ones together.</summary>
    private List<(int First, int Count)> Missing()
    {
        List<(int First, int Count)> runs = [];
        foreach (var piece in Enumerable.Range(0, Pieces).Where(p => !_derived.Has(Name(p))))
            if (runs is [.., var last] && last.First + last.Count == piece && last.Count < MostPiecesInRun) runs[^1] = (last.First, last.Count + 1);
            else runs.Add((piece, 1));
        return runs;
    }

    /// <summary>Writes the whole stream.</summary>
    public async Task CopyToAsync(Stream stream, CancellationToken cancel)
    {
        for (var p = 0; p < Pieces; p++)
        {
            // Made again if it was removed in the meantime to free space.
            if (!_derived.Has(Name(p))) await EncodeAsync(p, 1, cancel);
            await using var piece = File.OpenRead(_derived.PathOf(Name(p)));
            await piece.CopyToAsync(stream, cancel);
        }
    }

    private async Task EncodeAsync(int piece, int count, CancellationToken cancel)
    {
        var (from, to, skip) = Bounds(piece, count);
        using var adts = new MemoryStream();
        await MediaTool.RunAsync(
            "ffmpeg",
            [.. SoundEncoder.FromPipe, .. FilmSettings.SoundCoding, "-f", "adts", "pipe:1"],
            PipeSource.Create((stream, token) => RenderAsync(from, to, stream, token)),
            PipeTarget.ToStream(adts), MediaTool.Long, cancel);
        var bytes = adts.GetBuffer().AsMemory(0, (int)adts.Length);
        var bounds = AdtsBounds(bytes.Span);
        var last = skip + (int)Math.Min(count * PieceAacFrames, _aacFrames - (long)piece * PieceAacFrames);
        if (bounds.Count <= last) throw new InvalidDataException($"{bounds.Count - 1} AAC frames were encoded where {last} were wanted.");
        for (var k = 0; k < count; k++)
        {
            var own = bytes[bounds[skip + k * PieceAacFrames]..bounds[Math.Min(last, skip + (k + 1) * PieceAacFrames)]];
            await _derived.GetAsync(Name(piece + k), (path, token) => File.WriteAllBytesAsync(path, own, token), cancel);
        }
    }

    private async Task RenderAsync(long from, long to, Stream stream, CancellationToken cancel)
    {
        const int frameBytes = Frames.Channels * sizeof(float);
        var mixer = new Mixer(_schedule, _open);
        var buffer = new byte[Mixer.StretchFrames * frameBytes];
        for (var at = from; at < to; at += Mixer.StretchFrames)
        {
            var bytes = (int)Math.Min(Mixer.StretchFrames, to - at) * frameBytes;
            mixer.Render(_start + at, MemoryMarshal.Cast<byte, float>(buffer.AsSpan(0, bytes)));
            await stream.WriteAsync(buffer.AsMemory(0, bytes), cancel);
        }
    }

    /// <summary>The frames from which adjacent segments are encoded, and the number of AAC frames before the segments.</summary>
    private static (long From, long To, int Skip) Bounds(int piece, int count)
    {
        var skip = piece == 0 ? 0 : WarmUpAacFrames;
        var first = (long)piece * PieceAacFrames;
        return ((first - skip) * AacFrame, (first + count * PieceAacFrames + LookAheadAacFrames) * AacFrame, skip);
    }

    private string Name(int piece)
    {
        var (from, to, skip) = Bounds(piece, 1);
        var (heardFrom, heardTo) = Mixer.Context(_start + from, _start + to);
        var wanted = Math.Min(PieceAacFrames, _aacFrames - (long)piece * PieceAacFrames);
        var identity = $"{_schedule.ContentKey(heardFrom, heardTo)} {from} {skip} {wanted} {string.Join(' ', FilmSettings.SoundCoding)}";
        return $"film/{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(identity)).AsSpan(0, 16))}.aac";
    }

    /// <summary>The byte positions of ADTS frames, followed by the length of the stream. The length of a frame is in bits 30 to 42 of its header.</summary>
    private static List<int> AdtsBounds(ReadOnlySpan<byte> stream)
    {
        List<int> bounds = [];
        var at = 0;
        while (at + 7 <= stream.Length)
        {
            if (stream[at] != 0xFF || (stream[at + 1] & 0xF0) != 0xF0) throw new InvalidDataException("Not an ADTS frame.");
            bounds.Add(at);
            at += (stream[at + 3] & 3) << 11 | stream[at + 4] << 3 | stream[at + 5] >> 5;
        }
        bounds.Add(at);
        return bounds;
    }
}
