namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// Moves slides together, keeping their order. A span shrinks when a slide is moved out of it and grows when one is moved
/// between its slides; it moves along when all its slides are moved.
/// </summary>
/// <param name="SlideIds">The slides.</param>
/// <param name="Index">The position among all slides before the move; beyond the end means at the end.</param>
public sealed record MoveSlides(ValueList<string> SlideIds, int Index) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var moved = SlideIds.ToHashSet();
        if (moved.Count == 0) throw new RuleException("There are no slides to move.", "slides");
        foreach (var id in moved) show.Slide(id);
        var index = Math.Clamp(Index, 0, show.Slides.Count);
        ValueList<Slide> slides =
        [
            .. show.Slides.Take(index).Where(s => !moved.Contains(s.Id)),
            .. show.Slides.Where(s => moved.Contains(s.Id)),
            .. show.Slides.Skip(index).Where(s => !moved.Contains(s.Id)),
        ];
        var places = slides.Select((s, i) => (s.Id, i)).ToDictionary(p => p.Id, p => p.i);
        var cues = show.Cues.Select(c => c.Span is { } span ? c with { Span = Follow(show, span, moved, places) } : c);
        var inverse = new ArrangeSlides(
            [.. show.Slides.Select(s => s.Id)], [.. show.Cues.Where(c => c.Span is not null).Select(c => new CueSpan(c.Id, c.Span!))], show.Sections);
        return new(show with { Slides = slides, Sections = Sections.Follow(show, slides, moved), Cues = [.. cues] }, inverse);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        SlideIds.Count == 1 ? $"Moved “{before.Slide(SlideIds[0]).Title}”" : $"Moved {SlideIds.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, "sections"];

    private static Span Follow(Show before, Span span, HashSet<string> moved, Dictionary<string, int> places)
    {
        var (first, last) = before.Indices(span);
        var own = before.Slides.Skip(first).Take(last - first + 1).Select(s => s.Id).ToList();
        var stayed = own.Where(id => !moved.Contains(id)).ToList();
        var kept = stayed.Count > 0 ? stayed : own;
        return new(kept.MinBy(id => places[id])!, kept.MaxBy(id => places[id])!);
    }
}
