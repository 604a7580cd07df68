namespace Phonaris.Core.Checking;

/// <summary>One thing about the sound on a slide.</summary>
/// <param name="CueId">The cue it is about, or null for silence and hidden slides.</param>
/// <param name="Sounds">Whether it sounds here.</param>
/// <param name="Sentence">What and why.</param>
/// <param name="Fix">The one change that would make it otherwise, or null.</param>
public sealed record Explained(string? CueId, bool Sounds, string Sentence, Fix? Fix);
