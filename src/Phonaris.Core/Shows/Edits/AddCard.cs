namespace Phonaris.Core.Shows.Edits;

/// <summary>Adds a slide made in the app: a title card with the show's title, a credits card, or a plain one.</summary>
/// <param name="SlideId">The id of the new slide.</param>
/// <param name="Card">Its kind.</param>
/// <param name="Index">Its position; beyond the end means at the end.</param>
public sealed record AddCard(string SlideId, CardKind Card, int Index) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return new AddSlides([Cards.Slide(SlideId, new(Card, Card switch { CardKind.Title => show.Title, CardKind.Credits => "Credits", _ => "" }, ""))], Index).Apply(show);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Added a {Card.ToString().ToLowerInvariant()} card";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, $"slide:{SlideId}", "show/title"];
}
