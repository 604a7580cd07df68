namespace Phonaris.Core.Signal;

/// <summary>
/// Silences samples that are NaN or infinite, as a faulty file may contain: one would stay in every recursive filter and
/// spoil all sound after it.
/// </summary>
public static class FiniteSamples
{
    /// <summary>Samples without them.</summary>
    /// <param name="samples">Any samples.</param>
    /// <returns>The same samples if all are finite; otherwise a copy with silence instead of the others.</returns>
    public static ReadOnlySpan<float> Of(ReadOnlySpan<float> samples)
    {
        // Infinities and NaN have all exponent bits set (IEEE 754).
        var at = 0;
        while (at < samples.Length && float.IsFinite(samples[at])) at++;
        if (at == samples.Length) return samples;
        var clean = samples.ToArray();
        for (; at < clean.Length; at++)
            if (!float.IsFinite(clean[at])) clean[at] = 0;
        return clean;
    }
}
