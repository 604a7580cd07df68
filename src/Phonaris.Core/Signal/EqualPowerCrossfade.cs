namespace Phonaris.Core.Signal;

/// <summary>
/// Where one round of a loop goes over into the next, or a bed into the one that takes over: a crossfade whose power stays even. With r the correlation of the two sides
/// and θ running from 0 to π/2, the side that leaves gets cos θ and the side that enters sin θ, both divided by √(1 + r·sin 2θ).
/// For r = 0 that is the equal-power crossfade, for r = 1 an equal-gain one (the gains add up to one), and in between the sum of
/// two signals of equal power keeps exactly that power.
/// </summary>
public static class EqualPowerCrossfade
{
    /// <summary>The longest seam, in frames: 200 ms.</summary>
    public const long LongestFrames = 200 * Frames.PerMs;

    /// <summary>How many frames two rounds overlap: 200 ms, or a quarter of the part used when that is shorter.</summary>
    /// <param name="used">The part used, in frames.</param>
    public static long FramesFor(long used) => Math.Min(LongestFrames, used / 4);

    /// <summary>The correlation of two stretches of equal length, 0 to 1; what is negative counts as 0, so that gains stay bounded.</summary>
    public static float Correlation(ReadOnlySpan<float> a, ReadOnlySpan<float> b)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(a.Length, b.Length);
        double ab = 0, aa = 0, bb = 0;
        for (var i = 0; i < a.Length; i++)
        {
            ab += (double)a[i] * b[i];
            aa += (double)a[i] * a[i];
            bb += (double)b[i] * b[i];
        }
        return aa > 0 && bb > 0 ? (float)Math.Clamp(ab / Math.Sqrt(aa * bb), 0, 1) : 0;
    }

    /// <summary>The gains of the two sides at a frame of the seam.</summary>
    /// <param name="frame">The frame, from 0.</param>
    /// <param name="frames">The seam's length in frames.</param>
    /// <param name="correlation">The correlation of the two sides, 0 to 1.</param>
    public static (float Leaving, float Entering) GainsAt(long frame, long frames, float correlation)
    {
        var (sin, cos) = MathF.SinCos((frame + 0.5f) / frames * (MathF.PI / 2));
        var even = Evenness(sin, cos, correlation);
        return (cos * even, sin * even);
    }

    /// <summary>What the gains of an equal-power crossfade are multiplied with at a frame of it, so that its power stays even.</summary>
    /// <param name="frame">The frame, from 0.</param>
    /// <param name="frames">The crossfade's length in frames.</param>
    /// <param name="correlation">The correlation of the two sides, 0 to 1.</param>
    public static float EvennessAt(long frame, long frames, float correlation)
    {
        var (sin, cos) = MathF.SinCos((frame + 0.5f) / frames * (MathF.PI / 2));
        return Evenness(sin, cos, correlation);
    }

    private static float Evenness(float sin, float cos, float correlation) => 1 / MathF.Sqrt(1 + correlation * 2 * sin * cos);
}
