using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>
/// Works out a table: a shape for each cell. Where its cells do not say how they look, its first row stands on the theme's first accent and the
/// others are banded with a tint of it.
/// </summary>
internal sealed class PptxTable(XElement table, PptxColors colors, IReadOnlyList<XElement> styles, int from, int to)
{
    private const double Side = 7.2, Edge = 3.6;
    private const long UsualSize = 1800;

    /// <summary>The cells in a box.</summary>
    public IEnumerable<DrawnShape> Draw(Box box)
    {
        var widths = table.Element(A + "tblGrid")?.Elements(A + "gridCol").Select(c => c.Points("w") ?? 0).ToList() ?? [];
        var rows = table.Elements(A + "tr").ToList();
        var heights = rows.Select(r => Math.Max(r.Points("h") ?? 0, Least(r))).ToList();
        if (widths.Sum() <= 0 || heights.Count == 0) yield break;
        // A row is never lower than its text: the table may grow beyond its frame, as it does where it was made.
        var (sx, sy) = (box.Width / widths.Sum(), Math.Max(1, box.Height / heights.Sum()));
        var looks = table.Element(A + "tblPr");
        for (var r = 0; r < rows.Count; r++)
        {
            var cells = rows[r].Elements(A + "tc").ToList();
            for (var c = 0; c < Math.Min(cells.Count, widths.Count); c++)
            {
                var cell = cells[c];
                if (cell.Says("hMerge") || cell.Says("vMerge")) continue;
                var (across, down) = ((int)(cell.Number("gridSpan") ?? 1), (int)(cell.Number("rowSpan") ?? 1));
                var place = new Box(
                    box.X + widths.Take(c).Sum() * sx, box.Y + heights.Take(r).Sum() * sy, widths.Skip(c).Take(across).Sum() * sx, heights.Skip(r).Take(down).Sum() * sy);
                yield return Cell(cell, place, looks.Says("firstRow") && r == 0, looks.Says("bandRow") && r % 2 == 1);
            }
        }
    }

    /// <summary>The height a row needs for one line of its largest text.</summary>
    private static double Least(XElement row) =>
        row.Descendants(A + "rPr").Select(p => p.Number("sz") ?? UsualSize).DefaultIfEmpty(UsualSize).Max() / 100.0 * 1.2 + 2 * Edge;

    private DrawnShape Cell(XElement cell, Box place, bool first, bool banded)
    {
        var properties = cell.Element(A + "tcPr");
        var (said, fill) = colors.Fill(properties);
        var accent = colors.Color(Scheme("accent1")) ?? 0xFF808080;
        if (!said) fill = first ? new SolidPaint(accent) : new SolidPaint(accent & 0xFFFFFF | (banded ? 0x40000000u : 0x1A000000u));
        var line = colors.Line(properties?.Element(A + "lnB"), null, null) is (true, var own) ? own : new Line(0xFFFFFFFF, 1, []);
        TextBody? text = null;
        if (cell.Element(A + "txBody") is { } body)
            text = new PptxText(colors, [body], styles, !said && first ? colors.Color(Scheme("bg1")) ?? 0xFFFFFFFF : colors.Color(Scheme("tx1")), heading: false).Read(_ => 1);
        if (text is not null)
            text = text with
            {
                Left = properties.Points("marL") ?? Side,
                Right = properties.Points("marR") ?? Side,
                Top = properties.Points("marT") ?? Edge,
                Bottom = properties.Points("marB") ?? Edge,
                Anchor = properties?.Attribute("anchor")?.Value switch { "ctr" => Anchor.Middle, "b" => Anchor.Bottom, _ => Anchor.Top },
            };
        return new(place, Outlines.Rectangle, fill, line, text, from, to);
    }

    private static XElement Scheme(string name) => new("color", new XElement(A + "schemeClr", new XAttribute("val", name)));
}
