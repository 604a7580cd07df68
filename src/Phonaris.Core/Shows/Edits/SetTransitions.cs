namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the transitions of slides.</summary>
/// <param name="Transitions">The slides with their new transitions.</param>
public sealed record SetTransitions(ValueList<SlideTransition> Transitions) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideTransition> before = [];
        foreach (var (slideId, transition) in Transitions)
        {
            Validate(transition);
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.Transition));
            show = show.With(slide with { Transition = transition });
        }
        return new(show, new SetTransitions([.. before]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Transitions.Count == 1
        ? $"“{before.Slide(Transitions[0].SlideId).Title}”: transition {Transitions[0].Transition.Kind.ToString().ToLowerInvariant()}"
        : $"Changed the transitions of {Transitions.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Transitions.Select(t => $"slide:{t.SlideId}/transition");

    internal static void Validate(Transition transition)
    {
        if (transition.Ms is < 0 or > Transition.GreatestMs) throw new RuleException("A transition must be between 0 and 10 s.", "transition");
    }
}

/// <summary>A slide and its incoming transition.</summary>
public sealed record SlideTransition(string SlideId, Transition Transition);
