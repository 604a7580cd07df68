namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// Takes slides out. Cues stay: an end of a span that was on one of them moves inward, and a cue that lost its whole span is parked.
/// </summary>
/// <param name="SlideIds">The slides.</param>
public sealed record RemoveSlides(ValueList<string> SlideIds) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var gone = SlideIds.ToHashSet();
        foreach (var id in gone) show.Slide(id);
        List<SlidePlace> places = [];
        for (var i = 0; i < show.Slides.Count; i++)
            if (gone.Contains(show.Slides[i].Id)) places.Add(new(i, show.Slides[i]));
        var lost = show.Cues.Where(c => c.Span is { } s && s.Without(show, gone) != s).Select(c => new CueSpan(c.Id, c.Span!));
        ValueList<Slide> slides = [.. show.Slides.Where(s => !gone.Contains(s.Id))];
        return new(
            show with
            {
                Slides = slides,
                Sections = Sections.Follow(show, slides, new HashSet<string>()),
                Cues = [.. show.Cues.Select(c => c with { Span = c.Span?.Without(show, gone) })],
            },
            new RestoreSlides([.. places], [.. lost], show.Sections));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        SlideIds.Count == 1 ? $"Removed “{before.Slide(SlideIds[0]).Title}”" : $"Removed {SlideIds.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, "sections", .. SlideIds.Select(id => $"slide:{id}")];
}

/// <summary>Puts slides back where they were, and the spans that had lost them. What undoes <see cref="RemoveSlides"/>.</summary>
/// <param name="Places">The slides with their positions, in ascending order.</param>
/// <param name="Spans">The spans as they were.</param>
/// <param name="Restored">The sections as they were.</param>
public sealed record RestoreSlides(ValueList<SlidePlace> Places, ValueList<CueSpan> Spans, ValueList<Section> Restored) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var slides = show.Slides.ToList();
        foreach (var (index, slide) in Places) slides.Insert(Math.Clamp(index, 0, slides.Count), slide);
        var next = show with { Slides = [.. slides], Sections = Restored };
        foreach (var (cueId, span) in Spans)
        {
            next.Indices(span);
            next = next.With(next.Cue(cueId) with { Span = span });
        }
        return new(next, new RemoveSlides([.. Places.Select(p => p.Slide.Id)]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        Places.Count == 1 ? $"Put “{Places[0].Slide.Title}” back" : $"Put {Places.Count} slides back";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, "sections", .. Places.Select(p => $"slide:{p.Slide.Id}")];
}

/// <summary>A slide and its position among all slides, from 0.</summary>
public sealed record SlidePlace(int Index, Slide Slide);

/// <summary>A cue and the span it had.</summary>
public sealed record CueSpan(string CueId, Span Span);
