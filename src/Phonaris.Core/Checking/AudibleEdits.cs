using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Edits that may be audible.</summary>
public sealed class AudibleEdits : ICheck
{
    /// <inheritdoc/>
    public string Name => "audible-join";

    /// <inheritdoc/>
    public string LooksFor => "A fitted sound with an audible edit.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from heard in show.Heard
            where heard.Place.WorstEdit is { Heard: Audibility.MayBe }
            let worst = heard.Place.WorstEdit!
            let at = show.Order.At(heard.Place.StartFrame + Math.Min(worst.AtFrame, heard.Place.LengthFrames - 1))
            select new Finding(
                Name, Severity.Audible, [heard.Cue.Id], at.SlideId, $"An edit in {heard.Sound.Name} on slide {at.Number} is audible.",
                [new Fix("Remove the fit", new SetFit(heard.Cue.Id, null))])
            { About = $"{worst.FromFrame} {worst.ToFrame}" };
    }
}
