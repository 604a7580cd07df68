using Phonaris.Core.Music;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>The used part of a piece from beat to beat: what it is cut at, and what is heard between.</summary>
internal sealed class BeatGrid
{
    /// <summary>With more stretches than this, several beats are taken as one, so that comparing all with all stays cheap: halves of bars, bars, several bars.</summary>
    private const int Most = 1280;

    private readonly float[] _features;
    private long? _middle;

    private BeatGrid(long[] at, float[] features, int perBar, int ends, bool hasBeat) => (At, _features, PerBar, Ends, HasBeat) = (at, features, perBar, ends, hasBeat);

    /// <summary>Where each stretch begins, in frames of the sound, and where the last ends.</summary>
    public long[] At { get; }

    /// <summary>How many stretches there are.</summary>
    public int Count => At.Length - 1;

    /// <summary>How many stretches a bar has.</summary>
    public int PerBar { get; }

    /// <summary>
    /// How many stretches at either end stay as they are: two bars, taken for bars of four even where three are likelier, and one to spare
    /// for what lies before the first beat.
    /// </summary>
    public int Ends { get; }

    /// <summary>Whether it is cut at beats that can be relied on.</summary>
    public bool HasBeat { get; }

    /// <summary>The middle length of a stretch in frames.</summary>
    public long Middle => _middle ??= Count == 0 ? 0 : Enumerable.Range(0, Count).Select(k => At[k + 1] - At[k]).Order().ElementAt(Count / 2);

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => At.Length * sizeof(long) + _features.Length * sizeof(float);

    /// <summary>What is heard in a stretch.</summary>
    public ReadOnlySpan<float> this[int stretch] => _features.AsSpan(stretch * BeatFeatures.Size, BeatFeatures.Size);

    /// <summary>Whether a join leads from and to the frames of a leap, to half a stretch.</summary>
    public bool IsAt(Edge edge, FrameLeap leap)
    {
        var near = Middle / 2;
        return Math.Abs(leap.FromFrame - At[edge.From + 1]) < near && Math.Abs(leap.ToFrame - At[edge.To]) < near;
    }

    /// <summary>The stretch a leap leaves, at the end nearest to where it does, and the one it enters.</summary>
    public (int From, int To) Places(FrameLeap leap) => (Math.Clamp(Nearest(leap.FromFrame) - 1, 0, Count - 1), Math.Min(Nearest(leap.ToFrame), Count - 1));

    private int Nearest(long frame)
    {
        var at = Array.BinarySearch(At, frame);
        if (at >= 0) return at;
        at = ~at;
        return at == 0 ? 0 : at == At.Length || frame - At[at - 1] <= At[at] - frame ? at - 1 : at;
    }

    /// <summary>The grid of the used part of a piece.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="from">The first frame used.</param>
    /// <param name="to">The frame after the last.</param>
    public static BeatGrid Of(Piece piece, long from, long to)
    {
        var bounds = piece.Bounds;
        // No stretch shorter than half a beat where the part begins or ends within one.
        var least = (long)(30.0 / piece.TempoBpm * Values.Frames.PerSecond);
        var inside = Enumerable.Range(0, bounds.Count).Where(k => bounds[k] > from + least && bounds[k] < to - least).ToList();
        var step = 1;
        while (inside.Count / step > Most) step *= step == 1 && piece.BeatsPerBar == 3 ? 3 : 2;
        // Counted from where a bar begins.
        var downbeat = piece.FirstDownbeat + (bounds.Count > 1 && piece.Beats is [0, ..] ? 0 : 1);
        inside = [.. inside.Where(k => (k - downbeat) % step == 0)];
        long[] at = [from, .. inside.Select(k => bounds[k]), to];
        var features = new float[(at.Length - 1) * BeatFeatures.Size];
        for (var s = 0; s < at.Length - 1; s++)
        {
            // Of several beats taken as one, the first stands for all: what follows it is compared with what follows.
            var k = s == 0 ? Math.Max(0, (inside.Count > 0 ? inside[0] : 1) - 1) : inside[s - 1];
            piece.Features.AsSpan(Math.Min(k, bounds.Count - 2) * BeatFeatures.Size, BeatFeatures.Size).CopyTo(features.AsSpan(s * BeatFeatures.Size));
        }
        return new(at, features, piece.HasBeat ? Math.Max(1, piece.BeatsPerBar / step) : 4, Math.Max(2, 8 / step) + 1, piece.HasBeat);
    }
}
