namespace Phonaris.Core.Music;

/// <summary>
/// How sure it is that the beats found are the beats. What is made of the measures was set by pieces whose beats are known, so that of beats trusted by more
/// than 0.7 nine in ten are right (<c>./phonaris bench beats</c>).
/// </summary>
internal static class Trust
{
    /// <summary>The lowest bands, which bass and drums are in.</summary>
    public const int LowBands = 6;

    /// <summary>With onsets weaker than this, a beat is hardly heard, however regular.</summary>
    private const float LeastDeviation = 0.5f;

    /// <summary>Two thirds of what begins repeats from beat to beat in music with a plain beat.</summary>
    private const double PlainStrength = 0.67;

    /// <summary>From what likelihood on another tempo speaks against it; and how much that, and low sounds between the beats, can take away.</summary>
    private const double RivalFrom = 0.6, MostByRival = 0.6, MostByBetween = 0.6;

    /// <summary>How sure the beats of a piece are, 0 to 1.</summary>
    /// <param name="tempo">Its tempo.</param>
    /// <param name="onsets">Its onset strength.</param>
    /// <param name="between">How strong its low sounds are between the beats, beside those on them.</param>
    public static double Of(Tempo tempo, OnsetStrength onsets, double between)
    {
        var heard = Math.Min(1, tempo.Strength / PlainStrength) * Math.Min(1, onsets.Deviation / LeastDeviation);
        var rival = Math.Clamp((tempo.Rival - RivalFrom) / (1 - RivalFrom), 0, 1);
        var beside = Math.Min(1, between);
        return heard * (1 - MostByRival * rival) * (1 - MostByBetween * beside * beside);
    }
}
