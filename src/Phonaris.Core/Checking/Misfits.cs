using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Cues whose recipe no longer does for the length they are to have.</summary>
public sealed class Misfits : ICheck
{
    /// <inheritdoc/>
    public IEnumerable<Finding> Find(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from unfit in show.Schedule.Unfit
            let cue = show.Show.Cue(unfit.CueId)
            where cue.Span is not null
            select new Finding(
                [cue.Id], cue.Span!.First, $"{show.Show.CueName(cue.Id)} sounds as it is: it cannot be {Say.Fit(cue.Fit)} to its slides. {unfit.Says}",
                new Remedy("Leave it as it is", new SetFit(cue.Id, null)));
    }
}
