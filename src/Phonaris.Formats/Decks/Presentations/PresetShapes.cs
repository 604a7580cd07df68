using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>
/// Shapes defined by formulas: those of ISO/IEC 29500-1, 20.1.10.56, with the definitions published with it, and custom shapes of a deck
/// (20.1.9).
/// </summary>
internal static class PresetShapes
{
    private const double EmuPerPoint = 12_700;

    /// <summary>More commands than any shape of the standard or drawn by hand has.</summary>
    private const int MostMoves = 100_000;

    private static readonly Lazy<Dictionary<string, XElement>> Known = new(() =>
    {
        using var xml = typeof(PresetShapes).Assembly.GetManifestResourceStream("PresetShapes.xml") ?? throw new InvalidOperationException("The preset shapes are missing from the resources.");
        return XElement.Load(xml).Elements().ToDictionary(e => e.Name.LocalName);
    });

    /// <summary>The geometry of a shape at its size; null if unknown.</summary>
    /// <param name="properties">The shape's properties; a rectangle if they name no shape.</param>
    /// <param name="width">Its width in points.</param>
    /// <param name="height">Its height in points.</param>
    public static Outline? Of(XElement? properties, double width, double height)
    {
        if (properties?.Element(A + "custGeom") is { } own) return Worked(own, null, width, height);
        return properties?.Element(A + "prstGeom") is { } preset
            ? Of(preset.Attribute("prst")?.Value ?? "rect", preset.Element(A + "avLst"), width, height)
            : Outlines.Rectangle;
    }

    /// <summary>A shape of the standard; null if unknown.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="adjusted">The adjustments that differ from the defaults.</param>
    /// <param name="width">Its width in points.</param>
    /// <param name="height">Its height in points.</param>
    public static Outline? Of(string name, XElement? adjusted, double width, double height) =>
        name == "rect" ? Outlines.Rectangle : Known.Value.GetValueOrDefault(name) is { } definition ? Worked(definition, adjusted, width, height) : null;

    private static Outline? Worked(XElement definition, XElement? adjusted, double width, double height)
    {
        var guides = new Guides(width * EmuPerPoint, height * EmuPerPoint);
        guides.Add(Named(definition, "avLst"));
        guides.Add(adjusted);
        guides.Add(Named(definition, "gdLst"));
        List<OutlinePart> parts = [];
        foreach (var path in Named(definition, "pathLst")?.Elements(A + "path") ?? [])
            if (Followed(path, guides, width, height) is { Count: > 0 } moves)
                parts.Add(new(moves, FillOf(path.Attribute("fill")?.Value), path.Says("stroke", otherwise: true)));
        if (parts.Count == 0) return null;
        var room = Named(definition, "rect") is { } rect
            ? new TextRoom(Points(rect, "l"), Points(rect, "t"), Points(rect, "r"), Points(rect, "b"))
            : (TextRoom?)null;
        return new(width, height, [.. parts]) { Room = room };

        double Points(XElement rect, string side) => guides[rect.Attribute(side)?.Value] / EmuPerPoint;
    }

    private static XElement? Named(XElement definition, string name) => definition.Element(A + name);

    private static PartFill FillOf(string? fill) => fill switch
    {
        "none" => PartFill.None,
        "lighten" => PartFill.Lighter,
        "lightenLess" => PartFill.LittleLighter,
        "darken" => PartFill.Darker,
        "darkenLess" => PartFill.LittleDarker,
        _ => PartFill.Plain,
    };

    /// <summary>Evaluates a path (20.1.9.15), which may have its own coordinates.</summary>
    private static ValueList<PenMove> Followed(XElement path, Guides guides, double width, double height)
    {
        var (w, h) = (path.Number("w") ?? 0, path.Number("h") ?? 0);
        var pen = new Pen(w > 0 ? width / w : 1 / EmuPerPoint, h > 0 ? height / h : 1 / EmuPerPoint);
        foreach (var step in path.Elements().Take(MostMoves))
        {
            var p = step.Elements(A + "pt").Select(pt => (X: guides[pt.Attribute("x")?.Value], Y: guides[pt.Attribute("y")?.Value])).Take(3).ToList();
            switch (step.Name.LocalName)
            {
                case "moveTo" when p.Count == 1: pen.MoveTo(p[0].X, p[0].Y); break;
                case "lnTo" when p.Count == 1: pen.LineTo(p[0].X, p[0].Y); break;
                case "cubicBezTo" when p.Count == 3: pen.CurveTo(p[0].X, p[0].Y, p[1].X, p[1].Y, p[2].X, p[2].Y); break;
                case "quadBezTo" when p.Count == 2: pen.QuadTo(p[0].X, p[0].Y, p[1].X, p[1].Y); break;
                case "arcTo": pen.ArcTo(Of("wR"), Of("hR"), Guides.Radians(Of("stAng")), Guides.Radians(Of("swAng"))); break;
                case "close": pen.Close(); break;
            }

            double Of(string name) => guides[step.Attribute(name)?.Value];
        }
        return pen.Moves;
    }
}
