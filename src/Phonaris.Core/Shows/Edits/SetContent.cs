namespace Phonaris.Core.Shows.Edits;

/// <summary>Updates a slide from a changed deck. Its hold, step times, sounds and position stay.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Title">Its title.</param>
/// <param name="Text">The text on it.</param>
/// <param name="Notes">The presenter's notes.</param>
/// <param name="Picture">Its picture.</param>
/// <param name="Steps">Its steps.</param>
/// <param name="Deck">The content hash of the deck.</param>
public sealed record SetContent(
    string SlideId, string Title, string Text, string Notes, PictureSource Picture, ValueList<Step> Steps, string Deck) : Edit
{
    /// <summary>The deck's texts, when the title or notes were changed here and are kept; null when they are the deck's.</summary>
    public DeckTexts? FromDeck { get; init; }

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var slide = show.Slide(SlideId);
        var next = slide with { Title = RenameShow.Validate(Title), Text = Text, Notes = Notes, Picture = Picture, Steps = Steps, Deck = Deck, FromDeck = FromDeck };
        AddSlides.Validate(next);
        return new(show.With(next), new SetContent(SlideId, slide.Title, slide.Text, slide.Notes, slide.Picture, slide.Steps, slide.Deck) { FromDeck = slide.FromDeck });
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Updated “{before.Slide(SlideId).Title}” from its deck";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"slide:{SlideId}/title", $"slide:{SlideId}/notes", $"slide:{SlideId}/picture", $"slide:{SlideId}/steps"];
}
