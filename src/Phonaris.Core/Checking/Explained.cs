namespace Phonaris.Core.Checking;

/// <summary>One statement about the sound on a slide.</summary>
/// <param name="CueId">The cue it is about, or null for silence and hidden slides.</param>
/// <param name="Sounds">Whether it plays here.</param>
/// <param name="Sentence">What happens and why.</param>
/// <param name="Fix">The one change that would alter it, or null.</param>
public sealed record Explained(string? CueId, bool Sounds, string Sentence, Fix? Fix);
