using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Decodes PNG, JPEG, WebP and other raster pictures at the size they are used.</summary>
internal static class ScaledPicture
{
    private const int Eighths = 8;

    /// <summary>
    /// Decodes a picture at a size from which bilinear sampling loses no pixels: with its own proportions, at least as large as
    /// requested and less than twice as large, unless the file is smaller. Null if it cannot be decoded.
    /// </summary>
    /// <param name="codec">The picture.</param>
    /// <param name="width">The width at which it will be drawn, in pixels, before rotation.</param>
    /// <param name="height">The height.</param>
    public static SKBitmap? Decode(SKCodec codec, int width, int height)
    {
        // Some formats can be decoded at eighths of their size, which is faster.
        var scale = Math.Min(1, Math.Max((float)width / codec.Info.Width, (float)height / codec.Info.Height));
        var size = codec.GetScaledDimensions(MathF.Ceiling(scale * Eighths) / Eighths);
        var alpha = codec.Info.AlphaType == SKAlphaType.Opaque ? SKAlphaType.Opaque : SKAlphaType.Premul;
        var bitmap = new SKBitmap(new SKImageInfo(size.Width, size.Height, Pixels.Order, alpha));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
        {
            bitmap.Dispose();
            return null;
        }
        while (bitmap.Width >= 2 * width && bitmap.Height >= 2 * height) bitmap = Halved(bitmap);
        return bitmap;
    }

    /// <summary>Each pixel is the mean of four.</summary>
    private static SKBitmap Halved(SKBitmap bitmap)
    {
        using (bitmap) return bitmap.Resize(bitmap.Info.WithSize(bitmap.Width / 2, bitmap.Height / 2), new SKSamplingOptions(SKFilterMode.Linear));
    }
}
