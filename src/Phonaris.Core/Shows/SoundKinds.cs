using System.Text.RegularExpressions;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>Guesses the kind of a sound; the person can change it.</summary>
public static partial class SoundKinds
{
    /// <summary>Shorter sounds are taken for spots: 8 s, in frames.</summary>
    public const long SpotBelowFrames = 8 * Frames.PerSecond;

    private const double VoiceFrom = 0.6;

    /// <summary>Whether a kind of sound carries speech, so that beds are ducked under it.</summary>
    public static bool IsSpoken(this SoundKind kind) => kind is SoundKind.Voice or SoundKind.Video;

    /// <summary>Guesses a voice when the name or the changes in loudness suggest one, else a spot when it is short, else a bed.</summary>
    /// <param name="name">The name of the sound.</param>
    /// <param name="figures">Its measurements.</param>
    public static SoundKind Guess(string name, SoundFigures figures)
    {
        ArgumentNullException.ThrowIfNull(figures);
        if (VoiceWords().IsMatch(name)) return SoundKind.Voice;
        if (BedWords().IsMatch(name)) return SoundKind.Bed;
        return figures.Frames < SpotBelowFrames ? SoundKind.Spot : figures.VoiceLikeness >= VoiceFrom ? SoundKind.Voice : SoundKind.Bed;
    }

    [GeneratedRegex(@"\b(voice|speech|narrat\w+|spoken|interview|take \d+)\b", RegexOptions.IgnoreCase)]
    private static partial Regex VoiceWords();

    [GeneratedRegex(@"\b(music|loop|ambien\w+|theme|song|waltz|pad)\b", RegexOptions.IgnoreCase)]
    private static partial Regex BedWords();
}
