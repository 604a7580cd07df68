using SkiaSharp;

namespace Phonaris.Made;

/// <summary>Pictures of one colour: drawing each with a program would take longer than most of the tests that use them.</summary>
internal static class PlainPicture
{
    /// <summary>Writes a picture as PNG and returns its path.</summary>
    public static string Write(string path, SKColor color, int width = 160, int height = 90)
    {
        using var picture = new SKBitmap(width, height);
        picture.Erase(color);
        using var file = File.Create(path);
        picture.Encode(file, SKEncodedImageFormat.Png, 100);
        return path;
    }
}
