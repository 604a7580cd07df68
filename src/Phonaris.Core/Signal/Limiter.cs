using System.Numerics.Tensors;

namespace Phonaris.Core.Signal;

/// <summary>
/// A look-ahead true-peak limiter at −1 dBTP. Below that it does nothing: samples are unchanged bit by bit.
/// <para>
/// It remembers only a bounded past, so any part can be limited on its own. Time is divided into periods of 1 ms counted from frame 0.
/// The gain d a period needs is ceiling ÷ true peak, at most 1. The gain at the edges between periods is computed from the periods on either side
/// in three steps, each of which can only lower it: release (the gain recovers over 100 ms along a raised cosine),
/// hold (minimum of the next 5 ms) and smoothing (mean of the last 5 ms). Between edges it is linear.
/// </para>
/// </summary>
public static class Limiter
{
    /// <summary>The threshold, a true peak: −1 dBTP.</summary>
    public static float Threshold { get; } = Gain.FromDecibels(-1);

    /// <summary>The target of a peak above the threshold: slightly lower, because a changing gain bends the wave between samples.</summary>
    private static readonly float Ceiling = Gain.FromDecibels(-1.1);

    private const int PeriodFrames = Frames.PerMs;
    private const int AttackPeriods = 5;
    private const int ReleasePeriods = 100;

    /// <summary>The frames before a part that affect it: whole periods.</summary>
    public const int FramesBefore = (ReleasePeriods + AttackPeriods + 3) * PeriodFrames;

    /// <summary>The frames after a part that affect it: whole periods.</summary>
    public const int FramesAfter = (AttackPeriods + 3) * PeriodFrames;

    private static readonly float[] Release =
        [.. Enumerable.Range(0, ReleasePeriods).Select(j => 0.5f + 0.5f * MathF.Cos(MathF.PI * j / ReleasePeriods))];

    /// <summary>Limits a part.</summary>
    /// <param name="context">
    /// The interleaved sum from <paramref name="contextStart"/> on, including at least <see cref="FramesBefore"/> before the part,
    /// and <see cref="FramesAfter"/> after it.
    /// </param>
    /// <param name="contextStart">The absolute frame at which the context begins; a whole number of milliseconds, may be negative.</param>
    /// <param name="start">The absolute frame at which the part begins.</param>
    /// <param name="destination">Receives the part.</param>
    public static void Limit(ReadOnlySpan<float> context, long contextStart, long start, Span<float> destination)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(contextStart % PeriodFrames, 0);
        var offset = (int)(start - contextStart);
        context.Slice(offset * 2, destination.Length).CopyTo(destination);
        if (StaysBelow(context)) return;

        var needs = Needs(context);
        if (TensorPrimitives.Min(needs.AsSpan()) == 1) return;
        var edges = Edges(needs);
        for (var i = 0; i < destination.Length / 2;)
        {
            var period = (offset + i) / PeriodFrames;
            var inPeriod = (offset + i) % PeriodFrames;
            var count = Math.Min(PeriodFrames - inPeriod, destination.Length / 2 - i);
            var (from, to) = (edges[period], edges[period + 1]);
            for (var k = 0; k < count && (from != 1 || to != 1); k++)
            {
                var gain = from + (to - from) * ((float)(inPeriod + k) / PeriodFrames);
                destination[(i + k) * 2] *= gain;
                destination[(i + k) * 2 + 1] *= gain;
            }
            i += count;
        }
    }

    /// <summary>Whether samples are so low that no true peak between them can reach the threshold. The largest magnitude keeps its sign.</summary>
    private static bool StaysBelow(ReadOnlySpan<float> samples) =>
        MathF.Abs(TensorPrimitives.MaxMagnitude(samples)) * TruePeak.Bound <= Threshold;

    /// <summary>The gain that each whole period of the context needs; 1 if none.</summary>
    private static float[] Needs(ReadOnlySpan<float> context)
    {
        var needs = new float[context.Length / 2 / PeriodFrames];
        needs.AsSpan().Fill(1);
        for (var p = 1; p < needs.Length - 1; p++)
        {
            var around = context[((p * PeriodFrames - TruePeak.FramesBefore) * 2)..(((p + 1) * PeriodFrames + TruePeak.FramesAfter) * 2)];
            if (StaysBelow(around)) continue;
            var peak = TruePeak.Of(around);
            if (peak > Threshold) needs[p] = Ceiling / peak;
        }
        return needs;
    }

    /// <summary>The gain at the edge before each period.</summary>
    private static float[] Edges(float[] needs)
    {
        var released = new float[needs.Length + 1];
        released.AsSpan().Fill(1);
        for (var p = 0; p < needs.Length; p++)
        {
            if (needs[p] == 1) continue;
            // The period's own two edges are the first of its release.
            released[p] = Math.Min(released[p], needs[p]);
            for (var j = 0; j < ReleasePeriods && p + 1 + j < released.Length; j++)
                released[p + 1 + j] = Math.Min(released[p + 1 + j], 1 - (1 - needs[p]) * Release[j]);
        }

        var held = new float[released.Length];
        for (var e = 0; e < held.Length; e++)
            held[e] = TensorPrimitives.Min(released.AsSpan(e, Math.Min(AttackPeriods, released.Length - e)));

        var edges = new float[held.Length];
        edges.AsSpan().Fill(1);
        for (var e = AttackPeriods - 1; e < edges.Length; e++)
        {
            var last = held.AsSpan(e - AttackPeriods + 1, AttackPeriods);
            // Exactly 1 stays exactly 1, and rounding never raises the mean above the edge's own need.
            if (TensorPrimitives.Min(last) < 1) edges[e] = Math.Min(TensorPrimitives.Sum<float>(last) / AttackPeriods, released[e]);
        }
        return edges;
    }
}
