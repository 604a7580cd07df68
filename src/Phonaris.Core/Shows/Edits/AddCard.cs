namespace Phonaris.Core.Shows.Edits;

/// <summary>Puts a slide in that is made here: a title card named after the show, or a credits card.</summary>
/// <param name="SlideId">The id of the new slide.</param>
/// <param name="Card">Its kind.</param>
/// <param name="Index">Its position; beyond the end means at the end.</param>
public sealed record AddCard(string SlideId, CardKind Card, int Index) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return new AddSlides([Cards.Slide(SlideId, new(Card, Card == CardKind.Title ? show.Title : "Credits", ""))], Index).Apply(show);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Added a {(Card == CardKind.Title ? "title" : "credits")} card";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.Order, $"slide:{SlideId}", "show/title"];
}
