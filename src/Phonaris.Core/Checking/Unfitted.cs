using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues whose fit fails for their length.</summary>
public sealed class Unfitted : ICheck
{
    /// <inheritdoc/>
    public string Name => "misfit";

    /// <inheritdoc/>
    public string LooksFor => "A cue that can no longer be fitted to its slides by its chosen method.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from unfit in show.Schedule.FitFailures
            let cue = show.Show.Cue(unfit.CueId)
            where cue.Span is not null
            select new Finding(
                Name, Severity.Audible, [cue.Id], cue.Span!.First, $"{show.Show.CueName(cue.Id)} plays unfitted: it cannot be {Wording.Fit(cue.Fit)} to its slides. {unfit.Says}",
                [new Fix("Remove the fit", new SetFit(cue.Id, null))]);
    }
}
