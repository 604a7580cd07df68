namespace Phonaris.Media.Pictures;

/// <summary>A font of a deck and the font it is drawn in.</summary>
/// <param name="Named">The family the deck names.</param>
/// <param name="Used">The family its text is drawn in.</param>
/// <param name="SameWidths">Whether lines break at the same places: it is the same family, or one with the same widths.</param>
public sealed record FontUsed(string Named, string Used, bool SameWidths);
