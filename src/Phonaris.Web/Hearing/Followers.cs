using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>Holds that follow what plays, and levels that follow their targets, are brought to them by every edit that bears on them.</summary>
internal sealed class Followers(SoundLibrary sounds) : IConsequences
{
    /// <inheritdoc/>
    public ValueList<Edit> Of(Show after)
    {
        if (FollowedHolds.Edit(after) is not { } holds) return Levels(after);
        return [holds, .. Levels(after.Apply(holds).Show)];
    }

    /// <summary>
    /// Only of what has been measured: an edit waits for no sound to be read from end to end. Where something is still to be measured, such as
    /// a new speed, the job that does so has the levels follow when it is done.
    /// </summary>
    private ValueList<Edit> Levels(Show show)
    {
        if (!show.Cues.Any(c => c.Follows)) return [];
        var timed = TimedShow.Of(show, sounds.Listened);
        return Unmeasured(timed, sounds).Any() ? [] : LevelMatch.Followers(timed, sounds.Loudness);
    }

    /// <summary>The cues whose sound has to be measured before levels can follow their targets; none where no level does.</summary>
    internal static IEnumerable<ScheduledCue> Unmeasured(TimedShow timed, SoundLibrary sounds) => !timed.Show.Cues.Any(c => c.Follows)
        ? []
        : timed.Schedule.Cues.Concat(timed.Schedule.Silent).Where(c => !sounds.Loudness.Knows(c.Source) || !sounds.IsReady(c.Source));
}
