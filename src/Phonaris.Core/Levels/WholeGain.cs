using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>The gain that brings a whole show to its target, what its levels are among each other left as it is.</summary>
/// <param name="Db">What the show's gain would be, in tenths of a decibel.</param>
/// <param name="Reaches">Whether it brings it there; where not, it is what its peaks allow.</param>
public sealed record WholeGain(double Db, bool Reaches)
{
    /// <summary>What it is: no more than the highest true peak allows, so that the limiter has nothing to do; null where it would change nothing, or the show has no loudness.</summary>
    /// <param name="show">The show.</param>
    /// <param name="levels">How loud it is.</param>
    public static WholeGain? Of(Show show, ShowLevels levels)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(levels);
        if (levels.Whole.IntegratedLufs is not { } lufs || levels.Peaks.SumPeakDbtp is not { } peak) return null;
        var wanted = Math.Round(show.LevelTargets.WholeLufs - lufs, 1);
        // Louder, it may be limited by peaks; where they are too high already, that is for levels to fixed.
        var allowed = wanted > 0 ? Math.Min(wanted, Math.Max(0, Math.Floor((show.LevelTargets.TruePeakDbtp - peak) * 10) / 10)) : wanted;
        var db = Math.Round(Math.Clamp(show.GainDb + allowed, Show.LeastGainDb, Show.GreatestGainDb), 1);
        return db == Math.Round(show.GainDb, 1) ? null : new(db, Math.Abs(show.GainDb + wanted - db) < 0.05);
    }
}
