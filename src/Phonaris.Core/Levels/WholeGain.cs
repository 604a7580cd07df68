using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>The gain that brings a whole show to its target; the balance between cues stays.</summary>
/// <param name="Db">The resulting gain of the whole mix, in tenths of a decibel.</param>
/// <param name="Reaches">Whether it reaches the target; if not, it is the most its peaks allow.</param>
public sealed record WholeGain(double Db, bool Reaches)
{
    /// <summary>The gain, limited by the highest true peak so that the limiter does not act; null when it would change nothing, or the show has no loudness.</summary>
    /// <param name="show">The show.</param>
    /// <param name="levels">Its loudness.</param>
    public static WholeGain? Of(Show show, ShowLevels levels)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(levels);
        if (levels.Whole.IntegratedLufs is not { } lufs || levels.Peaks.SumPeakDbtp is not { } peak) return null;
        var wanted = Math.Round(show.LevelTargets.WholeLufs - lufs, 1);
        // A raise is limited by peaks; where they are already too high, the levels of the cues have to be lowered instead.
        var allowed = wanted > 0 ? Math.Min(wanted, Math.Max(0, Math.Floor((show.LevelTargets.TruePeakDbtp - peak) * 10) / 10)) : wanted;
        var db = Math.Round(Math.Clamp(show.GainDb + allowed, Show.LeastGainDb, Show.GreatestGainDb), 1);
        return db == Math.Round(show.GainDb, 1) ? null : new(db, Math.Abs(show.GainDb + wanted - db) < 0.05);
    }
}
