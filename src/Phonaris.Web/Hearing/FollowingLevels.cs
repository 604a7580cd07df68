using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>Levels that follow their targets are brought to them by every edit that bears on them.</summary>
internal sealed class FollowingLevels(SoundLibrary sounds) : IConsequences
{
    /// <inheritdoc/>
    public ValueList<Edit> Of(Show after) =>
        after.Cues.Any(c => c.Follows) ? LevelMatch.Followers(TimedShow.Of(after, sounds.Listened), sounds.Loudness) : [];
}
