namespace Phonaris.Media.Pictures;

/// <summary>A font as a deck names it, and as it is drawn.</summary>
/// <param name="Named">The family the deck asks for.</param>
/// <param name="Used">The family its text is drawn in.</param>
/// <param name="SameWidths">Whether lines break where they did: it is the same family, or one of the same widths.</param>
public sealed record FontUsed(string Named, string Used, bool SameWidths);
