namespace Phonaris.Core.Values;

/// <summary>The engine's clock: frames (one sample per channel) at 48 kHz, stereo.</summary>
public static class Frames
{
    /// <summary>Frames per second.</summary>
    public const int PerSecond = 48_000;

    /// <summary>Frames per millisecond, exactly.</summary>
    public const int PerMs = PerSecond / 1000;

    /// <summary>Samples per frame, interleaved left, right.</summary>
    public const int Channels = 2;

    /// <summary>Whole milliseconds as frames, exactly.</summary>
    public static long FromMs(long ms) => ms * PerMs;

    /// <summary>The picture frame nearest to an audio frame, halves upward.</summary>
    /// <param name="frame">Frames at 48 kHz, 0 or more.</param>
    /// <param name="fps">Picture frames per second.</param>
    public static long ToPictures(long frame, int fps) => (frame * fps * 2 + PerSecond) / (2 * PerSecond);

    /// <summary>The middle of a picture frame: the last audio frame that is nearest to it.</summary>
    /// <param name="picture">The picture, 0 or more.</param>
    /// <param name="fps">Picture frames per second.</param>
    public static long MiddleOf(long picture, int fps) => ((2 * picture + 1) * PerSecond - 1) / (2 * fps);
}
