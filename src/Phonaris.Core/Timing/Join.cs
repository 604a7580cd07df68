namespace Phonaris.Core.Timing;

/// <summary>A join as it is heard. Frames are at 48 kHz.</summary>
/// <param name="AtFrame">Where it is in the result.</param>
/// <param name="FromFrame">Where the sound is left.</param>
/// <param name="ToFrame">Where it is entered.</param>
/// <param name="Percentile">The part of all pairs of places in the piece that are more alike, 0 to 100: the lower, the less it can be heard.</param>
public sealed record Join(long AtFrame, long FromFrame, long ToFrame, double Percentile);
