using Phonaris.Core.Levels;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Web.Hearing;

/// <summary>How a show is played in the preview; the show itself does not change.</summary>
/// <param name="Only">The ids of soloed cues, separated by commas; null for all.</param>
/// <param name="Matched">Whether to play with all levels matched.</param>
/// <param name="LeftOut">The ids of cues whose levels are then not matched, separated by commas; null for none.</param>
internal sealed record MixOptions(string? Only, bool Matched, string? LeftOut)
{
    /// <summary>The show as it is played.</summary>
    /// <param name="show">The show, analysed if it is to be matched.</param>
    /// <param name="sounds">Its sounds.</param>
    public TimedShow Of(TimedShow show, SoundLibrary sounds)
    {
        if (!Matched) return show;
        var leftOut = LeftOut?.Split(',').ToHashSet() ?? [];
        var matched = LevelMatch.Of(show, sounds.Loudness, show.Show.Cues.Select(c => c.Id).Where(id => !leftOut.Contains(id)).ToHashSet());
        return LevelMatch.ToEdit(matched) is { } edit ? TimedShow.Of(show.Show.Apply(edit).Show, sounds.Listened) : show;
    }
}
