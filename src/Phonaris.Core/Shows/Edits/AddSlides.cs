namespace Phonaris.Core.Shows.Edits;

/// <summary>Adds slides before the slide now at <paramref name="Index"/>.</summary>
/// <param name="Slides">The new slides, with ids not yet in the show.</param>
/// <param name="Index">The position of the first; beyond the end means at the end.</param>
public sealed record AddSlides(ValueList<Slide> Slides, int Index) : Edit
{
    /// <summary>The most slides a show can hold.</summary>
    public const int MostSlides = 10_000;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Slides.Count == 0) throw new RuleException("There are no slides to add.", "slides");
        if (show.Slides.Count + Slides.Count > MostSlides)
            throw new RuleException($"A show can have at most {MostSlides:N0} slides, and this would make {show.Slides.Count + Slides.Count:N0}.", "slides");
        if (Slides.Any(s => show.SlideIndex(s.Id) >= 0)) throw new RuleException("These slides are already in the show.", "slides");
        foreach (var slide in Slides) Validate(slide);
        var index = Math.Clamp(Index, 0, show.Slides.Count);
        return new(
            show with { Slides = [.. show.Slides.Take(index), .. Slides, .. show.Slides.Skip(index)] },
            new RemoveSlides([.. Slides.Select(s => s.Id)]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Slides.Count == 1 ? $"Added “{Slides[0].Title}”" : $"Added {Slides.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Slides.Select(s => $"slide:{s.Id}").Prepend(Edits.Touches.Order);

    /// <summary>Checks a slide against the rules.</summary>
    /// <exception cref="RuleException">It breaks one.</exception>
    internal static void Validate(Slide slide)
    {
        SetHolds.Validate(slide.HoldMs);
        SetSteps.Validate(slide.Steps);
        Cards.Validate(slide.Picture);
        if (slide.Text.Length > Slide.LongestText || slide.Notes.Length > Slide.LongestText)
            throw new RuleException($"The text and the notes of a slide can have at most {Slide.LongestText:N0} characters.", "slides");
    }
}
