namespace Phonaris.Core.Shows;

/// <summary>The slides a cue covers, by id: first through last in running order.</summary>
/// <param name="First">The first slide's id.</param>
/// <param name="Last">The last slide's id; the same as <paramref name="First"/> for one slide.</param>
public sealed record Span(string First, string Last);
