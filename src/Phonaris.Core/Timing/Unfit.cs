namespace Phonaris.Core.Timing;

/// <summary>A cue whose recipe does not do for its length.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Says">What is against it, in a sentence.</param>
public sealed record Unfit(string CueId, string Says);
