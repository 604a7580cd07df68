using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>The memory layout of pixels.</summary>
public static class Pixels
{
    /// <summary>Blue, green, red, alpha, 8 bits each: the order for which Skia is fastest.</summary>
    public const SKColorType Order = SKColorType.Bgra8888;

    /// <summary>Bytes per pixel.</summary>
    internal const int Bytes = 4;

    /// <summary>The positions of blue, green, red and alpha in a pixel.</summary>
    internal const int Blue = 0, Green = 1, Red = 2, Alpha = 3;

    /// <summary>An opaque picture.</summary>
    /// <param name="width">Its width in pixels.</param>
    /// <param name="height">Its height in pixels.</param>
    public static SKBitmap Opaque(int width, int height) => new(new SKImageInfo(width, height, Order, SKAlphaType.Opaque));
}
