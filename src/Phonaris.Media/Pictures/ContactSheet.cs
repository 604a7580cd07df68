using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>All slides of a deck in one picture, with a number below each.</summary>
public static class ContactSheet
{
    private const int Gap = 16, Caption = 28, LettersHigh = 17;

    /// <summary>The width of a slide for small decks; in larger ones slides are narrower.</summary>
    private const int MostWide = 200;

    /// <summary>The width of a slide on the sheet of a deck with a number of slides, in pixels.</summary>
    public static int WidthFor(int slides) => slides <= MostWide ? 320 : 160;

    /// <summary>Arranges slides on a sheet, row by row.</summary>
    /// <param name="slides">The number and the picture of each slide, all drawn to <see cref="WidthFor"/>.</param>
    /// <returns>The sheet as a PNG file.</returns>
    public static byte[] Png(IReadOnlyList<(int Number, string Path)> slides)
    {
        ArgumentNullException.ThrowIfNull(slides);
        var width = WidthFor(slides.Count);
        var columns = Math.Clamp((int)Math.Ceiling(Math.Sqrt(slides.Count)), 1, 1600 / width);
        using var pictures = new PictureList([.. slides.Select(s => SKImage.FromEncodedData(s.Path))]);
        var height = pictures.Items.Max(p => p.Height);
        var rows = (slides.Count + columns - 1) / columns;
        using var sheet = SKSurface.Create(new SKImageInfo(Gap + columns * (width + Gap), Gap + rows * (height + Caption + Gap)));
        sheet.Canvas.Clear(new SKColor(0xFFECE6D8));
        using var ink = new SKPaint { Color = new(0xFF1B2A2A), IsAntialias = true };
        using var font = new SKFont(Typefaces.Find("", bold: true, italic: false), LettersHigh);
        foreach (var ((number, _), k) in slides.Select((s, k) => (s, k)))
        {
            var (x, y) = (Gap + k % columns * (width + Gap), Gap + k / columns * (height + Caption + Gap));
            sheet.Canvas.DrawImage(pictures.Items[k], x, y, SKSamplingOptions.Default);
            sheet.Canvas.DrawText($"{number}", x, y + height + LettersHigh + 3, SKTextAlign.Left, font, ink);
        }
        using var image = sheet.Snapshot();
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    private sealed class PictureList(IReadOnlyList<SKImage> items) : IDisposable
    {
        public IReadOnlyList<SKImage> Items => items;

        public void Dispose()
        {
            foreach (var item in items) item.Dispose();
        }
    }
}
