using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Transitions that are longer than their slide.</summary>
public sealed class LongTransitions : ICheck
{
    /// <inheritdoc/>
    public string Name => "long-transition";

    /// <inheritdoc/>
    public string LooksFor => "A transition longer than its slide.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from time in show.Order.Slides
            let slide = show.Show.Slides[time.Index]
            where slide.Transition.Ms > slide.HoldMs
            select new Finding(
                Name, Severity.Audible, [], slide.Id, $"Slide {time.Number} takes {Wording.Seconds(slide.Transition.Ms)} to dissolve in but stays only {Wording.Seconds(slide.HoldMs)}.",
                [new Fix($"Dissolve in {Wording.Seconds(slide.HoldMs / 2)}", new SetTransitions([new(slide.Id, slide.Transition with { Ms = slide.HoldMs / 2 })]), Safe: true)]);
    }
}
