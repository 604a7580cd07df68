namespace Phonaris.Core.Shows;

/// <summary>What a deck says of a slide and a person may change.</summary>
/// <param name="Title">Its heading.</param>
/// <param name="Notes">The presenter's notes.</param>
public sealed record DeckTexts(string Title, string Notes);
