namespace Phonaris.Core.Shows.Edits;

/// <summary>Restores deleted slides with their spans; undoes <see cref="RemoveSlides"/>.</summary>
/// <param name="Places">The slides with their positions, in ascending order.</param>
/// <param name="Spans">The spans before the deletion.</param>
/// <param name="Restored">The sections before the deletion.</param>
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
        Places.Count == 1 ? $"Restored “{Places[0].Slide.Title}”" : $"Restored {Places.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, "sections", .. Places.Select(p => $"slide:{p.Slide.Id}")];
}

/// <summary>A slide and its position among all slides, from 0.</summary>
public sealed record SlidePlace(int Index, Slide Slide);
