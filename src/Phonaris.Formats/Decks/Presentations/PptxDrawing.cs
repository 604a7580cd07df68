using System.Globalization;
using System.Xml.Linq;
using DocumentFormat.OpenXml.Packaging;
using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Charts;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Computes the drawing of a slide: its shapes, with everything they inherit from layout, master and theme.</summary>
internal sealed class PptxDrawing
{
    private readonly PptxPackage _package;
    private readonly SlidePart _slide;
    private readonly XElement _xml;
    private readonly SlideLayoutPart? _layout;
    private readonly SlideMasterPart? _master;
    private readonly PptxTiming _timing;
    private readonly List<DrawnShape> _shapes = [];
    private readonly List<string> _notDrawn = [];
    private readonly int _number;

    /// <summary>Begins with a slide.</summary>
    public PptxDrawing(PptxPackage package, SlidePart slide, int number)
    {
        (_package, _slide, _xml, _number) = (package, slide, package.Xml(slide), number);
        _layout = slide.SlideLayoutPart;
        _master = _layout?.SlideMasterPart;
        _timing = new(_xml);
    }

    /// <summary>The drawing.</summary>
    public SlideDrawing Read()
    {
        (OpenXmlPart? Part, XElement? Xml)[] layers = [(_master, Xml(_master)), (_layout, Xml(_layout)), (_slide, _xml)];
        var background = layers.AsEnumerable().Reverse().Select(l => Background(l.Part, l.Xml)).FirstOrDefault(b => b is not null);
        foreach (var (part, xml) in layers)
        {
            if (part is null || xml is null) continue;
            // A slide or a layout can hide the shapes of its master.
            if (part != _slide && !_xml.Says("showMasterSp", otherwise: true)) continue;
            if (part == _master && Xml(_layout) is { } layout && !layout.Says("showMasterSp", otherwise: true)) continue;
            Draw(xml.Element(P + "cSld")?.Element(P + "spTree"), part, [], 1, int.MaxValue);
        }
        return new(_package.Width, _package.Height, background, [.. _shapes], _timing.Steps.Count, [.. _notDrawn.Distinct()]);
    }

    /// <summary>The slide number as displayed: presentations may start with a number other than 1.</summary>
    private string SlideNumber => ((_package.Presentation.Number("firstSlideNum") ?? 1) + _number - 1).ToString(CultureInfo.InvariantCulture);

    private XElement? Xml(OpenXmlPart? part) => part is null ? null : _package.Xml(part);

    private PptxColors Colors(OpenXmlPart part)
    {
        var map = Xml(_master)?.Element(P + "clrMap");
        if (_xml.Element(P + "clrMapOvr")?.Element(A + "overrideClrMapping") is { } instead) map = instead;
        var theme = _master?.ThemePart is { } themePart ? _package.Xml(themePart) : null;
        return new(
            theme, map?.Attributes().Where(a => !a.IsNamespaceDeclaration).ToDictionary(a => a.Name.LocalName, a => a.Value) ?? [], id => _package.Picture(part, id));
    }

    private Paint? Background(OpenXmlPart? part, XElement? xml)
    {
        var background = xml?.Element(P + "cSld")?.Element(P + "bg");
        if (part is null || background is null) return null;
        var colors = Colors(part);
        if (background.Element(P + "bgPr") is { } own) return colors.Fill(own).Paint;
        return Styled(colors, background.Element(P + "bgRef"));
    }

    /// <summary>A theme fill that a style refers to; those from 1001 on are for backgrounds.</summary>
    private Paint? Styled(PptxColors colors, XElement? reference)
    {
        var index = reference.Number("idx") ?? 0;
        if (index <= 0) return null;
        var (list, at) = index > 1000 ? ("bgFillStyleLst", index - 1001) : ("fillStyleLst", index - 1);
        var fill = colors.Formats?.Element(A + list)?.Elements().ElementAtOrDefault((int)at);
        if (fill is null) return null;
        // A picture of the theme belongs to the theme's part.
        var own = fill.Name == A + "blipFill" && _master?.ThemePart is { } theme
            ? new PptxColors(null, new Dictionary<string, string>(), id => _package.Picture(theme, id))
            : colors;
        return own.Fill(new XElement("style", fill), colors.Color(reference)).Paint;
    }

