namespace Phonaris.Media.Films;

/// <summary>How a film is made.</summary>
/// <param name="Width">Pixels across, even.</param>
/// <param name="Height">Pixels down, even.</param>
/// <param name="Fps">Pictures a second.</param>
/// <param name="Format">What it is made of.</param>
public sealed record FilmSettings(int Width, int Height, int Fps, FilmFormat Format)
{
    /// <summary>
    /// Coding of the sound: about 180 kbit/s. Of constant quality, not rate: then no frame's bits hang on those before it, and pieces encoded apart join.
    /// Without temporal noise shaping, which takes a sixth of the time and here changes next to nothing.
    /// </summary>
    public static IReadOnlyList<string> SoundCoding { get; } = ["-c:a", "aac", "-q:a", "2", "-aac_coder", "fast", "-aac_tns", "0"];

    /// <summary>Seconds after which a still is begun again: short enough to seek in, long enough to be small.</summary>
    public const int GroupSeconds = 2;

    /// <summary>Checked settings.</summary>
    /// <exception cref="RuleException">They cannot be met.</exception>
    public static FilmSettings Of(int width, int height, int fps, FilmFormat format = FilmFormat.Mp4)
    {
        if (width is < 64 or > 3840 || height is < 64 or > 2160 || width % 2 != 0 || height % 2 != 0)
            throw new RuleException("A film can have 64×64 to 3840×2160 pixels, in even numbers. Try 1280x720, 1920x1080 or 3840x2160.", "size");
        if (fps is < 10 or > 60) throw new RuleException("A film can have 10 to 60 frames per second.", "fps");
        return new(width, height, fps, format);
    }
}
