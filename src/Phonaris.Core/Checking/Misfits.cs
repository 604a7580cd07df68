using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Cues whose recipe no longer does for the length they are to have.</summary>
public static class Misfits
{
    /// <summary>The misfits of a show.</summary>
    public static ValueList<Finding> Of(Show show, Schedule schedule)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(schedule);
        return
        [
            .. schedule.Unfit.Select(u => (show.Cue(u.CueId), u.Says)).Where(u => u.Item1.Span is not null).Select(u => new Finding(
                [u.Item1.Id], u.Item1.Span!.First, $"{show.Sound(u.Item1.SoundId).Name} sounds as it is: it cannot be {Say.Fit(u.Item1.Fit)} to its slides. {u.Says}",
                new Remedy("Leave it as it is", new SetFit(u.Item1.Id, null)))),
        ];
    }
}
