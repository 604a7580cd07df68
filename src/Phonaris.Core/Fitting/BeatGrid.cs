using System.Numerics.Tensors;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>The used part of a piece, divided at its beats into stretches, and the features of each stretch.</summary>
internal sealed class BeatGrid
{
    /// <summary>Above this number, several beats form one stretch (half a bar, a bar, several bars), so that comparing all pairs stays cheap.</summary>
    private const int Most = 1280;

    private readonly float[] _features;
    private long? _middle;

    private BeatGrid(long[] at, float[] features, int perBar, int ends, bool hasBeat) => (At, _features, PerBar, Ends, HasBeat) = (at, features, perBar, ends, hasBeat);

    /// <summary>The beginnings of the stretches, in frames of the sound, followed by the end of the last.</summary>
    public long[] At { get; }

    /// <summary>The number of stretches.</summary>
    public int Count => At.Length - 1;

    /// <summary>The number of stretches in a bar.</summary>
    public int PerBar { get; }

    /// <summary>
    /// The number of stretches at either end that are kept: two bars, counted as bars of four even if three is more likely, plus one
    /// for what comes before the first beat.
    /// </summary>
    public int Ends { get; }

    /// <summary>Whether its beats are reliable.</summary>
    public bool HasBeat { get; }

    /// <summary>The median length of a stretch in frames.</summary>
    public long Middle => _middle ??= Count == 0 ? 0 : Enumerable.Range(0, Count).Select(k => At[k + 1] - At[k]).Order().ElementAt(Count / 2);

    /// <summary>Its approximate size in bytes.</summary>
    public long Bytes => At.Length * sizeof(long) + _features.Length * sizeof(float);

    /// <summary>The features of a stretch.</summary>
    public ReadOnlySpan<float> this[int stretch] => _features.AsSpan(stretch * FeatureTrack.Size, FeatureTrack.Size);

    /// <summary>Whether two jumps are the same, to half a stretch.</summary>
    public bool IsSame(FrameJump one, FrameJump other) =>
        Math.Abs(one.FromFrame - other.FromFrame) < Middle / 2 && Math.Abs(one.ToFrame - other.ToFrame) < Middle / 2;

    /// <summary>The position of a frame within the bars, in bars.</summary>
    public float BarAt(long frame)
    {
        var at = Array.BinarySearch(At, frame);
        var stretch = Math.Clamp(at < 0 ? ~at - 1 : at, 0, Count - 1);
        // The first may be the end of a stretch, and the last the beginning of one.
        var into = stretch == 0 ? 1 - (At[1] - frame) / (float)Middle : (frame - At[stretch]) / (float)(stretch == Count - 1 ? Middle : At[stretch + 1] - At[stretch]);
        return (stretch + into) / PerBar;
    }

    /// <summary>Divides the used part of a piece.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="from">The first frame used.</param>
    /// <param name="to">The frame after the last.</param>
    public static BeatGrid Of(Piece piece, long from, long to)
    {
        var bounds = piece.Bounds;
        // No stretch is shorter than half a beat at the ends of the part.
        var least = (long)(30.0 / piece.TempoBpm * Values.Frames.PerSecond);
        var inside = Enumerable.Range(0, bounds.Count).Where(k => bounds[k] > from + least && bounds[k] < to - least).ToList();
        var step = 1;
        while (inside.Count / step > Most) step *= step == 1 && piece.BeatsPerBar == 3 ? 3 : 2;
        // Counted from the beginning of a bar.
        var downbeat = piece.FirstDownbeat + (bounds.Count > 1 && piece.Beats is [0, ..] ? 0 : 1);
        inside = [.. inside.Where(k => (k - downbeat) % step == 0)];
        long[] at = [from, .. inside.Select(k => bounds[k]), to];
        var features = new float[(at.Length - 1) * FeatureTrack.Size];
        for (var k = 0; k < at.Length - 1; k++) Hear(piece.Features, at[k], at[k + 1], features.AsSpan(k * FeatureTrack.Size, FeatureTrack.Size));
        return new(at, features, piece.HasBeat ? Math.Max(1, piece.BeatsPerBar / step) : 4, Math.Max(2, 8 / step) + 1, piece.HasBeat);
    }

    /// <summary>The mean features of the moments of a stretch.</summary>
    private static void Hear(FeatureTrack track, long from, long to, Span<float> heard)
    {
        var first = (int)Math.Min(track.Count - 1, from / track.HopFrames);
        if (first < 0) return;
        var moments = new float[Math.Clamp((int)(to / track.HopFrames) - first, 1, track.Count - first) * FeatureTrack.Size];
        track.Read(first, moments);
        for (var at = 0; at < moments.Length; at += heard.Length) TensorPrimitives.Add(heard, moments.AsSpan(at, heard.Length), heard);
        TensorPrimitives.Divide(heard, moments.Length / heard.Length, heard);
    }
}
