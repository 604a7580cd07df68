namespace Phonaris.Formats.Decks.Presentations;

/// <summary>A step of a slide.</summary>
/// <param name="OffsetMs">The time in milliseconds from the slide's beginning; null for a click.</param>
/// <param name="Reveals">What appears or disappears.</param>
/// <param name="Plays">The shapes whose sound or film starts, and the delay of each.</param>
internal sealed record SlideStep(long? OffsetMs, IReadOnlyList<SlideReveal> Reveals, IReadOnlyList<(string ShapeId, long DelayMs)> Plays);
