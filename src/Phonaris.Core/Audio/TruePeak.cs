using System.Numerics;

namespace Phonaris.Core.Audio;

/// <summary>
/// True peak by fourfold oversampling with the interpolating filter of ITU-R BS.1770-5, Annex 2: four phases of twelve taps.
/// </summary>
public static class TruePeak
{
    /// <summary>Frames the filter needs before the first one asked about.</summary>
    public const int FramesBefore = 5;

    /// <summary>Frames the filter needs after the last one asked about.</summary>
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
    /// No true peak exceeds the greatest sample times this: the largest sum of magnitudes of a phase, at least 1. Where even that
    /// stays below a limit, oversampling can be left out.
    /// </summary>
    public static float Bound { get; } = Math.Max(1, Enumerable.Range(0, 4)
        .Max(phase => Coefficients.AsSpan(phase * Taps, Taps).ToArray().Sum(MathF.Abs)));

    /// <summary>The greatest magnitude, sampled or between samples, of all channels of a stretch.</summary>
    /// <param name="samples">
    /// Interleaved: <see cref="FramesBefore"/> frames of context, the stretch, <see cref="FramesAfter"/> frames of context.
    /// </param>
    /// <param name="channels">Samples in a frame.</param>
    public static float Of(ReadOnlySpan<float> samples, int channels = Timing.Frames.Channels)
    {
        var count = samples.Length - (FramesBefore + FramesAfter) * channels;
        ArgumentOutOfRangeException.ThrowIfNegative(count, nameof(samples));
        var greatest = Vector<float>.Zero;
        var i = 0;
        for (; i <= count - Vector<float>.Count; i += Vector<float>.Count)
        {
            greatest = Vector.Max(greatest, Vector.Abs(new Vector<float>(samples[(i + FramesBefore * channels)..])));
            Vector<float> p0 = default, p1 = default, p2 = default, p3 = default;
            for (var tap = 0; tap < Taps; tap++)
            {
                // Tap 0 weighs the newest sample.
                var x = new Vector<float>(samples[(i + (Taps - 1 - tap) * channels)..]);
                p0 = Vector.FusedMultiplyAdd(x, new Vector<float>(Coefficients[tap]), p0);
                p1 = Vector.FusedMultiplyAdd(x, new Vector<float>(Coefficients[Taps + tap]), p1);
                p2 = Vector.FusedMultiplyAdd(x, new Vector<float>(Coefficients[2 * Taps + tap]), p2);
                p3 = Vector.FusedMultiplyAdd(x, new Vector<float>(Coefficients[3 * Taps + tap]), p3);
            }
            greatest = Vector.Max(greatest, Vector.Max(Vector.Max(Vector.Abs(p0), Vector.Abs(p1)), Vector.Max(Vector.Abs(p2), Vector.Abs(p3))));
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
    }
}
