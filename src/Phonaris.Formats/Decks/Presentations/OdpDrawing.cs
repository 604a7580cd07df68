using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Charts;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Computes the drawing of an OpenDocument page.</summary>
/// <param name="package">The presentation.</param>
/// <param name="page">The page.</param>
internal sealed class OdpDrawing(OdpPackage package, XElement page)
{
    private readonly OdpTiming _timing = new(page);
    private readonly OdpFields _fields = new(page, PageProperties(package, page));
    private readonly List<DrawnShape> _shapes = [];
    private readonly List<string> _notDrawn = [];

    /// <summary>The drawing.</summary>
    public SlideDrawing Read()
    {
        var master = package.Masters.GetValueOrDefault(page.Get(Draw + "master-page-name") ?? "");
        var own = PageProperties(package, page);
        var background = Fill(own) is { Said: true } said ? said.Paint : Fill(PageProperties(package, master)).Paint;
        if (master is not null && own.Select(p => p.Get(Show + "background-objects-visible")).FirstOrDefault(v => v is not null) != "false")
            foreach (var shape in master.Elements().Where(_fields.Shows)) Shape(shape, 1, int.MaxValue);
        foreach (var shape in page.Elements()) Shape(shape, 1, int.MaxValue);
        return new(package.Width, package.Height, background, [.. _shapes], _timing.Steps.Count, [.. _notDrawn.Distinct()]);
    }

    private static List<XElement> PageProperties(OdpPackage package, XElement? of) =>
        [.. package.Chain("drawing-page", of.Get(Draw + "style-name")).Select(s => s.Element(Style + "drawing-page-properties")).OfType<XElement>()];

    private void Shape(XElement shape, int from, int to)
    {
        if (shape.Get(Show + "placeholder") == "true" && shape.Parent == page && Lines(shape).Length == 0) return;
        // A shape that disappears and reappears is drawn more than once.
        foreach (var (since, until) in _timing.Stays(OdpDeck.Id(shape), from, to)) There(shape, since, until);
    }

