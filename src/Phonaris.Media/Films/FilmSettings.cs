namespace Phonaris.Media.Films;

/// <summary>How a film is made: MP4 with H.264 pictures and AAC sound.</summary>
/// <param name="Width">Pixels across, even.</param>
/// <param name="Height">Pixels down, even.</param>
/// <param name="Fps">Pictures a second.</param>
public sealed record FilmSettings(int Width, int Height, int Fps)
{
    /// <summary>Coding speed, quality and tools of the pictures. Without B-frames a group of pictures can be cut after any picture.</summary>
    public static IReadOnlyList<string> PictureCoding { get; } =
        ["-c:v", "libx264", "-preset", "medium", "-crf", "20", "-tune", "stillimage", "-bf", "0", "-pix_fmt", "yuv420p"];

    /// <summary>What the encoder is told of a still: each picture delimited, no group begun on its own account.</summary>
    public const string StillTuning = "aud=1:scenecut=0";

    /// <summary>
    /// What it is told of a dissolve, whose pictures do not move but change all over: no long search. The chroma offset is the one that the full
    /// search brings with it, so that all segments share one set of parameters, as a file has but one.
    /// </summary>
    public const string DissolveTuning = StillTuning + ":me=dia:subme=2:trellis=0:rc-lookahead=10:mixed-refs=0:chroma-qp-offset=-4";

    /// <summary>
    /// Coding of the sound: about 180 kbit/s. Of constant quality, not rate: then no frame's bits hang on those before it, and pieces encoded apart join.
    /// Without temporal noise shaping, which takes a sixth of the time and here changes next to nothing.
    /// </summary>
    public static IReadOnlyList<string> SoundCoding { get; } = ["-c:a", "aac", "-q:a", "2", "-aac_coder", "fast", "-aac_tns", "0"];

    /// <summary>Seconds of a still that are encoded and repeated: short enough to seek in, long enough to be small.</summary>
    public const int GroupSeconds = 2;

    /// <summary>Checked settings.</summary>
    /// <exception cref="RuleException">They cannot be met.</exception>
    public static FilmSettings Of(int width, int height, int fps)
    {
        if (width is < 64 or > 3840 || height is < 64 or > 2160 || width % 2 != 0 || height % 2 != 0)
            throw new RuleException("A film is from 64×64 to 3840×2160 pixels, in even numbers: 1280x720, 1920x1080 or 3840x2160.", "size");
        if (fps is < 10 or > 60) throw new RuleException("A film has from 10 to 60 pictures a second.", "fps");
        return new(width, height, fps);
    }
}
