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

    private ValueList<Edit> Levels(Show show) =>
        show.Cues.Any(c => c.Follows) ? LevelMatch.Followers(TimedShow.Of(show, sounds.Listened), sounds.Loudness) : [];
}
