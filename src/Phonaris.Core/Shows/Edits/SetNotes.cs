namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the presenter's notes of a slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Notes">The notes.</param>
public sealed record SetNotes(string SlideId, string Notes) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Notes.Length > Slide.LongestText) throw new RuleException($"Notes can have at most {Slide.LongestText:N0} characters.", "notes");
        var slide = show.Slide(SlideId);
        return new(show.With(slide.WithTexts(slide.Title, Names.PlainLines(Notes))), new SetNotes(SlideId, slide.Notes));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Changed the notes of “{before.Slide(SlideId).Title}”";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"slide:{SlideId}/notes"];
}
