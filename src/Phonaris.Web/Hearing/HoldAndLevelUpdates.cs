using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>After every edit, updates holds that follow media, and levels that follow their targets.</summary>
internal sealed class HoldAndLevelUpdates(SoundLibrary sounds) : IConsequences
{
    /// <inheritdoc/>
    public ValueList<Edit> Of(Show after)
    {
        if (FollowedHolds.Edit(after) is not { } holds) return Levels(after);
        return [holds, .. Levels(after.Apply(holds).Show)];
    }

    /// <summary>
    /// Only for sounds already measured: an edit never waits for a whole sound to be read. If something has to be measured, such as
    /// a new speed, the job that does it updates the levels afterwards.
    /// </summary>
    private ValueList<Edit> Levels(Show show)
    {
        if (!show.Cues.Any(c => c.Follows)) return [];
        var timed = TimedShow.Of(show, sounds.Listened);
        return Unmeasured(timed, sounds).Any() ? [] : LevelMatch.FollowingEdits(timed, sounds.Loudness);
    }

    /// <summary>The cues to measure before levels can follow their targets; none when no level does.</summary>
    internal static IEnumerable<ScheduledCue> Unmeasured(TimedShow timed, SoundLibrary sounds) => !timed.Show.Cues.Any(c => c.Follows)
        ? []
        : timed.Schedule.Cues.Concat(timed.Schedule.Silent).Where(c => !sounds.Loudness.Knows(c.Source) || !sounds.IsReady(c.Source));
}