    private void Draw(XElement? tree, OpenXmlPart part, IReadOnlyList<GroupFrame> groups, int from, int to)
    {
        foreach (var shape in tree.Shapes())
        {
            var id = shape.Properties()?.Attribute("id")?.Value ?? "";
            if (shape.Properties().Says("hidden")) continue;
            // Placeholders of layout and master are positions, not shapes.
            if (part != _slide && shape.Placeholder() is not null) continue;
            if (part != _slide) Draw(shape, part, groups, id, from, to);
            // A shape that disappears and reappears is drawn more than once.
            else foreach (var (since, until) in _timing.Stays(id, from, to)) Draw(shape, part, groups, id, since, until);
        }
    }

    private void Draw(XElement shape, OpenXmlPart part, IReadOnlyList<GroupFrame> groups, string id, int from, int to)
    {
        if (shape.Name == P + "grpSp") Draw(shape, part, [GroupFrame.Of(shape.Element(P + "grpSpPr")?.Element(A + "xfrm")), .. groups], from, to);
        else if (shape.Name == P + "sp" || shape.Name == P + "cxnSp") DrawShape(shape, part, groups, id, from, to);
        else if (shape.Name == P + "pic") DrawPicture(shape, part, groups, from, to);
        else if (shape.Name == P + "graphicFrame") DrawFrame(shape, part, groups, from, to);
        else if (shape.Name == P + "contentPart") _notDrawn.Add("handwriting is left out");
    }

    private void DrawShape(XElement shape, OpenXmlPart part, IReadOnlyList<GroupFrame> groups, string id, int from, int to)
    {
        var inherited = Inherited(shape);
        var properties = inherited.Select(s => s.Element(P + "spPr")).OfType<XElement>().ToList();
        if (properties.Select(p => p.Element(A + "xfrm")).FirstOrDefault(x => x is not null) is not { } place) return;
        var box = GroupFrame.Map(BoxOf(place), groups);
        var (colors, style) = (Colors(part), shape.Element(P + "style"));

        var fill = properties.Select(p => colors.Fill(p)).FirstOrDefault(f => f.Said) is { Said: true } said ? said.Paint : Styled(colors, style?.Element(A + "fillRef"));
        // Filled like its group.
        if (properties.Exists(p => p.Element(A + "grpFill") is not null)) fill = shape.Ancestors(P + "grpSp").Select(g => colors.Fill(g.Element(P + "grpSpPr"))).FirstOrDefault(f => f.Said).Paint;
        var line = StyledLine(colors, style?.Element(A + "lnRef"));
        foreach (var own in properties.Select(p => p.Element(A + "ln")).OfType<XElement>().Take(1)) line = colors.Line(own, null, line).Line;

        var geometry = properties.FirstOrDefault(p => p.Element(A + "custGeom") is not null || p.Element(A + "prstGeom") is not null);
        var outline = PresetShapes.Of(geometry, box.Width, box.Height);
        if (outline is null)
        {
            // An unknown shape hides nothing.
            _notDrawn.Add($"a shape ({geometry?.Element(A + "prstGeom")?.Attribute("prst")?.Value ?? "unknown"}) is drawn as a rectangle");
            (outline, fill) = (Outlines.Rectangle, null);
        }
        if (shape.Element(P + "txXfrm") is { } words) outline = outline with { Room = RoomIn(outline, BoxOf(place), BoxOf(words)) };
        // The effects of a shape itself, even an empty list, take precedence over its style.
        var effects = properties.Select(p => p.Element(A + "effectLst")).FirstOrDefault(e => e is not null);
        var shadow = effects is not null ? colors.Shadow(effects) : StyledShadow(colors, style?.Element(A + "effectRef"));
        var text = Text(shape, inherited, colors, style, id);
        // An empty placeholder is not visible.
        if (text is null && shape.Placeholder() is not null) return;
        _shapes.Add(new(box, outline, fill, line, text, from, to) { Shadow = shadow });
    }

