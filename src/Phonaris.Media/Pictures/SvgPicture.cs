using System.Xml;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using SkiaSharp;
using Phonaris.Shared;
using Svg.Skia;

namespace Phonaris.Media.Pictures;

/// <summary>Draws SVG drawings. Nothing outside the file is loaded.</summary>
internal static class SvgPicture
{
    /// <summary>Draws a drawing at a size.</summary>
    /// <exception cref="RuleException">It cannot be read.</exception>
    public static SKBitmap Draw(string path, int width, int height)
    {
        using var svg = SafeSvg.New();
        using var file = File.OpenRead(path);
        var picture = Load(svg, file) ?? throw new RuleException("An SVG of the deck cannot be read. Save it again, or as PNG.");
        var bounds = picture.CullRect;
        var target = Pixels.Opaque(width, height);
        using var canvas = new SKCanvas(target);
        canvas.Clear(SKColors.White);
        canvas.Scale(width / bounds.Width, height / bounds.Height);
        canvas.DrawPicture(picture, -bounds.Left, -bounds.Top);
        return target;
    }

    /// <summary>A drawing within a deck as an image of a size in pixels; null if it cannot be read.</summary>
    public static SKImage? TryDraw(byte[] data, int width, int height)
    {
        using var svg = SafeSvg.New();
        using var stream = new MemoryStream(data);
        if (Load(svg, stream) is not { CullRect: { Width: > 0, Height: > 0 } bounds } picture) return null;
        using var surface = SKSurface.Create(new SKImageInfo(width, height));
        surface.Canvas.Scale(width / bounds.Width, height / bounds.Height);
        surface.Canvas.DrawPicture(picture, -bounds.Left, -bounds.Top);
        return surface.Snapshot();
    }

    private static SKPicture? Load(SKSvg svg, Stream stream)
    {
        svg.Settings.TypefaceProviders?.Insert(0, Typefaces.Provider);
        try
        {
            using (var depth = XmlReader.Create(stream, SafeSvg.Xml))
                if (SvgBounds.IsTooDeep(depth)) return null;
            stream.Position = 0;
            using var reader = XmlReader.Create(stream, SafeSvg.Xml);
            var drawing = XDocument.Load(reader, LoadOptions.PreserveWhitespace);
            if (!SvgBounds.Permit(drawing.Root!)) return null;
            SvgLetters.Name(drawing);
            using var named = drawing.CreateReader();
            return svg.Load(named);
        }
        catch (XmlException)
        {
            return null;
        }
    }
}
