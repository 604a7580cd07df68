using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Forms of shapes: the common ones of ISO/IEC 29500-1, 20.1.10.56, and those drawn point by point.</summary>
internal static class PresetShapes
{
    private const double Full = 100_000;

    /// <summary>The form of a shape in its own size, or null for one that is not known.</summary>
    /// <param name="properties">The shape's properties.</param>
    /// <param name="width">Its width in points.</param>
    /// <param name="height">Its height in points.</param>
    public static Outline? Of(XElement? properties, double width, double height)
    {
        if (properties?.Element(A + "custGeom") is { } custom) return Custom(custom);
        var preset = properties?.Element(A + "prstGeom");
        var name = preset?.Attribute("prst")?.Value ?? "rect";
        var values = preset?.Element(A + "avLst")?.Elements(A + "gd")
            .ToDictionary(g => g.Attribute("name")?.Value ?? "", g => double.TryParse((g.Attribute("fmla")?.Value ?? "").Split(' ')[^1], out var v) ? v : 0) ?? [];
        var least = Math.Max(0.001, Math.Min(width, height));
        double Adjust(string key, double usual) => values.GetValueOrDefault(key, usual) / Full;
        // How far something reaches along a side, as a fraction of it, when it is told as a fraction of the shorter side.
        double Across(double share) => Math.Clamp(share * least / Math.Max(width, 0.001), 0, 1);
        double Down(double share) => Math.Clamp(share * least / Math.Max(height, 0.001), 0, 1);

        switch (name)
        {
            case "rect" or "flowChartProcess" or "actionButtonBlank" or "frame" or "bevel" or "foldedCorner": return Outlines.Rectangle;
            case "roundRect" or "flowChartAlternateProcess" or "round2SameRect" or "round1Rect" or "round2DiagRect" or "wedgeRoundRectCallout" or "plaque":
                return Outlines.Rounded(width, height, Adjust("adj", 16_667) * least);
            case "flowChartTerminator": return Outlines.Rounded(width, height, least / 2);
            case "ellipse" or "flowChartConnector" or "wedgeEllipseCallout" or "donut" or "smileyFace" or "cloud" or "cloudCallout": return Outlines.Ellipse;
            case "line" or "straightConnector1": return Outlines.Diagonal;
            case "bentConnector2": return Outlines.Open((0, 0), (1, 0), (1, 1));
            case "bentConnector3" or "bentConnector4" or "bentConnector5":
                var bend = Adjust("adj1", 50_000);
                return Outlines.Open((0, 0), (bend, 0), (bend, 1), (1, 1));
            case "curvedConnector2" or "curvedConnector3" or "curvedConnector4":
                return new(1, 1, [new(PenMoveKind.Move, 0, 0), new(PenMoveKind.Curve, 1, 1, 0.5, 0, 0.5, 1)], Closed: false);
            case "triangle" or "flowChartExtract":
                return Outlines.Polygon((Adjust("adj", 50_000), 0), (1, 1), (0, 1));
            case "flowChartMerge": return Outlines.Polygon((0, 0), (1, 0), (0.5, 1));
            case "rtTriangle": return Outlines.Polygon((0, 0), (1, 1), (0, 1));
            case "diamond" or "flowChartDecision": return Outlines.Polygon((0.5, 0), (1, 0.5), (0.5, 1), (0, 0.5));
            case "parallelogram" or "flowChartInputOutput":
                var slant = Across(Adjust("adj", 25_000));
                return Outlines.Polygon((slant, 0), (1, 0), (1 - slant, 1), (0, 1));
            case "trapezoid":
                var inset = Across(Adjust("adj", 25_000));
                return Outlines.Polygon((inset, 0), (1 - inset, 0), (1, 1), (0, 1));
            case "pentagon": return Outlines.Star(5, 1);
            case "hexagon" or "flowChartPreparation":
                var corner = Across(Adjust("adj", 25_000));
                return Outlines.Polygon((corner, 0), (1 - corner, 0), (1, 0.5), (1 - corner, 1), (corner, 1), (0, 0.5));
            case "octagon":
                var (cx, cy) = (Across(Adjust("adj", 29_289)), Down(Adjust("adj", 29_289)));
                return Outlines.Polygon((cx, 0), (1 - cx, 0), (1, cy), (1, 1 - cy), (1 - cx, 1), (cx, 1), (0, 1 - cy), (0, cy));
            case "homePlate":
                var point = Across(Adjust("adj", 50_000));
                return Outlines.Polygon((0, 0), (1 - point, 0), (1, 0.5), (1 - point, 1), (0, 1));
            case "chevron":
                var notch = Across(Adjust("adj", 50_000));
                return Outlines.Polygon((0, 0), (1 - notch, 0), (1, 0.5), (1 - notch, 1), (0, 1), (notch, 0.5));
            case "rightArrow" or "stripedRightArrow" or "notchedRightArrow": return Arrow(Adjust("adj1", 50_000), Across(Adjust("adj2", 50_000)), p => p);
            case "leftArrow": return Arrow(Adjust("adj1", 50_000), Across(Adjust("adj2", 50_000)), p => (1 - p.X, p.Y));
            case "downArrow": return Arrow(Adjust("adj1", 50_000), Down(Adjust("adj2", 50_000)), p => (p.Y, p.X));
            case "upArrow": return Arrow(Adjust("adj1", 50_000), Down(Adjust("adj2", 50_000)), p => (p.Y, 1 - p.X));
            case "leftRightArrow": return DoubleArrow(Adjust("adj1", 50_000), Across(Adjust("adj2", 50_000)), p => p);
            case "upDownArrow": return DoubleArrow(Adjust("adj1", 50_000), Down(Adjust("adj2", 50_000)), p => (p.Y, p.X));
            case "star4": return Outlines.Star(4, 2 * Adjust("adj", 12_500));
            case "star5": return Outlines.Star(5, 2 * Adjust("adj", 19_098));
            case "star6": return Outlines.Star(6, 2 * Adjust("adj", 28_868));
            case "star8": return Outlines.Star(8, 2 * Adjust("adj", 37_500));
            case "star10" or "star12" or "star16" or "star24" or "star32": return Outlines.Star(int.Parse(name[4..]), 2 * Adjust("adj", 37_500));
            case "plus" or "mathPlus" or "flowChartSummingJunction":
                var (px, py) = (Across(Adjust("adj", 25_000)), Down(Adjust("adj", 25_000)));
                return Outlines.Polygon(
                    (px, 0), (1 - px, 0), (1 - px, py), (1, py), (1, 1 - py), (1 - px, 1 - py), (1 - px, 1), (px, 1), (px, 1 - py), (0, 1 - py), (0, py), (px, py));
            case "wedgeRectCallout":
                var (tx, ty) = (0.5 + Adjust("adj1", -20_833), 0.5 + Adjust("adj2", 62_500));
                return Outlines.Polygon((0, 0), (1, 0), (1, 1), (0.42, 1), (tx, ty), (0.17, 1), (0, 1));
            default: return null;
        }
    }

