namespace Phonaris.Formats.Decks.Presentations;

/// <summary>A shape or paragraphs of it that appear or disappear.</summary>
internal sealed record SlideReveal(string ShapeId, int? From, int? To, bool Appears);
