namespace Phonaris.Core.Shows;

/// <summary>What is known of the pictures of a video once it is imported; its sound is measured like any other.</summary>
/// <param name="Width">Its width as it is seen, in pixels: upright, pixels square.</param>
/// <param name="Height">Its height in the same unit.</param>
/// <param name="PicturesPerSecond">How many pictures it has a second; the mean, where that varies.</param>
/// <param name="Coding">How they are coded, by the name ffmpeg gives it.</param>
/// <param name="HasSound">Whether it has a sound; where not, it is as long and silent.</param>
/// <param name="PlaysAnywhere">Whether every browser plays the file as it is; where not, a copy is made for showing.</param>
/// <param name="HighRange">Whether its pictures are of a high dynamic range (ITU-R BT.2100), which is toned down for showing.</param>
public sealed record VideoFigures(
    int Width, int Height, double PicturesPerSecond, string Coding, bool HasSound, bool PlaysAnywhere, bool HighRange)
{
    /// <summary>The largest video file that can be imported, in bytes: 20 GB.</summary>
    public const long GreatestBytes = 20_000_000_000;

    /// <summary>The greatest width and height taken, in pixels.</summary>
    public const int GreatestSide = 8192;

    /// <summary>The most pictures a second taken.</summary>
    public const int MostPicturesPerSecond = 240;

    /// <summary>Says that a video file is too large.</summary>
    public static RuleException TooLarge(string fileName) =>
        new($"{fileName} is larger than {GreatestBytes / 1_000_000_000} GB. Compress it, or cut it to the part you need.");

    /// <summary>Checks that a video can have these.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    internal void Validate()
    {
        if (Width is < 1 or > GreatestSide || Height is < 1 or > GreatestSide)
            throw new RuleException($"A video can be at most {GreatestSide} pixels wide and high.", "video");
        if (PicturesPerSecond is not (> 0 and <= MostPicturesPerSecond))
            throw new RuleException($"A video can have at most {MostPicturesPerSecond} frames per second.", "video");
    }
}
