using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>The gain that brings a whole show to its target, what its levels are among each other left as it is.</summary>
public static class WholeGain
{
    /// <summary>
    /// What it is, in tenths of a decibel: no more than the highest true peak allows, so that the limiter has nothing to do, but no less than what there is
    /// where more is wanted; null where the show has no loudness.
    /// </summary>
    /// <param name="show">The show.</param>
    /// <param name="levels">How loud it is.</param>
    public static double? Of(Show show, ShowLevels levels)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(levels);
        if (levels.Whole.IntegratedLufs is not { } lufs || levels.Peaks.SumPeakDbtp is not { } peak) return null;
        var (wanted, most) = (show.LevelTargets.WholeLufs - lufs, show.LevelTargets.TruePeakDbtp - peak);
        var by = Math.Floor((wanted > 0 ? Math.Min(wanted + 0.05, Math.Max(most, 0)) : wanted + 0.05) * 10) / 10;
        return Math.Clamp(Math.Round(show.GainDb + by, 1), Show.LeastGainDb, Show.GreatestGainDb);
    }
}
