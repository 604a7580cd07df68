using System.Numerics.Tensors;

namespace Phonaris.Core.Signal;

/// <summary>
/// Loudness by ITU-R BS.1770-5 and EBU R 128, from the mean squares of K-weighted sound in steps of 10 ms: blocks of 400 ms or 3 s every
/// 100 ms, for the integrated value the gates at −70 LUFS and 10 LU below the ungated mean; loudness range by EBU Tech 3342.
/// </summary>
public static class Loudness
{
    /// <summary>Frames per step at 48 kHz: 10 ms, fine enough to find the maximum at any offset.</summary>
    public const int StepFrames = 10 * Frames.PerMs;

    /// <summary>Steps in a momentary block of 400 ms.</summary>
    internal const int MomentarySteps = 40;

    /// <summary>Steps in a short-term block of 3 s.</summary>
    private const int ShortTermSteps = 300;

    /// <summary>Steps from one block to the next for the overlap that the standard requires: 100 ms.</summary>
    private const int HopSteps = 10;

    private const double AbsoluteGate = -70, IntegratedGate = -10, RangeGate = -20;
    private const double RangeFrom = 0.10, RangeTo = 0.95;

    /// <summary>The momentary loudness (400 ms) every 100 ms, in LUFS; −∞ for silence.</summary>
    public static double[] Momentary(ReadOnlySpan<double> steps) => AllOf(steps, MomentarySteps);

    /// <summary>The short-term loudness (3 s) every 100 ms, in LUFS; −∞ for silence.</summary>
    public static double[] ShortTerm(ReadOnlySpan<double> steps) => AllOf(steps, ShortTermSteps);

    /// <summary>The loudness of each 100 ms, in LUFS; −∞ for silence.</summary>
    public static double[] Tenths(ReadOnlySpan<double> steps) => AllOf(steps, HopSteps);

    /// <summary>The integrated loudness in LUFS, or null if nothing passes the gates.</summary>
    public static double? Integrated(ReadOnlySpan<double> steps)
    {
        var loud = Array.FindAll(Blocks(steps, MomentarySteps, HopSteps), p => Lufs(p) > AbsoluteGate);
        if (loud.Length == 0) return null;
        var gate = MeanSquare(Lufs(loud.Average()) + IntegratedGate);
        return Lufs(loud.Where(p => p > gate).Average());
    }

    /// <summary>The maximum momentary loudness (400 ms) in LUFS, or null if none is above −70 LUFS.</summary>
    public static double? Loudest(ReadOnlySpan<double> steps) => Greatest(steps, MomentarySteps);

    /// <summary>The maximum short-term loudness (3 s) in LUFS, or null if none is above −70 LUFS.</summary>
    public static double? LoudestShortTerm(ReadOnlySpan<double> steps) => Greatest(steps, ShortTermSteps);

    /// <summary>The loudness range in LU, or null if the sound is too short or too quiet.</summary>
    public static double? Range(ReadOnlySpan<double> steps)
    {
        var loud = Array.FindAll(Blocks(steps, ShortTermSteps, HopSteps), p => Lufs(p) > AbsoluteGate);
        if (loud.Length == 0) return null;
        var gate = Lufs(loud.Average()) + RangeGate;
        var kept = Array.FindAll(Array.ConvertAll(loud, Lufs), l => l > gate);
        Array.Sort(kept);
        return At(RangeTo) - At(RangeFrom);

        double At(double share) => kept[(int)Math.Round((kept.Length - 1) * share)];
    }

    /// <summary>The loudness of a mean square in LUFS; −∞ for silence.</summary>
    public static double Lufs(double meanSquare) => -0.691 + 10 * Math.Log10(meanSquare);

    /// <summary>The mean square of a loudness in LUFS.</summary>
    public static double MeanSquare(double lufs) => Math.Pow(10, (lufs + 0.691) / 10);

    private static double[] AllOf(ReadOnlySpan<double> steps, int inBlock)
    {
        var blocks = Blocks(steps, inBlock, HopSteps);
        for (var i = 0; i < blocks.Length; i++) blocks[i] = Lufs(blocks[i]);
        return blocks;
    }

    private static double? Greatest(ReadOnlySpan<double> steps, int inBlock)
    {
        var greatest = Lufs(Blocks(steps, inBlock, 1).DefaultIfEmpty(0).Max());
        return greatest > AbsoluteGate ? greatest : null;
    }

    /// <summary>The mean squares of blocks, given their length and distance in steps.</summary>
    private static double[] Blocks(ReadOnlySpan<double> steps, int inBlock, int hop)
    {
        if (steps.Length < inBlock) return [];
        var blocks = new double[(steps.Length - inBlock) / hop + 1];
        // A running sum would accumulate rounding errors over hours; these few numbers can be added each time.
        for (var b = 0; b < blocks.Length; b++) blocks[b] = TensorPrimitives.Sum(steps.Slice(b * hop, inBlock)) / inBlock;
        return blocks;
    }
}
