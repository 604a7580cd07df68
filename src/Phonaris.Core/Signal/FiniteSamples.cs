namespace Phonaris.Core.Signal;

/// <summary>
/// Silences samples that are no numbers (NaN) or infinite, as a bad render may hold: one of them would stay in every filter that it goes through, and
/// spoil all sound from there on.
/// </summary>
public static class FiniteSamples
{
    /// <summary>Samples without them.</summary>
    /// <param name="samples">Any samples.</param>
    /// <returns>The same where all are numbers; else a copy with silence in the place of the others.</returns>
    public static ReadOnlySpan<float> Of(ReadOnlySpan<float> samples)
    {
        // Of infinite and undefined numbers all bits of the exponent are set (IEEE 754).
        var at = 0;
        while (at < samples.Length && float.IsFinite(samples[at])) at++;
        if (at == samples.Length) return samples;
        var clean = samples.ToArray();
        for (; at < clean.Length; at++)
            if (!float.IsFinite(clean[at])) clean[at] = 0;
        return clean;
    }
}
