namespace Phonaris.Formats.Decks.Presentations;

/// <summary>A step of a slide.</summary>
/// <param name="OffsetMs">When, in milliseconds from the slide's beginning; null at a click.</param>
/// <param name="Reveals">What appears or goes.</param>
/// <param name="Plays">The shapes whose sound or film is played, and how much later.</param>
internal sealed record SlideStep(long? OffsetMs, IReadOnlyList<SlideReveal> Reveals, IReadOnlyList<(string ShapeId, long DelayMs)> Plays);
