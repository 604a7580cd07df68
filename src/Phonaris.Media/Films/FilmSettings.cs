namespace Phonaris.Media.Films;

/// <summary>The settings of a film.</summary>
/// <param name="Width">The width in pixels, even.</param>
/// <param name="Height">The height in pixels, even.</param>
/// <param name="Fps">The frame rate per second.</param>
/// <param name="Format">The format.</param>
public sealed record FilmSettings(int Width, int Height, int Fps, FilmFormat Format)
{
    /// <summary>
    /// The coding of the sound: about 180 kbit/s at constant quality. At constant bit rate each frame would depend on those before it, and separately encoded segments would not join.
    /// Temporal noise shaping is off: it takes a sixth of the time and changes almost nothing here.
    /// </summary>
    public static IReadOnlyList<string> SoundCoding { get; } = ["-c:a", "aac", "-q:a", "2", "-aac_coder", "fast", "-aac_tns", "0"];

    /// <summary>The seconds between keyframes in a still: short enough for seeking, long enough for a small file.</summary>
    public const int GroupSeconds = 2;

    /// <summary>Validates the settings.</summary>
    /// <exception cref="RuleException">They are not supported.</exception>
    public static FilmSettings Of(int width, int height, int fps, FilmFormat format = FilmFormat.Mp4)
    {
        if (width is < 64 or > 3840 || height is < 64 or > 2160 || width % 2 != 0 || height % 2 != 0)
            throw new RuleException("A film can have 64×64 to 3840×2160 pixels, in even numbers. Try 1280x720, 1920x1080 or 3840x2160.", "size");
        if (fps is < 10 or > 60) throw new RuleException("A film can have 10 to 60 frames per second.", "fps");
        return new(width, height, fps, format);
    }
}
