namespace Phonaris.Core.Music;

/// <summary>
/// The confidence that the beats found are right. The thresholds were set with pieces whose beats are known, so that of beats with a confidence
/// above 0.7 nine in ten are right (<c>./phonaris bench beats</c>).
/// </summary>
internal static class Trust
{
    /// <summary>The lowest bands, with bass and drums.</summary>
    public const int LowBands = 6;

    /// <summary>Below this onset strength a beat is hardly heard, however regular.</summary>
    private const float LeastDeviation = 0.5f;

    /// <summary>In music with a plain beat, two thirds of the onsets repeat from beat to beat.</summary>
    private const double PlainStrength = 0.67;

    /// <summary>The likelihood from which a rival tempo counts, and the most that it, and bass between the beats, can subtract.</summary>
    private const double RivalFrom = 0.6, MostByRival = 0.6, MostByBetween = 0.6;

    /// <summary>The confidence in the beats of a piece, 0 to 1.</summary>
    /// <param name="tempo">Its tempo.</param>
    /// <param name="onsets">Its onset strength.</param>
    /// <param name="between">The strength of its bass between the beats, relative to the beats.</param>
    public static double Of(Tempo tempo, OnsetStrength onsets, double between)
    {
        var heard = Math.Min(1, tempo.Strength / PlainStrength) * Math.Min(1, onsets.Deviation / LeastDeviation);
        var rival = Math.Clamp((tempo.Rival - RivalFrom) / (1 - RivalFrom), 0, 1);
        var beside = Math.Min(1, between);
        return heard * (1 - MostByRival * rival) * (1 - MostByBetween * beside * beside);
    }
}
