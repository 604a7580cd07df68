using Phonaris.Core.Timing;

namespace Phonaris.Core.Shows;

/// <summary>First guesses of what a sound is for; the person has the last word.</summary>
public static class SoundKinds
{
    /// <summary>Sounds shorter than this are taken for spots: 8 s, in frames.</summary>
    public const long SpotBelowFrames = 8 * Frames.PerSecond;

    /// <summary>Guesses by length: a spot when short, else a bed.</summary>
    /// <param name="frames">The sound's length in frames at 48 kHz.</param>
    public static SoundKind Guess(long frames) => frames < SpotBelowFrames ? SoundKind.Spot : SoundKind.Bed;
}
