namespace Phonaris.Core.Signal;

/// <summary>
/// A crossfade with constant power, between two repeats of a loop or two beds. With r the correlation of the two sounds
/// and θ from 0 to π/2, the first has gain cos θ and the second sin θ, both divided by √(1 + r·sin 2θ).
/// For r = 0 that is the equal-power crossfade, for r = 1 an equal-gain one (the gains add up to one), and in between the sum of
/// two signals of equal power keeps exactly that power.
/// </summary>
public static class EqualPowerCrossfade
{
    /// <summary>The longest crossfade of a loop, in frames: 200 ms.</summary>
    public const long LongestFrames = 200 * Frames.PerMs;

    /// <summary>The length of the crossfade between two repeats: 200 ms, or a quarter of the used part if that is shorter.</summary>
    /// <param name="used">The part used, in frames.</param>
    public static long FramesFor(long used) => Math.Min(LongestFrames, used / 4);

    /// <summary>The correlation of two sounds of equal length, 0 to 1; negative values count as 0, so that gains stay bounded.</summary>
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

    /// <summary>The gains of the two sounds at a frame of the crossfade.</summary>
    /// <param name="frame">The frame, from 0.</param>
    /// <param name="frames">The length of the crossfade in frames.</param>
    /// <param name="correlation">The correlation of the two sounds, 0 to 1.</param>
    public static (float Leaving, float Entering) GainsAt(long frame, long frames, float correlation)
    {
        var (sin, cos) = MathF.SinCos((frame + 0.5f) / frames * (MathF.PI / 2));
        var even = Evenness(sin, cos, correlation);
        return (cos * even, sin * even);
    }

    /// <summary>The correction of an equal-power crossfade's gains at a frame, which keeps the power constant.</summary>
    /// <param name="frame">The frame, from 0.</param>
    /// <param name="frames">The length of the crossfade in frames.</param>
    /// <param name="correlation">The correlation of the two sounds, 0 to 1.</param>
    public static float EvennessAt(long frame, long frames, float correlation)
    {
        var (sin, cos) = MathF.SinCos((frame + 0.5f) / frames * (MathF.PI / 2));
        return Evenness(sin, cos, correlation);
    }

    private static float Evenness(float sin, float cos, float correlation) => 1 / MathF.Sqrt(1 + correlation * 2 * sin * cos);
}
