namespace Phonaris.Formats.Decks.Presentations;

/// <summary>A shape, or paragraphs of it, appearing or going.</summary>
internal sealed record SlideReveal(string ShapeId, int? From, int? To, bool Appears);
