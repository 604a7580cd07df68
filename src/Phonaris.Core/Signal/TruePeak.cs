using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace Phonaris.Core.Signal;

/// <summary>
/// True peak by fourfold oversampling with the interpolating filter of ITU-R BS.1770-5, Annex 2: four phases of twelve taps.
/// </summary>
public static class TruePeak
{
    /// <summary>The frames of context the filter needs before the first frame.</summary>
    public const int FramesBefore = 5;

    /// <summary>The frames of context the filter needs after the last frame.</summary>
    public const int FramesAfter = 6;

    private const int Taps = 12;

    private static readonly float[] Coefficients =
    [
        0.0017089843750f, 0.0109863281250f, -0.0196533203125f, 0.0332031250000f, -0.0594482421875f, 0.1373291015625f,
        0.9721679687500f, -0.1022949218750f, 0.0476074218750f, -0.0266113281250f, 0.0148925781250f, -0.0083007812500f,
        -0.0291748046875f, 0.0292968750000f, -0.0517578125000f, 0.0891113281250f, -0.1665039062500f, 0.4650878906250f,
        0.7797851562500f, -0.2003173828125f, 0.1015625000000f, -0.0582275390625f, 0.0330810546875f, -0.0189208984375f,
        -0.0189208984375f, 0.0330810546875f, -0.0582275390625f, 0.1015625000000f, -0.2003173828125f, 0.7797851562500f,
        0.4650878906250f, -0.1665039062500f, 0.0891113281250f, -0.0517578125000f, 0.0292968750000f, -0.0291748046875f,
        -0.0083007812500f, 0.0148925781250f, -0.0266113281250f, 0.0476074218750f, -0.1022949218750f, 0.9721679687500f,
        0.1373291015625f, -0.0594482421875f, 0.0332031250000f, -0.0196533203125f, 0.0109863281250f, 0.0017089843750f,
    ];

    /// <summary>
    /// No true peak exceeds the greatest sample times this: the largest sum of magnitudes of a phase, at least 1. If that
    /// stays below a limit, oversampling is not needed.
    /// </summary>
    public static float Bound { get; } = Math.Max(1, Enumerable.Range(0, 4)
        .Max(phase => Coefficients.AsSpan(phase * Taps, Taps).ToArray().Sum(MathF.Abs)));

    /// <summary>The maximum magnitude, at and between samples, of all channels of a part.</summary>
    /// <param name="samples">
    /// Interleaved: <see cref="FramesBefore"/> frames of context, the part, <see cref="FramesAfter"/> frames of context.
    /// </param>
    /// <param name="channels">Samples per frame.</param>
    public static float Of(ReadOnlySpan<float> samples, int channels = Values.Frames.Channels)
    {
        var count = samples.Length - (FramesBefore + FramesAfter) * channels;
        ArgumentOutOfRangeException.ThrowIfNegative(count, nameof(samples));
        var greatest = Vector<float>.Zero;
        ref var first = ref MemoryMarshal.GetReference(samples);
        var (i, lanes) = (0, Vector<float>.Count);
        // Two vectors at once share the loaded coefficients.
        for (; i <= count - 2 * lanes; i += 2 * lanes)
        {
            Vector<float> a0 = default, a1 = default, a2 = default, a3 = default, b0 = default, b1 = default, b2 = default, b3 = default;
            for (var tap = 0; tap < Taps; tap++)
            {
                // Tap 0 applies to the newest sample.
                ref var x = ref Unsafe.Add(ref first, i + (Taps - 1 - tap) * channels);
                var (a, b) = (Vector.LoadUnsafe(ref x), Vector.LoadUnsafe(ref x, (nuint)lanes));
                var (c0, c1) = (new Vector<float>(Coefficients[tap]), new Vector<float>(Coefficients[Taps + tap]));
                var (c2, c3) = (new Vector<float>(Coefficients[2 * Taps + tap]), new Vector<float>(Coefficients[3 * Taps + tap]));
                (a0, b0) = (Vector.FusedMultiplyAdd(a, c0, a0), Vector.FusedMultiplyAdd(b, c0, b0));
                (a1, b1) = (Vector.FusedMultiplyAdd(a, c1, a1), Vector.FusedMultiplyAdd(b, c1, b1));
                (a2, b2) = (Vector.FusedMultiplyAdd(a, c2, a2), Vector.FusedMultiplyAdd(b, c2, b2));
                (a3, b3) = (Vector.FusedMultiplyAdd(a, c3, a3), Vector.FusedMultiplyAdd(b, c3, b3));
            }
            var between = Vector.Max(Greatest(a0, a1, a2, a3), Greatest(b0, b1, b2, b3));
            ref var sampled = ref Unsafe.Add(ref first, i + FramesBefore * channels);
            greatest = Vector.Max(Vector.Max(greatest, between), Vector.Max(Vector.Abs(Vector.LoadUnsafe(ref sampled)), Vector.Abs(Vector.LoadUnsafe(ref sampled, (nuint)lanes))));
        }
        var peak = 0f;
        for (var lane = 0; lane < Vector<float>.Count; lane++) peak = Math.Max(peak, greatest[lane]);
        for (; i < count; i++)
        {
            peak = Math.Max(peak, Math.Abs(samples[i + FramesBefore * channels]));
            for (var phase = 0; phase < 4; phase++)
            {
                var sum = 0f;
                for (var tap = 0; tap < Taps; tap++) sum = MathF.FusedMultiplyAdd(samples[i + (Taps - 1 - tap) * channels], Coefficients[phase * Taps + tap], sum);
                peak = Math.Max(peak, Math.Abs(sum));
            }
        }
        return peak;

        static Vector<float> Greatest(Vector<float> p0, Vector<float> p1, Vector<float> p2, Vector<float> p3) =>
            Vector.Max(Vector.Max(Vector.Abs(p0), Vector.Abs(p1)), Vector.Max(Vector.Abs(p2), Vector.Abs(p3)));
    }
}