    private TextBody? Text(XElement shape, IReadOnlyList<XElement> inherited, PptxColors colors, XElement? style, string id)
    {
        if (shape.Element(P + "txBody") is null) return null;
        var kind = inherited.Select(s => s.Placeholder()?.Attribute("type")?.Value).FirstOrDefault(t => t is not null);
        var isPlaceholder = shape.Placeholder() is not null;
        var isTitle = kind is "title" or "ctrTitle";
        var ofKind = Xml(_master)?.Element(P + "txStyles")?.Element(P + (isTitle ? "titleStyle" : isPlaceholder && kind is not ("dt" or "ftr" or "sldNum") ? "bodyStyle" : "otherStyle"));
        XElement?[] styles = [ofKind, _package.Presentation.Element(P + "defaultTextStyle")];
        List<XElement> bodies = [.. inherited.Select(s => s.Element(P + "txBody")).OfType<XElement>()];
        return new PptxText(colors, bodies, [.. styles.OfType<XElement>()], colors.Color(style?.Element(A + "fontRef")), isTitle, SlideNumber)
            .Read(paragraph => _timing.StayOf(id, paragraph));
    }

    private void DrawPicture(XElement shape, OpenXmlPart part, IReadOnlyList<GroupFrame> groups, int from, int to)
    {
        // The icon of a sound is not part of the slide: the sound becomes a cue.
        if (PptxSounds.IsSound(id => PptxPackage.Media(part, id), shape.Element(P + "nvPicPr")?.Element(P + "nvPr"))) return;
        var properties = shape.Element(P + "spPr");
        var place = properties?.Element(A + "xfrm") ?? Inherited(shape).Select(s => s.Element(P + "spPr")?.Element(A + "xfrm")).FirstOrDefault(x => x is not null);
        if (place is null || shape.Element(P + "blipFill") is not { } fill) return;
        var colors = Colors(part);
        var paint = colors.Blip(fill);
        if (paint is null || !KnownPictures.CanBeDrawn(paint.Data.Span))
        {
            _notDrawn.Add(paint is null ? "a picture is stored outside the file and was not imported" : "a picture in an unsupported format is left out");
            return;
        }
        var box = GroupFrame.Map(BoxOf(place), groups);
        _shapes.Add(new(box, PresetShapes.Of(properties, box.Width, box.Height) ?? Outlines.Rectangle, paint, colors.Line(properties?.Element(A + "ln"), null, null).Line, null, from, to) { Shadow = colors.Shadow(properties?.Element(A + "effectLst")) });
    }

    private void DrawFrame(XElement shape, OpenXmlPart part, IReadOnlyList<GroupFrame> groups, int from, int to)
    {
        var data = shape.Element(A + "graphic")?.Element(A + "graphicData");
        if (shape.Element(P + "xfrm") is not { } place || data is null) return;
        var box = GroupFrame.Map(BoxOf(place), groups);
        if (data.Element(A + "tbl") is { } table)
        {
            XElement?[] styles = [Xml(_master)?.Element(P + "txStyles")?.Element(P + "otherStyle"), _package.Presentation.Element(P + "defaultTextStyle")];
            var read = new PptxTable(table, _package.TableStyle(table.Element(A + "tblPr")?.Element(A + "tableStyleId")?.Value), Colors(part), [.. styles.OfType<XElement>()], SlideNumber).Read(box);
            if (read is not null) _shapes.Add(new(box, Outlines.Rectangle, null, null, null, from, to) { Table = read });
        }
        else if (ChartOf(data, part) is { } chart) _shapes.AddRange(ChartDrawing.Of(chart, box, from, to));
        else if (DiagramOf(data, part) is { } diagram) Draw(diagram, part, [new GroupFrame(BoxOf(place), 0, 0, box.Width, box.Height), .. groups], from, to);
        else if (data.Descendants(P + "pic").FirstOrDefault() is { } stand) DrawPicture(stand, part, groups, from, to);
        else
        {
            var uri = data.Attribute("uri")?.Value ?? "";
            var what = uri.Contains("chart", StringComparison.Ordinal) ? "a chart" : uri.Contains("diagram", StringComparison.Ordinal) ? "a diagram" : "an embedded object";
            _notDrawn.Add($"{what} is left out");
            // Its position is kept, so that the slide can be recognized.
            _shapes.Add(new(box, Outlines.Rectangle, new SolidPaint(0x14808080), new Line(0x80808080, 1, [4, 3]), Placeholder(what), from, to));
        }
    }

