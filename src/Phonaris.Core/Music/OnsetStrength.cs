using System.Numerics.Tensors;

namespace Phonaris.Core.Music;

/// <summary>
/// The strength of onsets over time: the rise of the log-mel spectrum over 30 ms, summed over bands, where a rise that only
/// moves in from a neighbouring band does not count (Böck and Widmer, "Maximum filter vibrato suppression for onset detection", DAFx 2013).
/// </summary>
/// <param name="Values">The strength at each spectrum, without its slow trend, in units of its standard deviation.</param>
/// <param name="Deviation">That standard deviation: the sum over bands of rises of the natural logarithm.</param>
internal sealed record OnsetStrength(float[] Values, float Deviation)
{
    /// <summary>Values per second.</summary>
    public const int PerSecond = 100;

    private const int Lag = 3;

    /// <summary>The power, relative to the piece's mean, at which the logarithm takes over.</summary>
    private const float Compression = 30;

    /// <summary>The least rise of a band that counts; a steady tone's power varies by less.</summary>
    private const float LeastRise = 0.04f;

    /// <summary>How much more the lowest band counts than a much higher one, and over how many bands that falls to about a third: bass marks the beat.</summary>
    private const float LowWeight = 2, LowBands = 3;

    /// <summary>The onset strength of a piece.</summary>
    /// <param name="mel">Mel spectra, 10 ms apart.</param>
    /// <param name="bands">The number of bands.</param>
    /// <param name="heard">How many of them are used, from the lowest.</param>
    public static OnsetStrength Of(Spectra mel, int bands, int heard)
    {
        var mean = TensorPrimitives.Sum<float>(mel.Power) / Math.Max(1, mel.Power.Length);
        var log = new float[mel.Power.Length];
        TensorPrimitives.Multiply(mel.Power, Compression / Math.Max(mean, 1e-12f), log);
        TensorPrimitives.LogP1(log, log);
        var strength = new float[mel.Count];
        float[] weights = [.. Enumerable.Range(0, heard).Select(b => 1 + LowWeight * MathF.Exp(-b / LowBands))];
        for (var t = Lag; t < mel.Count; t++)
        {
            var now = log.AsSpan(t * bands, bands);
            var before = log.AsSpan((t - Lag) * bands, bands);
            float rise = 0;
            for (var b = 0; b < heard; b++)
            {
                var most = Math.Max(before[b], Math.Max(b > 0 ? before[b - 1] : 0, b + 1 < bands ? before[b + 1] : 0));
                rise += weights[b] * Math.Max(0, now[b] - most - LeastRise);
            }
            strength[t] = rise;
        }
        return Evened(strength);
    }

    /// <summary>Subtracts the local mean over a second, and sets negative values to zero.</summary>
    private static OnsetStrength Evened(float[] strength)
    {
        const int around = PerSecond / 2;
        var sums = new double[strength.Length + 1];
        for (var t = 0; t < strength.Length; t++) sums[t + 1] = sums[t] + strength[t];
        var even = new float[strength.Length];
        for (var t = 0; t < strength.Length; t++)
        {
            var (from, to) = (Math.Max(0, t - around), Math.Min(strength.Length, t + around + 1));
            even[t] = (float)Math.Max(0, strength[t] - (sums[to] - sums[from]) / (to - from));
        }
        var deviation = even.Length > 0 ? TensorPrimitives.StdDev<float>(even) : 0;
        if (deviation > 1e-6f) TensorPrimitives.Divide(even, deviation, even);
        else Array.Clear(even);
        return new(even, deviation);
    }
}
