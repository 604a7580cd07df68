using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using SkiaSharp;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Colours, fills and lines of a presentation, through its theme (ISO/IEC 29500-1, 20.1).</summary>
/// <param name="theme">The theme.</param>
/// <param name="map">The mapping of text and background colours to theme colours.</param>
/// <param name="picture">Returns the bytes of a picture by its relationship.</param>
internal sealed class PptxColors(XElement? theme, IReadOnlyDictionary<string, string> map, Func<string?, byte[]?> picture)
{
    private const double UsualLine = 0.75, AngleUnits = 60_000;

    private readonly XElement? _elements = theme?.Element(A + "themeElements");

    /// <summary>The fills and lines of the theme, counted from 1.</summary>
    public XElement? Formats => _elements?.Element(A + "fmtScheme");

    /// <summary>The theme's font for headings or for text.</summary>
    public string Font(bool heading) => Fonts(heading)?.Element(A + "latin")?.Attribute("typeface")?.Value ?? "";

    /// <summary>The theme's fonts for other scripts: by language, and for East Asian and complex scripts.</summary>
    /// <param name="heading">Whether they are for headings.</param>
    /// <param name="language">The language, by its tag.</param>
    public IEnumerable<string> OtherFonts(bool heading, string? language)
    {
        var (fonts, script) = (Fonts(heading), ScriptNames.Of(language));
        IEnumerable<XElement?> named = [script is null ? null : fonts?.Elements(A + "font").FirstOrDefault(f => f.Attribute("script")?.Value == script), fonts?.Element(A + "ea"), fonts?.Element(A + "cs")];
        return named.Select(f => f?.Attribute("typeface")?.Value).OfType<string>().Where(f => f.Length > 0);
    }

    private XElement? Fonts(bool heading) => _elements?.Element(A + "fontScheme")?.Element(A + (heading ? "majorFont" : "minorFont"));

    /// <summary>The colour that an element holds, 0xAARRGGBB; null when it holds none.</summary>
    /// <param name="holder">The element that contains it.</param>
    /// <param name="placeholder">The colour that a style's placeholder colour stands for.</param>
    public uint? Color(XElement? holder, uint? placeholder = null)
    {
        var element = holder?.Elements().FirstOrDefault(e => e.Name.Namespace == A && e.Name.LocalName.EndsWith("Clr", StringComparison.Ordinal));
        if (element is null) return null;
        var value = element.Attribute("val")?.Value ?? "";
        var plain = element.Name.LocalName switch
        {
            "srgbClr" => Hex(value),
            "sysClr" => Hex(element.Attribute("lastClr")?.Value ?? (value == "window" ? "FFFFFF" : "000000")),
            "schemeClr" => value == "phClr" ? placeholder : Scheme(value),
            "prstClr" => Preset(value),
            "scrgbClr" => 0xFF000000 | Byte(element.Share("r")) << 16 | Byte(element.Share("g")) << 8 | Byte(element.Share("b")),
            "hslClr" => Hsl((element.Number("hue") ?? 0) / AngleUnits, 100 * (element.Share("sat") ?? 0), 100 * (element.Share("lum") ?? 0)),
            _ => null,
        };
        return plain is { } color ? Changed(color, element) : null;
    }

    /// <summary>The fill of an element: whether it specifies one, and the paint, which is null for no fill.</summary>
    public (bool Said, Paint? Paint) Fill(XElement? holder, uint? placeholder = null)
    {
        foreach (var fill in holder?.Elements().Where(e => e.Name.Namespace == A || e.Name.LocalName == "blipFill") ?? [])
            switch (fill.Name.LocalName)
            {
                case "noFill": return (true, null);
                case "solidFill": return (true, Color(fill, placeholder) is { } color ? new SolidPaint(color) : null);
                case "gradFill": return (true, Gradient(fill, placeholder));
                case "blipFill": return (true, Blip(fill));
                case "pattFill":
                    return (true, new PatternPaint(
                        fill.Attribute("prst")?.Value ?? "", Color(fill.Element(A + "fgClr"), placeholder) ?? 0xFF000000, Color(fill.Element(A + "bgClr"), placeholder) ?? 0xFFFFFFFF));
            }
        return (false, null);
    }

