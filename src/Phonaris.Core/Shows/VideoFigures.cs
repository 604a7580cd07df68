namespace Phonaris.Core.Shows;

/// <summary>The picture properties of an imported video; its sound is measured like any other.</summary>
/// <param name="Width">Its displayed width, in pixels: rotated upright, with square pixels.</param>
/// <param name="Height">Its height in the same unit.</param>
/// <param name="PicturesPerSecond">The frame rate; the mean when it varies.</param>
/// <param name="Coding">The codec, by ffmpeg's name.</param>
/// <param name="HasSound">Whether it has sound; a video without sound counts as silence of the same length.</param>
/// <param name="PlaysAnywhere">Whether every browser plays the file; if not, a converted copy is made.</param>
/// <param name="HighRange">Whether it has a high dynamic range (ITU-R BT.2100), which is tone-mapped for display.</param>
public sealed record VideoFigures(
    int Width, int Height, double PicturesPerSecond, string Coding, bool HasSound, bool PlaysAnywhere, bool HighRange)
{
    /// <summary>The largest video file that can be imported, in bytes: 20 GB.</summary>
    public const long GreatestBytes = 20_000_000_000;

    /// <summary>The greatest width and height accepted, in pixels.</summary>
    public const int GreatestSide = 8192;

    /// <summary>The highest frame rate accepted.</summary>
    public const int MostPicturesPerSecond = 240;

    /// <summary>The error for a video file that is too large.</summary>
    public static RuleException TooLarge(string fileName) =>
        new($"{fileName} is larger than {GreatestBytes / 1_000_000_000} GB. Compress it, or cut it to the part you need.");

    /// <summary>Checks that a video can have these properties.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    internal void Validate()
    {
        if (Width is < 1 or > GreatestSide || Height is < 1 or > GreatestSide)
            throw new RuleException($"A video can be at most {GreatestSide} pixels wide and high.", "video");
        if (PicturesPerSecond is not (> 0 and <= MostPicturesPerSecond))
            throw new RuleException($"A video can have at most {MostPicturesPerSecond} frames per second.", "video");
    }
}
