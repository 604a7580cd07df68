namespace Phonaris.Core.Shows;

/// <summary>The texts of a slide that come from its deck and that a person may change.</summary>
/// <param name="Title">Its heading.</param>
/// <param name="Notes">The presenter's notes.</param>
public sealed record DeckTexts(string Title, string Notes);
