namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// Deletes slides. Cues stay: an end of a span on a deleted slide moves inward, and a cue that lost its whole span is parked.
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
