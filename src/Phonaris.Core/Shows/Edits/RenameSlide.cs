namespace Phonaris.Core.Shows.Edits;

/// <summary>Renames a slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Title">The new title, of at most 200 characters.</param>
public sealed record RenameSlide(string SlideId, string Title) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var before = show.Slide(SlideId);
        return new(show.With(before.WithTexts(RenameShow.Validate(Title), before.Notes)), new RenameSlide(SlideId, before.Title));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Renamed “{before.Slide(SlideId).Title}” to “{Title}”";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"slide:{SlideId}/title"];
}