    /// <summary>A picture as a fill; null if it is outside the file.</summary>
    public PicturePaint? Blip(XElement fill)
    {
        var blip = fill.Element(A + "blip");
        if (picture(blip?.Attribute(R + "embed")?.Value) is not { } data) return null;
        var (crop, within) = (fill.Element(A + "srcRect"), fill.Element(A + "stretch")?.Element(A + "fillRect"));
        var (left, right) = Cut("l", "r");
        var (top, bottom) = Cut("t", "b");
        var opacity = blip?.Element(A + "alphaModFix").Share("amt") ?? 1;
        return new(data, left, top, right, bottom, opacity) { Recolored = Recolored(blip), Tiled = Tiled(fill.Element(A + "tile"), data) };

        // The rest of the picture is fitted into a part of the area, or extends beyond it (20.1.8.30, 20.1.8.55): expressed as additional crop, or as space.
        (double From, double To) Cut(string from, string to)
        {
            var (a, b) = (crop.Share(from) ?? 0, crop.Share(to) ?? 0);
            var (before, after) = (within.Share(from) ?? 0, within.Share(to) ?? 0);
            var scale = 1 - before - after > 0.001 ? (1 - a - b) / (1 - before - after) : 0;
            return (a - before * scale, b - after * scale);
        }
    }

    /// <summary>How a picture is tiled (20.1.8.58); null if it is not.</summary>
    private static Tiling? Tiled(XElement? tile, byte[] data)
    {
        if (tile is null || KnownPictures.SizeOf(data) is not { } size) return null;
        var (corner, flip) = (tile.Attribute("algn")?.Value ?? "tl", tile.Attribute("flip")?.Value ?? "none");
        var (across, down) = (tile.Share("sx") ?? 1, tile.Share("sy") ?? 1);
        if (across <= 0 || down <= 0) return null;
        return new(
            size.Width * across, size.Height * down, corner is "t" or "ctr" or "b" ? 0.5 : corner.EndsWith('r') ? 1 : 0, corner is "l" or "ctr" or "r" ? 0.5 : corner.StartsWith('b') ? 1 : 0,
            tile.Points("tx") ?? 0, tile.Points("ty") ?? 0, flip.Contains('x'), flip.Contains('y'));
    }

    /// <summary>The colour effects of a picture (20.1.8.23 to 20.1.8.42); null for none.</summary>
    private Recoloring? Recolored(XElement? blip)
    {
        var recoloring = new Recoloring();
        if (blip?.Element(A + "grayscl") is not null) recoloring = recoloring with { Dark = 0xFF000000, Light = 0xFFFFFFFF };
        if (blip?.Element(A + "duotone")?.Elements().Take(2).Select(c => Color(new XElement("of", c))).ToList() is [{ } dark, { } light]) recoloring = recoloring with { Dark = dark, Light = light };
        if (blip?.Element(A + "lum") is { } lum) recoloring = recoloring with { Brightness = lum.Share("bright") ?? 0, Contrast = lum.Share("contrast") ?? 0 };
        if (blip?.Element(A + "biLevel").Share("thresh") is { } threshold) recoloring = recoloring with { Threshold = threshold };
        // Replacing a colour is only used to make a background transparent.
        if (blip?.Element(A + "clrChange") is { } change && Color(change.Element(A + "clrTo")) is < 0x0100_0000 && Color(change.Element(A + "clrFrom")) is { } cleared) recoloring = recoloring with { Cleared = cleared };
        return recoloring == new Recoloring() ? null : recoloring;
    }

    /// <summary>The shadow of an element (20.1.8.45); null for none.</summary>
    public Shadow? Shadow(XElement? effects, uint? placeholder = null)
    {
        if (effects?.Element(A + "outerShdw") is not { } shadow || Color(shadow, placeholder) is not { } color) return null;
        var (far, angle) = (shadow.Points("dist") ?? 0, (shadow.Number("dir") ?? 0) / AngleUnits * Math.PI / 180);
        return new(color, shadow.Points("blurRad") ?? 0, far * Math.Cos(angle), far * Math.Sin(angle));
    }

    /// <summary>The line of an element: whether it specifies one, and the line, which is null for none.</summary>
    public (bool Said, Line? Line) Line(XElement? element, uint? placeholder, Line? otherwise)
    {
        if (element is null) return (false, otherwise);
        var (said, paint) = Fill(element, placeholder);
        if (said && paint is null) return (true, null);
        var color = paint switch { SolidPaint solid => solid.Color, GradientPaint g => g.Stops[0].Color, _ => otherwise?.Color };
        if (color is null) return (false, otherwise);
        return (true, new(
            color.Value, element.Points("w") ?? otherwise?.Width ?? UsualLine, Dashes(element.Element(A + "prstDash")?.Attribute("val")?.Value),
            End(element.Element(A + "headEnd")), End(element.Element(A + "tailEnd"))));

        static LineEnd? End(XElement? end)
        {
            LineEndKind? kind = end?.Attribute("type")?.Value switch
            {
                "triangle" => LineEndKind.Triangle,
                "arrow" => LineEndKind.Open,
                "stealth" => LineEndKind.Barbed,
                "diamond" => LineEndKind.Diamond,
                "oval" => LineEndKind.Oval,
                _ => null,
            };
            return kind is null ? null : new(kind.Value, Widths("len"), Widths("w"));

            double Widths(string attribute) => end!.Attribute(attribute)?.Value switch { "sm" => 2, "lg" => 5, _ => 3 };
        }
    }