    private void There(XElement shape, int from, int to)
    {
        if (shape.Name == Draw + "g")
        {
            foreach (var child in shape.Elements()) Shape(child, from, to);
            return;
        }
        if (shape.Name.Namespace != Draw || BoxOf(shape) is not { } box) return;
        var family = shape.Get(Show + "style-name") is not null ? "presentation" : "graphic";
        var styles = package.Chain(family, shape.Get(Show + "style-name") ?? shape.Get(Draw + "style-name"));
        List<XElement> looks = [.. styles.Select(s => s.Element(Style + "graphic-properties")).OfType<XElement>()];
        var line = LineOf(looks);
        var fill = Fill(looks).Paint;
        // Not in the standard, but used by writers.
        if (looks.SelectMany(l => l.Attributes()).Any(a => a.Name.LocalName is "glow-radius" or "softedge-radius" && Odf.Points(a.Value) > 0)) _notDrawn.Add("a glow or a soft edge is left out");
        switch (shape.Name.LocalName)
        {
            case "frame": Frame(shape, box, looks, styles, fill, line, from, to); break;
            case "rect": Add(box, Rounded(shape, box), fill); break;
            case "ellipse" or "circle": Add(box, Outlines.Ellipse, fill); break;
            case "line" or "connector": Add(box, Outlines.Diagonal, null); break;
            case "custom-shape": Custom(shape, box, fill); break;
            case "polygon" or "polyline": Points(shape, box, fill); break;
            case "path" when SvgPath.Of(shape.Get(SvgCompatible + "d") ?? "", ViewOf(shape)) is { } free: Add(box, free, fill); break;
        }

        void Add(Box place, Outline outline, Paint? paint) =>
            _shapes.Add(new(place, outline, paint, line, new OdpText(package, styles, looks, _timing, _fields).Read(shape), from, to) { Shadow = ShadowOf(looks) });

        void Custom(XElement of, Box place, Paint? paint)
        {
            var geometry = of.Element(Draw + "enhanced-geometry");
            var type = geometry.Get(Draw + "type") ?? "rectangle";
            var outline = EnhancedPath.Of(geometry, place.Width, place.Height) ?? Preset(type, place);
            if (outline is null) _notDrawn.Add($"a shape ({type}) is drawn as a rectangle");
            place = place with { FlipX = place.FlipX ^ (geometry.Get(Draw + "mirror-horizontal") == "true"), FlipY = place.FlipY ^ (geometry.Get(Draw + "mirror-vertical") == "true") };
            Add(place, outline ?? Outlines.Rectangle, outline is null ? null : paint);
        }

        void Points(XElement of, Box place, Paint? paint)
        {
            var view = ViewOf(of);
            List<(double X, double Y)> points = [.. (of.Get(Draw + "points") ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .Select(p => p.Split(',')).Where(p => p.Length == 2).Select(p => (Number(p[0]), Number(p[1])))];
            if (view.Length != 4 || view[2] <= 0 || view[3] <= 0 || points.Count == 0) return;
            var closed = of.Name == Draw + "polygon";
            (double, double)[] scaled = [.. points.Select(p => ((p.X - view[0]) / view[2], (p.Y - view[1]) / view[3]))];
            Add(place, closed ? Outlines.Polygon(scaled) : Outlines.Open(scaled), paint);
        }
    }

    private void Frame(XElement frame, Box box, List<XElement> looks, List<XElement> styles, Paint? fill, Line? line, int from, int to)
    {
        if (frame.Element(Table + "table") is { } table)
        {
            if (new OdpTable(package, table, looks => Fill(looks).Paint, _timing, _fields).Read(box) is { } read) _shapes.Add(new(box, Outlines.Rectangle, null, null, null, from, to) { Table = read });
            return;
        }
        if (frame.Element(Draw + "plugin") is not null) return;
        // The first readable picture: the others are the same in other formats.
        var pictures = frame.Elements(Draw + "image").Select(i => package.File(i.Get(Link + "href"))).OfType<byte[]>().ToList();
        if (pictures.FirstOrDefault(p => KnownPictures.CanBeDrawn(p)) is { } picture)
        {
            var (l, t, r, b) = Crop(looks, picture);
            var opacity = Percent(looks.First(Draw + "image-opacity")) ?? 1;
            _shapes.Add(new(box, Outlines.Rectangle, new PicturePaint(picture, l, t, r, b, opacity) { Recolored = Recolored(looks) }, line, null, from, to) { Shadow = ShadowOf(looks) });
        }
        else if (frame.Element(Draw + "text-box") is { } text)
            _shapes.Add(new(box, Outlines.Rectangle, fill, line, new OdpText(package, styles, looks, _timing, _fields).Read(text, isFrame: true), from, to) { Shadow = ShadowOf(looks) });
        else if (ChartOf(frame) is { } chart) _shapes.AddRange(ChartDrawing.Of(chart, box, from, to));
        else if (frame.Elements().Any(e => e.Name == Draw + "image" || e.Name == Draw + "object"))
        {
            _notDrawn.Add("a picture or object in an unsupported format is left out");
            _shapes.Add(new(box, Outlines.Rectangle, new SolidPaint(0x14808080), new Line(0x80808080, 1, [4, 3]), null, from, to));
        }
    }

    /// <summary>The chart of a frame, embedded or in the package; null if there is none that can be drawn.</summary>
    private Chart? ChartOf(XElement frame)
    {
        if (frame.Element(Draw + "object") is not { } held) return null;
        var document = held.Elements().FirstOrDefault() ?? (held.Get(Link + "href") is { } address ? package.Xml($"{OdpPackage.Inside(address)}/content.xml") : null);
        return document is null ? null : new OdpChart(document).Read();
    }

    private (bool Said, Paint? Paint) Fill(List<XElement> looks)
    {
        string? First(XName name) => looks.First(name);
        var opacity = Percent(First(Draw + "opacity")) ?? 1;
        switch (First(Draw + "fill"))
        {
            case "none": return (true, null);
            case "solid": return (true, Color(First(Draw + "fill-color")) is { } color ? new SolidPaint(WithOpacity(color, opacity)) : null);
            case "gradient" when package.Named.GetValueOrDefault(First(Draw + "fill-gradient-name") ?? "") is { } gradient:
                var (start, end) = (Color(gradient.Get(Draw + "start-color")) ?? 0xFFFFFFFF, Color(gradient.Get(Draw + "end-color")) ?? 0xFF000000);
                var style = gradient.Get(Draw + "style");
                var radial = style is "radial" or "ellipsoid" or "square" or "rectangular";
                // The angle rotates a top-to-bottom gradient counter-clockwise.
                var angle = 90 - Number((gradient.Get(Draw + "angle") ?? "0").TrimEnd('d', 'e', 'g')) / (gradient.Get(Draw + "angle")?.EndsWith("deg", StringComparison.Ordinal) == true ? 1 : 10);
                ValueList<GradientStop> stops = style == "axial"
                    ? [new(0, start), new(0.5, end), new(1, start)]
                    : radial ? [new(0, end), new(1, start)] : [new(0, start), new(1, end)];
                return (true, new GradientPaint(stops, angle, radial) { Center = (Percent(gradient.Get(Draw + "cx")) ?? 0.5, Percent(gradient.Get(Draw + "cy")) ?? 0.5) });
            case "bitmap" when package.File(package.Named.GetValueOrDefault(First(Draw + "fill-image-name") ?? "").Get(Link + "href")) is { } picture:
                return (true, new PicturePaint(picture, 0, 0, 0, 0, opacity) { Tiled = First(Style + "repeat") is null or "repeat" ? Tiled(looks, picture) : null });
            case "hatch" when package.Named.GetValueOrDefault(First(Draw + "fill-hatch-name") ?? "") is { } hatch:
                var back = First(Draw + "fill-hatch-solid") == "true" ? Color(First(Draw + "fill-color")) ?? 0xFFFFFFFF : 0x00FFFFFF;
                return (true, new PatternPaint(Hatched(hatch), WithOpacity(Color(hatch.Get(Draw + "color")) ?? 0xFF000000, opacity), back));
            default: return (false, Color(First(Fo + "background-color")) is { } plain ? new SolidPaint(plain) : null);
        }
    }

    /// <summary>How a picture is tiled; null if it has no size.</summary>
    private static Tiling? Tiled(List<XElement> looks, byte[] picture)
    {
        if (KnownPictures.SizeOf(picture) is not { } size) return null;
        var corner = looks.First(Draw + "fill-image-ref-point") ?? "center";
        double Length(XName name, double own) => Odf.Points(looks.First(name)) is > 0 and var said ? said : own;
        return new(
            Length(Draw + "fill-image-width", size.Width), Length(Draw + "fill-image-height", size.Height),
            corner.EndsWith("left", StringComparison.Ordinal) ? 0 : corner.EndsWith("right", StringComparison.Ordinal) ? 1 : 0.5,
            corner.StartsWith("top", StringComparison.Ordinal) ? 0 : corner.StartsWith("bottom", StringComparison.Ordinal) ? 1 : 0.5, 0, 0);
    }

    /// <summary>The pattern closest to a hatch: by the number of its line directions and their rotation, in tenths of a degree.</summary>
    private static string Hatched(XElement hatch)
    {
        var turned = Math.Abs(Number((hatch.Get(Draw + "rotation") ?? "0").TrimEnd('d', 'e', 'g')));
        if (hatch.Get(Draw + "rotation")?.EndsWith("deg", StringComparison.Ordinal) != true) turned /= 10;
        var slanted = turned % 90 is > 22 and < 68;
        if (hatch.Get(Draw + "style") is "double" or "triple") return slanted ? "diagCross" : "cross";
        return slanted ? turned % 180 < 90 ? "ltUpDiag" : "ltDnDiag" : turned % 180 is > 45 and < 135 ? "ltVert" : "ltHorz";
    }

    private static Shadow? ShadowOf(List<XElement> looks)
    {
        string? First(XName name) => looks.First(name);
        if (First(Draw + "shadow") != "visible") return null;
        // Not in the standard, but used by writers: the extent of a soft edge.
        var blur = looks.SelectMany(l => l.Attributes()).FirstOrDefault(a => a.Name.LocalName == "shadow-blur")?.Value;
        return new(
            WithOpacity(Color(First(Draw + "shadow-color")) ?? 0xFF808080, Percent(First(Draw + "shadow-opacity")) ?? 1), Odf.Points(blur) ?? 0,
            Odf.Points(First(Draw + "shadow-offset-x")) ?? 0, Odf.Points(First(Draw + "shadow-offset-y")) ?? 0);
    }

    /// <summary>The colour effects of a picture; null for none.</summary>
    private static Recoloring? Recolored(List<XElement> looks)
    {
        string? First(XName name) => looks.First(name);
        var grey = First(Draw + "color-mode") is "greyscale" or "mono";
        var recoloring = new Recoloring(grey ? 0xFF000000 : null, grey ? 0xFFFFFFFF : null, Percent(First(Draw + "luminance")) ?? 0, Percent(First(Draw + "contrast")) ?? 0);
        return recoloring == new Recoloring() ? null : recoloring;
    }

    private static Line? LineOf(List<XElement> looks)
    {
        string? First(XName name) => looks.First(name);
        var kind = First(Draw + "stroke");
        if (kind is null or "none") return null;
        return new(
            Color(First(SvgCompatible + "stroke-color")) ?? 0xFF000000, Math.Max(0.5, Odf.Points(First(SvgCompatible + "stroke-width")) ?? 0.5), kind == "dash" ? [4, 3] : [],
            End("start"), End("end"));

        // Marker names are free; round ones are named like this.
        LineEnd? End(string side) => First(Draw + $"marker-{side}") is { Length: > 0 } name
            ? new(name.Contains("ircle", StringComparison.Ordinal) ? LineEndKind.Oval : LineEndKind.Triangle)
            : null;
    }

    /// <summary>The position of a shape: its frame, or the ends of a line, transformed.</summary>
    private static Box? BoxOf(XElement shape)
    {
        if (shape.Length(SvgCompatible + "x1") is { } x1 && shape.Length(SvgCompatible + "x2") is { } x2 && shape.Length(SvgCompatible + "y1") is { } y1 && shape.Length(SvgCompatible + "y2") is { } y2)
            return new(Math.Min(x1, x2), Math.Min(y1, y2), Math.Abs(x2 - x1), Math.Abs(y2 - y1), 0, x2 < x1, y2 < y1);
        if (shape.Length(SvgCompatible + "width") is not { } w || shape.Length(SvgCompatible + "height") is not { } h) return null;
        if (shape.Get(Draw + "transform") is not { } transform) return new(shape.Length(SvgCompatible + "x") ?? 0, shape.Length(SvgCompatible + "y") ?? 0, w, h);
        // "rotate (radians) translate (x y)": a counter-clockwise rotation about the origin, then a translation.
        var angle = -Number(Inside("rotate").FirstOrDefault() ?? "0");
        var move = Inside("translate").Select(p => Odf.Points(p) ?? 0).ToList();
        var (mx, my) = (move.ElementAtOrDefault(0), move.ElementAtOrDefault(1));
        var (cx, cy) = (w / 2 * Math.Cos(angle) - h / 2 * Math.Sin(angle) + mx, w / 2 * Math.Sin(angle) + h / 2 * Math.Cos(angle) + my);
        return new(cx - w / 2, cy - h / 2, w, h, angle * 180 / Math.PI);

        string[] Inside(string function)
        {
            var at = transform.IndexOf(function, StringComparison.Ordinal);
            var open = at < 0 ? -1 : transform.IndexOf('(', at);
            var close = open < 0 ? -1 : transform.IndexOf(')', open);
            return close < 0 ? [] : transform[(open + 1)..close].Split([' ', ','], StringSplitOptions.RemoveEmptyEntries);
        }
    }

    private static double[] ViewOf(XElement shape) => [.. (shape.Get(SvgCompatible + "viewBox") ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Number)];

    private static Outline Rounded(XElement shape, Box box) =>
        shape.Length(Draw + "corner-radius") is > 0 and var radius ? Outlines.Rounded(box.Width, box.Height, radius) : Outlines.Rectangle;

    /// <summary>Shapes by their customary names; many have names of ISO/IEC 29500 after a prefix.</summary>
    private static Outline? Preset(string type, Box box)
    {
        var name = type switch
        {
            "rectangle" => "rect",
            "round-rectangle" => "roundRect",
            "isosceles-triangle" => "triangle",
            "right-triangle" => "rtTriangle",
            "right-arrow" => "rightArrow",
            "left-arrow" => "leftArrow",
            "up-arrow" => "upArrow",
            "down-arrow" => "downArrow",
            "left-right-arrow" => "leftRightArrow",
            "pentagon-right" => "homePlate",
            "cross" => "plus",
            "rectangular-callout" => "wedgeRectCallout",
            "round-rectangular-callout" => "wedgeRoundRectCallout",
            _ => type.StartsWith("ooxml-", StringComparison.Ordinal) ? type["ooxml-".Length..] : type,
        };
        return PresetShapes.Of(name, null, box.Width, box.Height);
    }

    private static (double L, double T, double R, double B) Crop(List<XElement> looks, byte[] picture)
    {
        var clip = looks.First(Fo + "clip");
        if (clip is null || !clip.StartsWith("rect(", StringComparison.Ordinal)) return default;
        double[] sides = [.. clip[5..].TrimEnd(')').Split([' ', ','], StringSplitOptions.RemoveEmptyEntries).Select(s => Odf.Points(s) ?? 0)];
        if (sides.Length != 4 || KnownPictures.SizeOf(picture) is not var (w, h)) return default;
        return (sides[3] / w, sides[0] / h, sides[1] / w, sides[2] / h);
    }

    private static uint WithOpacity(uint color, double opacity) => color & 0xFFFFFF | (uint)Math.Round(255 * Math.Clamp(opacity, 0, 1)) << 24;

    private static double Number(string text) => double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var v) ? v : 0;
}
