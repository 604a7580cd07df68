using System.Numerics.Tensors;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>Finds the exact position of a jump among those where it is least audible: at a beat, or where the features change least.</summary>
/// <param name="grid">The piece, divided at its beats.</param>
/// <param name="fine">The similarity of its moments, at the finest resolution.</param>
/// <param name="ends">The number of stretches at either end that are kept.</param>
internal sealed class EditCandidates(BeatGrid grid, Likeness fine, int ends)
{
    /// <summary>How far an edit is moved without a beat, and the context that is compared.</summary>
    private const long ReachFrames = Frames.PerSecond / 4, AroundFrames = 60 * Frames.PerMs;

    /// <summary>The position of a jump.</summary>
    /// <param name="from">The frame it leaves.</param>
    /// <param name="to">The frame it enters.</param>
    /// <param name="reachFrames">The tolerance of its length, in frames.</param>
    /// <returns>The frames, and the percentage of random pairs of moments that are more alike, as a fraction.</returns>
    public (FrameJump Jump, float Percentile) Settle(long from, long to, long reachFrames)
    {
        var (a, b) = (StepOf(from), StepOf(to));
        var reach = (int)(reachFrames / fine.HopFrames);
        var lag = Enumerable.Range(-reach, 2 * reach + 1).Where(d => b + d >= 0 && b + d <= fine.Count).MinBy(d => fine.Unlike(a, b + d)) + b - a;
        var leave = grid.HasBeat ? OnBeat(from, lag * fine.HopFrames) : FrameOf(Smoothest(a, lag));
        var jump = new FrameJump(leave, leave + lag * fine.HopFrames);
        return (jump, PercentileOf(jump));
    }

    /// <summary>The fraction of random pairs of moments that are more alike than those of a jump.</summary>
    public float PercentileOf(FrameJump jump) => fine.Percentile(fine.Unlike(StepOf(jump.FromFrame), StepOf(jump.ToFrame)));

    /// <summary>A frame shortly before the beat nearest to another, with enough context for a jump.</summary>
    private long OnBeat(long frame, long lag)
    {
        var beats = Enumerable.Range(ends, grid.Count - ends).Select(s => grid.At[s]).Where(at => at + lag <= grid.At[grid.Count - ends] && at + lag > grid.At[0] + Splices.Lead(grid)).ToList();
        return (beats.Count == 0 ? frame : beats.MinBy(at => Math.Abs(at - frame))) - Splices.Lead(grid);
    }

    /// <summary>The step near another at which the features are most similar to those a lag later.</summary>
    private int Smoothest(int step, int lag)
    {
        var (reach, around) = ((int)(ReachFrames / fine.HopFrames), (int)Math.Max(1, AroundFrames / fine.HopFrames));
        var first = Math.Max(Math.Max(StepOf(grid.At[ends]), around), around - lag);
        var last = Math.Min(fine.Count, StepOf(grid.At[grid.Count - ends]) - lag) - around;
        var distances = new float[2 * around];
        return Enumerable.Range(step - reach, 2 * reach + 1).Where(s => s >= first && s <= last).DefaultIfEmpty(step).MinBy(s => s >= first && s <= last ? Around(s) : 0);

        float Around(int at)
        {
            fine.Distances(at - around, at + lag - around, distances);
            return TensorPrimitives.Sum<float>(distances);
        }
    }

    private int StepOf(long frame) => (int)Math.Clamp((frame - grid.At[0] + fine.HopFrames / 2) / fine.HopFrames, 0, fine.Count);

    private long FrameOf(int step) => grid.At[0] + step * fine.HopFrames;
}
