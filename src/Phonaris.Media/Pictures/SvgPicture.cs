using System.Xml;
using Phonaris.Core;
using SkiaSharp;
using Svg.Skia;

namespace Phonaris.Media.Pictures;

/// <summary>Draws SVG drawings with the house's own fonts. Nothing outside the file is ever fetched.</summary>
internal static class SvgPicture
{
    /// <summary>Draws a drawing to a size.</summary>
    /// <exception cref="RuleException">It cannot be read.</exception>
    public static SKBitmap Draw(string path, int width, int height)
    {
        using var svg = new SKSvg();
        svg.Settings.TypefaceProviders?.Insert(0, HouseFonts.Provider);
        SKPicture? picture;
        try
        {
            using var reader = XmlReader.Create(path, new XmlReaderSettings { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null });
            picture = svg.Load(reader);
        }
        catch (XmlException)
        {
            picture = null;
        }
        if (picture is null) throw new RuleException("A drawing of the deck cannot be read as SVG. Save it once more, or as PNG.");
        var bounds = picture.CullRect;
        var target = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        using var canvas = new SKCanvas(target);
        canvas.Clear(SKColors.White);
        canvas.Scale(width / bounds.Width, height / bounds.Height);
        canvas.DrawPicture(picture, -bounds.Left, -bounds.Top);
        return target;
    }
}
