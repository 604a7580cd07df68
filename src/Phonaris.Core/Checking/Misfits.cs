using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues whose recipe no longer does for the length they are to have.</summary>
public sealed class Misfits : ICheck
{
    /// <inheritdoc/>
    public string Name => "misfit";

    /// <inheritdoc/>
    public string LooksFor => "A cue that can no longer be made as long as its slides by the way that was chosen.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from unfit in show.Schedule.Unfit
            let cue = show.Show.Cue(unfit.CueId)
            where cue.Span is not null
            select new Finding(
                Name, Gravity.Heard, [cue.Id], cue.Span!.First, $"{show.Show.CueName(cue.Id)} sounds as it is: it cannot be {Say.Fit(cue.Fit)} to its slides. {unfit.Says}",
                [new Remedy("Take it as it is", new SetFit(cue.Id, null))]);
    }
}
