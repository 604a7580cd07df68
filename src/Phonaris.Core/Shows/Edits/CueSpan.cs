namespace Phonaris.Core.Shows.Edits;

/// <summary>A cue and the span it had.</summary>
public sealed record CueSpan(string CueId, Span Span);
