using System.Runtime.Intrinsics;

namespace Phonaris.Core.Signal;

/// <summary>
/// The K-weighting of ITU-R BS.1770-5: a high shelf that models the head, and a high-pass. Its coefficients are given for
/// 48 kHz (Tables 1 and 2) and recomputed for other rates from the analogue prototypes.
/// </summary>
internal readonly struct KWeighting
{
    // Prototypes: shelf at 1681.97 Hz with +4.0 dB, high pass at 38.14 Hz.
    private const double ShelfHz = 1681.974450955533, ShelfDb = 3.999843853973347, ShelfQ = 0.7071752369554196;
    private const double PassHz = 38.13547087602444, PassQ = 0.5003270373238773;

    // 2000 dB below full scale, and far above denormal numbers.
    private const double LeastState = 1e-100;

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

    /// <summary>The filter state of two stretches of two channels: the first stretch in the lower half, the second in the upper.</summary>
    public struct State
    {
        internal Vector256<double> S1, S2, S3, S4;

        /// <summary>A state whose first stretch continues the second of one state, and whose second continues the second of another.</summary>
        public static State From(in State first, in State second) => new()
        {
            S1 = Vector256.Create(first.S1.GetUpper(), second.S1.GetUpper()),
            S2 = Vector256.Create(first.S2.GetUpper(), second.S2.GetUpper()),
            S3 = Vector256.Create(first.S3.GetUpper(), second.S3.GetUpper()),
            S4 = Vector256.Create(first.S4.GetUpper(), second.S4.GetUpper()),
        };
    }

    /// <summary>The sums of squares of two weighted stretches, each channel separately. One stretch would take as long as two.</summary>
    /// <param name="first">The samples of the first stretch, interleaved.</param>
    /// <param name="second">Those of the second, equally many.</param>
    /// <param name="state">The filter state.</param>
    public Vector256<double> SumsOfSquares(ReadOnlySpan<Vector64<float>> first, ReadOnlySpan<Vector64<float>> second, ref State state) =>
        Sums<Squares>(first, second, ref state);

    /// <summary>The sum of products of two weighted stretches, over both channels.</summary>
    /// <param name="first">The samples of the first stretch, interleaved.</param>
    /// <param name="second">Those of the second, equally many.</param>
    /// <param name="state">The filter state.</param>
    public double SumOfProducts(ReadOnlySpan<Vector64<float>> first, ReadOnlySpan<Vector64<float>> second, ref State state) =>
        Vector128.Sum(Sums<Products>(first, second, ref state).GetLower());

    private interface ITerm
    {
        static abstract Vector256<double> Of(Vector256<double> z);
    }

    private readonly struct Squares : ITerm
    {
        public static Vector256<double> Of(Vector256<double> z) => z;
    }

    private readonly struct Products : ITerm
    {
        public static Vector256<double> Of(Vector256<double> z) => Vector256.Create(z.GetUpper(), z.GetLower());
    }

    /// <summary>The sums over weighted samples of two stretches, of what a term computes from them.</summary>
    private Vector256<double> Sums<TTerm>(ReadOnlySpan<Vector64<float>> first, ReadOnlySpan<Vector64<float>> second, ref State state)
        where TTerm : struct, ITerm
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(second.Length, first.Length);
        var (s1, s2, s3, s4, sum) = (state.S1, state.S2, state.S3, state.S4, Vector256<double>.Zero);
        var (b0, b1, b2) = (Vector256.Create(_b0), Vector256.Create(_b1), Vector256.Create(_b2));
        var (a1, a2, c1, c2) = (Vector256.Create(-_a1), Vector256.Create(-_a2), Vector256.Create(-_c1), Vector256.Create(-_c2));
        for (var i = 0; i < first.Length; i++)
        {
            // Each stage is a biquad in transposed direct form II; the operation that depends on the last result comes last.
            var x = Vector256.Create(Vector128.WidenLower(first[i].ToVector128Unsafe()), Vector128.WidenLower(second[i].ToVector128Unsafe()));
            var y = Vector256.FusedMultiplyAdd(x, b0, s1);
            s1 = Vector256.FusedMultiplyAdd(y, a1, Vector256.FusedMultiplyAdd(x, b1, s2));
            s2 = Vector256.FusedMultiplyAdd(y, a2, x * b2);
            var z = y + s3;
            s3 = Vector256.FusedMultiplyAdd(z, c1, s4 - (y + y));
            s4 = Vector256.FusedMultiplyAdd(z, c2, y);
            sum = Vector256.FusedMultiplyAdd(z, TTerm.Of(z), sum);
        }
        (state.S1, state.S2, state.S3, state.S4) = (Flushed(s1), Flushed(s2), Flushed(s3), Flushed(s4));
        return sum;
    }

    /// <summary>A state with its smallest values set to zero: after a sound has ended they would decay to denormal numbers, which are forty times slower.</summary>
    private static Vector256<double> Flushed(Vector256<double> s) => Vector256.GreaterThan(Vector256.Abs(s), Vector256.Create(LeastState)) & s;
}
