using System.Runtime.Intrinsics;

namespace Phonaris.Core.Audio;

/// <summary>
/// The K-weighting of ITU-R BS.1770-5: a shelf that lifts the highs as a head does, and a high pass. Its coefficients are printed for
/// 48 kHz (Tables 1 and 2) and recomputed for other rates from the analogue prototypes that give those.
/// </summary>
internal readonly struct KWeighting
{
    // Prototypes: shelf at 1681.97 Hz with +4.0 dB, high pass at 38.14 Hz.
    private const double ShelfHz = 1681.974450955533, ShelfDb = 3.999843853973347, ShelfQ = 0.7071752369554196;
    private const double PassHz = 38.13547087602444, PassQ = 0.5003270373238773;

    private readonly double _b0, _b1, _b2, _a1, _a2, _c1, _c2;

    /// <summary>The weighting at a sample rate in Hz.</summary>
    public KWeighting(int sampleRate)
    {
        var k = Math.Tan(Math.PI * ShelfHz / sampleRate);
        var high = Math.Pow(10, ShelfDb / 20);
        var band = Math.Pow(high, 0.4996667741545416);
        var a0 = 1 + k / ShelfQ + k * k;
        _b0 = (high + band * k / ShelfQ + k * k) / a0;
        _b1 = 2 * (k * k - high) / a0;
        _b2 = (high - band * k / ShelfQ + k * k) / a0;
        _a1 = 2 * (k * k - 1) / a0;
        _a2 = (1 - k / ShelfQ + k * k) / a0;
        k = Math.Tan(Math.PI * PassHz / sampleRate);
        a0 = 1 + k / PassQ + k * k;
        _c1 = 2 * (k * k - 1) / a0;
        _c2 = (1 - k / PassQ + k * k) / a0;
    }

    /// <summary>What a pair of channels remembers from sample to sample.</summary>
    public struct State
    {
        internal Vector128<double> S1, S2, S3, S4;
    }

    /// <summary>The sums of squares of a stretch of two weighted channels, each by itself.</summary>
    /// <param name="frames">Their samples, side by side.</param>
    /// <param name="state">What is remembered.</param>
    public Vector128<double> SumsOfSquares(ReadOnlySpan<Vector64<float>> frames, ref State state)
    {
        var (s1, s2, s3, s4, sum) = (state.S1, state.S2, state.S3, state.S4, Vector128<double>.Zero);
        var (b0, b1, b2) = (Vector128.Create(_b0), Vector128.Create(_b1), Vector128.Create(_b2));
        var (a1, a2, c1, c2) = (Vector128.Create(-_a1), Vector128.Create(-_a2), Vector128.Create(-_c1), Vector128.Create(-_c2));
        foreach (var frame in frames)
        {
            // Each stage a biquad in transposed direct form II, what hangs on the last result coming last.
            var x = Vector128.WidenLower(frame.ToVector128Unsafe());
            var y = Vector128.FusedMultiplyAdd(x, b0, s1);
            s1 = Vector128.FusedMultiplyAdd(y, a1, Vector128.FusedMultiplyAdd(x, b1, s2));
            s2 = Vector128.FusedMultiplyAdd(y, a2, x * b2);
            var z = y + s3;
            s3 = Vector128.FusedMultiplyAdd(z, c1, s4 - (y + y));
            s4 = Vector128.FusedMultiplyAdd(z, c2, y);
            sum = Vector128.FusedMultiplyAdd(z, z, sum);
        }
        (state.S1, state.S2, state.S3, state.S4) = (s1, s2, s3, s4);
        return sum;
    }
}