    /// <summary>A theme colour, 0xAARRGGBB, by its name in the theme or on the slide; null if the theme has none.</summary>
    public uint? Scheme(string name)
    {
        var own = map.GetValueOrDefault(name, name);
        return Color(_elements?.Element(A + "clrScheme")?.Element(A + own));
    }

    private GradientPaint? Gradient(XElement fill, uint? placeholder)
    {
        var stops = fill.Element(A + "gsLst")?.Elements(A + "gs")
            .Select(s => (At: s.Share("pos") ?? 0, Color: Color(s, placeholder)))
            .Where(s => s.Color is not null)
            .Select(s => new GradientStop(Math.Clamp(s.At, 0, 1), s.Color!.Value))
            .OrderBy(s => s.At)
            .ToList();
        if (stops is not { Count: > 0 }) return null;
        var to = fill.Element(A + "path")?.Element(A + "fillToRect");
        return new([.. stops], (fill.Element(A + "lin").Number("ang") ?? 0) / AngleUnits, fill.Element(A + "path") is not null)
        {
            Center = to is null ? (0.5, 0.5) : (Middle(to.Share("l"), to.Share("r")), Middle(to.Share("t"), to.Share("b"))),
        };

        static double Middle(double? from, double? to) => ((from ?? 0) + 1 - (to ?? 0)) / 2;
    }

    /// <summary>A colour after the modifications in its child elements.</summary>
    private static uint Changed(uint color, XElement element)
    {
        var alpha = 255.0 * (color >> 24) / 255;
        foreach (var change in element.Elements())
        {
            var by = change.Share("val") ?? 1;
            var now = new SKColor(color);
            ((SKColorF)now).ToHsl(out var h, out var s, out var l);
            switch (change.Name.LocalName)
            {
                case "alpha": alpha = 255 * by; break;
                case "alphaModFix" or "alphaMod": alpha *= by; break;
                case "lumMod": color = Hsl(h, s, l * by); break;
                case "lumOff": color = Hsl(h, s, l + 100 * by); break;
                case "satMod": color = Hsl(h, s * by, l); break;
                case "tint": color = Mixed(now, 255, by); break;
                case "shade": color = Mixed(now, 0, by); break;
            }
        }
        return color & 0x00FFFFFF | (uint)Math.Clamp(Math.Round(alpha), 0, 255) << 24;

        static uint Mixed(SKColor from, double to, double keep)
        {
            return 0xFF000000 | Part(from.Red) << 16 | Part(from.Green) << 8 | Part(from.Blue);

            uint Part(byte value) => (uint)Math.Clamp(Math.Round(value * keep + to * (1 - keep)), 0, 255);
        }
    }

    /// <summary>A colour from hue (degrees), saturation and lightness (percent).</summary>
    private static uint Hsl(double hue, double saturation, double lightness)
    {
        var color = SKColorF.FromHsl((float)hue, (float)Math.Clamp(saturation, 0, 100), (float)Math.Clamp(lightness, 0, 100));
        return 0xFF000000 | Byte(color.Red) << 16 | Byte(color.Green) << 8 | Byte(color.Blue);
    }

    private static ValueList<double> Dashes(string? preset) => preset switch
    {
        "dot" or "sysDot" => [1, 2],
        "dash" => [4, 3],
        "sysDash" => [3, 1],
        "lgDash" => [8, 3],
        "dashDot" or "sysDashDot" => [4, 3, 1, 3],
        "lgDashDot" => [8, 3, 1, 3],
        "lgDashDotDot" or "sysDashDotDot" => [8, 3, 1, 3, 1, 3],
        _ => [],
    };

    private static uint? Hex(string value) =>
        uint.TryParse(value, NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var rgb) ? 0xFF000000 | rgb & 0xFFFFFF : null;

    private static uint Byte(double? share) => (uint)Math.Clamp(Math.Round(255 * (share ?? 0)), 0, 255);

    /// <summary>A preset colour by its CSS name: <c>dkBlue</c> is <c>darkblue</c>. Black if unknown.</summary>
    private static uint Preset(string name)
    {
        foreach (var (brief, full) in new[] { ("dk", "dark"), ("lt", "light"), ("med", "medium") })
            if (name.StartsWith(brief, StringComparison.Ordinal) && name.Length > brief.Length && char.IsUpper(name[brief.Length])) name = full + name[brief.Length..];
        var field = typeof(SKColors).GetField(name, System.Reflection.BindingFlags.IgnoreCase | System.Reflection.BindingFlags.Public | System.Reflection.BindingFlags.Static);
        return field?.GetValue(null) is SKColor color ? (uint)color : 0xFF000000;
    }
}
