namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the order of the slides, with spans and sections; undoes <see cref="MoveSlides"/>.</summary>
/// <param name="Order">All slides' ids.</param>
/// <param name="Spans">The spans of cues.</param>
/// <param name="Arranged">The sections.</param>
public sealed record ArrangeSlides(ValueList<string> Order, ValueList<CueSpan> Spans, ValueList<Section> Arranged) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Order.Count != show.Slides.Count || Order.Distinct().Count() != Order.Count)
            throw new RuleException("The order cannot be undone because slides were added or removed since.", "slides");
        var inverse = new ArrangeSlides(
            [.. show.Slides.Select(s => s.Id)], [.. Spans.Select(s => new CueSpan(s.CueId, show.Cue(s.CueId).Span!))], show.Sections);
        var next = show with { Slides = [.. Order.Select(show.Slide)], Sections = Arranged };
        foreach (var (cueId, span) in Spans)
        {
            next.Indices(span);
            next = next.With(next.Cue(cueId) with { Span = span });
        }
        return new(next, inverse);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => "Restored the order of the slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, "sections"];
}