    /// <summary>The chart of a frame; null if there is none that can be drawn.</summary>
    private Chart? ChartOf(XElement data, OpenXmlPart part) =>
        data.Element(C + "chart")?.Attribute(R + "id")?.Value is { } id && part.TryGetPartById(id, out var chart) ? new PptxChart(_package.Xml(chart!), Colors(part)).Read() : null;

    /// <summary>The shapes of the drawing stored with a diagram; null if there is none.</summary>
    private XElement? DiagramOf(XElement data, OpenXmlPart part)
    {
        var model = data.Elements().FirstOrDefault(e => e.Name.LocalName == "relIds")?.Attribute(R + "dm")?.Value;
        if (model is null || !part.TryGetPartById(model, out var kept)) return null;
        var drawing = _package.Xml(kept!).Descendants().FirstOrDefault(e => e.Name.LocalName == "dataModelExt")?.Attribute("relId")?.Value;
        return drawing is not null && part.TryGetPartById(drawing, out var drawn) ? Ooxml.AsSlide(_package.Xml(drawn!)).Element(P + "spTree") : null;
    }

    private static TextBody Placeholder(string what) => new(
        [new([new TextRun(what, 14, 0xFF707070, "")], Align.Center, 0, 0, null, 0, 0, 1)], 4, 4, 4, 4, Anchor.Middle, Wraps: true, Shrinks: true);

    private static Line? StyledLine(PptxColors colors, XElement? reference)
    {
        if (reference.Number("idx") is not (> 0 and var index)) return null;
        var line = colors.Formats?.Element(A + "lnStyleLst")?.Elements(A + "ln").ElementAtOrDefault((int)index - 1);
        return colors.Line(line, colors.Color(reference), null).Line;
    }

    /// <summary>The shadow of a theme effect that a style refers to.</summary>
    private static Shadow? StyledShadow(PptxColors colors, XElement? reference)
    {
        if (reference.Number("idx") is not (> 0 and var index)) return null;
        var style = colors.Formats?.Element(A + "effectStyleLst")?.Elements(A + "effectStyle").ElementAtOrDefault((int)index - 1);
        return colors.Shadow(style?.Element(A + "effectLst"), colors.Color(reference));
    }

    /// <summary>A shape and the placeholders it inherits from: on the layout, by number or type; on the master, by type.</summary>
    private List<XElement> Inherited(XElement shape)
    {
        List<XElement> chain = [shape];
        if (shape.Placeholder() is not { } place) return chain;
        var onLayout = Match(Xml(_layout), place.Attribute("idx")?.Value, place.Attribute("type")?.Value);
        if (onLayout is not null) chain.Add(onLayout);
        var kind = (onLayout?.Placeholder() ?? place).Attribute("type")?.Value ?? "body";
        if (Match(Xml(_master), null, kind switch { "ctrTitle" => "title", "subTitle" or "obj" => "body", _ => kind }) is { } onMaster) chain.Add(onMaster);
        return chain;

        static XElement? Match(XElement? xml, string? index, string? type)
        {
            var places = xml?.Element(P + "cSld")?.Element(P + "spTree").Shapes().Where(s => s.Placeholder() is not null).ToList() ?? [];
            return places.FirstOrDefault(s => index is not null && s.Placeholder()!.Attribute("idx")?.Value == index)
                ?? places.FirstOrDefault(s => type is not null && s.Placeholder()!.Attribute("type")?.Value == type);
        }
    }

    /// <summary>The text box of a diagram's shape, relative to the shape.</summary>
    private static TextRoom? RoomIn(Outline outline, Box shape, Box words)
    {
        if (shape.Width <= 0 || shape.Height <= 0) return null;
        var (across, down) = (outline.Width / shape.Width, outline.Height / shape.Height);
        return new((words.X - shape.X) * across, (words.Y - shape.Y) * down, (words.X + words.Width - shape.X) * across, (words.Y + words.Height - shape.Y) * down);
    }

    private static Box BoxOf(XElement place) => new(
        place.Element(A + "off").Points("x") ?? 0, place.Element(A + "off").Points("y") ?? 0,
        place.Element(A + "ext").Points("cx") ?? 0, place.Element(A + "ext").Points("cy") ?? 0,
        (place.Number("rot") ?? 0) / 60_000.0, place.Says("flipH"), place.Says("flipV"));
}
