using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>How the pixels of pictures lie in memory.</summary>
public static class Pixels
{
    /// <summary>Blue, green, red, alpha, 8 bit each: the order that Skia's quickest loops are written for.</summary>
    public const SKColorType Order = SKColorType.Bgra8888;

    /// <summary>Bytes of a pixel.</summary>
    internal const int Bytes = 4;

    /// <summary>Where blue, green, red and alpha are in a pixel.</summary>
    internal const int Blue = 0, Green = 1, Red = 2, Alpha = 3;

    /// <summary>A picture that nothing shines through.</summary>
    /// <param name="width">Its width in pixels.</param>
    /// <param name="height">Its height in pixels.</param>
    public static SKBitmap Opaque(int width, int height) => new(new SKImageInfo(width, height, Order, SKAlphaType.Opaque));
}
