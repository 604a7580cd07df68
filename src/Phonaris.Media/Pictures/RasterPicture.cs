using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Draws PNG, JPEG and WebP pictures, rotated as their orientation tag says.</summary>
internal static class RasterPicture
{
    /// <summary>Reads a picture and scales it.</summary>
    /// <exception cref="RuleException">It cannot be read.</exception>
    public static SKBitmap Draw(string path, int width, int height)
    {
        using var codec = SKCodec.Create(path) ?? throw NotPicture();
        var (across, down) = IsTurned(codec.EncodedOrigin) ? (height, width) : (width, height);
        using var raw = ScaledPicture.Decode(codec, across, down) ?? throw NotPicture();
        using var image = SKImage.FromBitmap(raw);
        var target = Pixels.Opaque(width, height);
        using var canvas = new SKCanvas(target);
        canvas.Clear(SKColors.Black);
        var (turned, natural) = Turn(codec.EncodedOrigin, raw.Width, raw.Height);
        canvas.Scale((float)width / natural.Width, (float)height / natural.Height);
        canvas.Concat(in turned);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear));
        return target;
    }

    private static bool IsTurned(SKEncodedOrigin origin) => origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;

    /// <summary>The transformation that turns a picture upright (Exif 2.32, tag 0x0112), and its size afterwards.</summary>
    private static (SKMatrix Matrix, SKSizeI Size) Turn(SKEncodedOrigin origin, int w, int h) => origin switch
    {
        SKEncodedOrigin.TopRight => (new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1), new(w, h)),
        SKEncodedOrigin.BottomRight => (new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1), new(w, h)),
        SKEncodedOrigin.BottomLeft => (new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1), new(w, h)),
        SKEncodedOrigin.LeftTop => (new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1), new(h, w)),
        SKEncodedOrigin.RightTop => (new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1), new(h, w)),
        SKEncodedOrigin.RightBottom => (new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1), new(h, w)),
        SKEncodedOrigin.LeftBottom => (new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1), new(h, w)),
        _ => (SKMatrix.Identity, new(w, h)),
    };

    private static RuleException NotPicture() => new("A picture of the deck cannot be read. Use PNG, JPEG, WebP or SVG.");
}
