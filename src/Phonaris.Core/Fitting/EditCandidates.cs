using System.Numerics.Tensors;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>Finds the very place at which a jump is made, of those at which it is as little heard: at a beat, or where what is heard changes least.</summary>
/// <param name="grid">The piece from beat to beat.</param>
/// <param name="fine">How alike its places are, looked at as finely as is known.</param>
/// <param name="ends">How many stretches at the beginning and at the end stay as they are.</param>
internal sealed class EditCandidates(BeatGrid grid, Likeness fine, int ends)
{
    /// <summary>How far an edit is moved where there is no beat, and how much is compared around it.</summary>
    private const long ReachFrames = Frames.PerSecond / 4, AroundFrames = 60 * Frames.PerMs;

    /// <summary>The place for a jump.</summary>
    /// <param name="from">The frame it leads from.</param>
    /// <param name="to">The frame it leads to.</param>
    /// <param name="reachFrames">How much longer or shorter it may be made, in frames.</param>
    /// <returns>The frames, and the part of random pairs of places that are more alike.</returns>
    public (FrameJump Jump, float Percentile) Settle(long from, long to, long reachFrames)
    {
        var (a, b) = (StepOf(from), StepOf(to));
        var reach = (int)(reachFrames / fine.HopFrames);
        var lag = Enumerable.Range(-reach, 2 * reach + 1).Where(d => b + d >= 0 && b + d <= fine.Count).MinBy(d => fine.Unlike(a, b + d)) + b - a;
        var leave = grid.HasBeat ? OnBeat(from, lag * fine.HopFrames) : FrameOf(Smoothest(a, lag));
        var jump = new FrameJump(leave, leave + lag * fine.HopFrames);
        return (jump, PercentileOf(jump));
    }

    /// <summary>The part of random pairs of places that are more alike than those of a jump, 0 to 1.</summary>
    public float PercentileOf(FrameJump jump) => fine.Percentile(fine.Unlike(StepOf(jump.FromFrame), StepOf(jump.ToFrame)));

    /// <summary>The frame before the beat nearest to one, from which there is room for a jump.</summary>
    private long OnBeat(long frame, long lag)
    {
        var beats = Enumerable.Range(ends, grid.Count - ends).Select(s => grid.At[s]).Where(at => at + lag <= grid.At[grid.Count - ends] && at + lag > grid.At[0] + Splices.Lead(grid)).ToList();
        return (beats.Count == 0 ? frame : beats.MinBy(at => Math.Abs(at - frame))) - Splices.Lead(grid);
    }

    /// <summary>The step near one at which what is heard is nearest to what is heard a lag on.</summary>
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