    private static Outline Arrow(double shaft, double head, Func<(double X, double Y), (double, double)> turn) => Outlines.Polygon(
        [.. new (double X, double Y)[] { (0, 0.5 - shaft / 2), (1 - head, 0.5 - shaft / 2), (1 - head, 0), (1, 0.5), (1 - head, 1), (1 - head, 0.5 + shaft / 2), (0, 0.5 + shaft / 2) }.Select(turn)]);

    private static Outline DoubleArrow(double shaft, double head, Func<(double X, double Y), (double, double)> turn) => Outlines.Polygon(
        [.. new (double X, double Y)[]
        {
            (0, 0.5), (head, 0), (head, 0.5 - shaft / 2), (1 - head, 0.5 - shaft / 2), (1 - head, 0), (1, 0.5), (1 - head, 1), (1 - head, 0.5 + shaft / 2),
            (head, 0.5 + shaft / 2), (head, 1),
        }.Select(turn)]);

    /// <summary>A form drawn point by point; null when its points are given by formulas.</summary>
    private static Outline? Custom(XElement custom)
    {
        var path = custom.Element(A + "pathLst")?.Elements(A + "path").FirstOrDefault();
        if (path is null) return null;
        List<PenMove> moves = [];
        foreach (var step in path.Elements())
        {
            var points = step.Elements(A + "pt").Select(p => (X: p.Number("x"), Y: p.Number("y"))).ToList();
            if (points.Any(p => p.X is null || p.Y is null)) return null;
            double X(int i) => points[i].X!.Value;
            double Y(int i) => points[i].Y!.Value;
            switch (step.Name.LocalName)
            {
                case "moveTo" when points.Count == 1: moves.Add(new(PenMoveKind.Move, X(0), Y(0))); break;
                case "lnTo" when points.Count == 1: moves.Add(new(PenMoveKind.Line, X(0), Y(0))); break;
                case "cubicBezTo" when points.Count == 3: moves.Add(new(PenMoveKind.Curve, X(2), Y(2), X(0), Y(0), X(1), Y(1))); break;
                case "quadBezTo" when points.Count == 2 && moves.Count > 0:
                    // A quadratic curve as a cubic one: its control points lie two thirds of the way to the one given.
                    var from = moves[^1];
                    moves.Add(new(PenMoveKind.Curve, X(1), Y(1), from.X + 2 * (X(0) - from.X) / 3, from.Y + 2 * (Y(0) - from.Y) / 3, X(1) + 2 * (X(0) - X(1)) / 3, Y(1) + 2 * (Y(0) - Y(1)) / 3));
                    break;
                case "close": moves.Add(new(PenMoveKind.Close, 0, 0)); break;
                case "arcTo" when moves.Count > 0: Arc(moves, step); break;
                default: return null;
            }
        }
        var (w, h) = (path.Number("w") ?? 0, path.Number("h") ?? 0);
        return moves.Count == 0 ? null : new(w > 0 ? w : 1, h > 0 ? h : 1, [.. moves], path.Attribute("fill")?.Value != "none");
    }

    /// <summary>An arc of an ellipse from where the pen is, in pieces of at most a quarter.</summary>
    private static void Arc(List<PenMove> moves, XElement arc)
    {
        var (rx, ry) = ((double)(arc.Number("wR") ?? 0), (double)(arc.Number("hR") ?? 0));
        var (start, sweep) = ((arc.Number("stAng") ?? 0) / 60_000.0 * Math.PI / 180, (arc.Number("swAng") ?? 0) / 60_000.0 * Math.PI / 180);
        var (cx, cy) = (moves[^1].X - rx * Math.Cos(start), moves[^1].Y - ry * Math.Sin(start));
        var pieces = Math.Max(1, (int)Math.Ceiling(Math.Abs(sweep) / (Math.PI / 2) - 1e-9));
        var by = sweep / pieces;
        var reach = 4.0 / 3 * Math.Tan(by / 4);
        for (var i = 0; i < pieces; i++, start += by)
        {
            var end = start + by;
            moves.Add(new(
                PenMoveKind.Curve, cx + rx * Math.Cos(end), cy + ry * Math.Sin(end),
                cx + rx * (Math.Cos(start) - reach * Math.Sin(start)), cy + ry * (Math.Sin(start) + reach * Math.Cos(start)),
                cx + rx * (Math.Cos(end) + reach * Math.Sin(end)), cy + ry * (Math.Sin(end) - reach * Math.Cos(end))));
        }
    }
}
