namespace Phonaris.Core.Timing;

/// <summary>A cue whose fit failed for its length.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Says">The reason, as a sentence.</param>
public sealed record FitFailure(string CueId, string Says);
