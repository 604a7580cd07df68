namespace Phonaris.Core.Shows.Edits;

/// <summary>Hides or shows slides.</summary>
/// <param name="Slides">The slides, and whether each is hidden.</param>
public sealed record SetHidden(ValueList<SlideHidden> Slides) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideHidden> before = [];
        foreach (var (slideId, hidden) in Slides)
        {
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.Hidden));
            show = show.With(slide with { Hidden = hidden });
        }
        return new(show, new SetHidden([.. before]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var verb = Slides.All(s => s.Hidden) ? "Hid" : "Showed";
        return Slides.Count == 1 ? $"{verb} “{before.Slide(Slides[0].SlideId).Title}”" : $"{verb} {Slides.Count} slides";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Slides.Select(s => $"slide:{s.SlideId}/hidden");
}

/// <summary>A slide, and whether it is hidden.</summary>
public sealed record SlideHidden(string SlideId, bool Hidden);
