using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Reads a table (ISO/IEC 29500-1, 21.1.3).</summary>
/// <param name="table">The table.</param>
/// <param name="style">Its table style, if the deck contains it.</param>
/// <param name="colors">The colours.</param>
/// <param name="styles">The list styles its text inherits from, the closest first.</param>
/// <param name="slideNumber">The number of its slide.</param>
internal sealed class PptxTable(XElement table, XElement? style, PptxColors colors, IReadOnlyList<XElement> styles, string slideNumber)
{
    private const double Side = 7.2, Edge = 3.6;

    /// <summary>The number of levels of list styles.</summary>
    private const int Levels = 9;

    private readonly List<double> _columns = [.. table.Element(A + "tblGrid")?.Elements(A + "gridCol").Select(c => Math.Max(0, c.Points("w") ?? 0)) ?? []];
    private readonly List<XElement> _rows = [.. table.Elements(A + "tr")];

    /// <summary>The table, as wide as its frame; null if it has no cells.</summary>
    public DrawnTable? Read(Box box)
    {
        if (_columns.Sum() <= 0 || _rows.Count == 0) return null;
        var looks = new PptxTableStyle(table.Element(A + "tblPr"), style, colors, _rows.Count, _columns.Count);
        List<TableCell> cells = [];
        for (var r = 0; r < _rows.Count; r++)
            foreach (var (cell, c) in _rows[r].Elements(A + "tc").Take(_columns.Count).Select((x, i) => (x, i)))
                if (!cell.Says("hMerge") && !cell.Says("vMerge")) cells.Add(Read(cell, r, c, looks));
        var scale = box.Width > 0 ? box.Width / _columns.Sum() : 1;
        return new([.. _columns.Select(w => w * scale)], [.. _rows.Select(r => Math.Max(0, r.Points("h") ?? 0))], [.. cells]);
    }

    private TableCell Read(XElement cell, int row, int column, PptxTableStyle looks)
    {
        var properties = cell.Element(A + "tcPr");
        var across = (int)Math.Clamp(cell.Number("gridSpan") ?? 1, 1, _columns.Count - column);
        var down = (int)Math.Clamp(cell.Number("rowSpan") ?? 1, 1, _rows.Count - row);
        var (said, fill) = colors.Fill(properties);
        return new(
            row, column, down, across, said ? fill : looks.Fill(row, column), Text(cell, properties, looks, row, column),
            EdgeOf("lnL", "left", column == 0), EdgeOf("lnT", "top", row == 0), EdgeOf("lnR", "right", column + across == _columns.Count), EdgeOf("lnB", "bottom", row + down == _rows.Count));

        Line? EdgeOf(string own, string side, bool outer) =>
            colors.Line(properties?.Element(A + own), null, null) is (true, var line) ? line : looks.Edge(row, column, side, outer);
    }

    private TextBody? Text(XElement cell, XElement? properties, PptxTableStyle looks, int row, int column)
    {
        if (cell.Element(A + "txBody") is not { } body) return null;
        XElement[] bold = looks.IsBold(row, column)
            ? [new XElement("style", Enumerable.Range(1, Levels).Select(l => new XElement(A + $"lvl{l}pPr", new XElement(A + "defRPr", new XAttribute("b", "1")))))]
            : [];
        var text = new PptxText(colors, [body], [.. bold, .. styles], looks.TextColor(row, column), heading: false, slideNumber).Read(_ => (1, int.MaxValue));
        return text is null ? null : text with
        {
            Left = properties.Points("marL") ?? Side,
            Right = properties.Points("marR") ?? Side,
            Top = properties.Points("marT") ?? Edge,
            Bottom = properties.Points("marB") ?? Edge,
            Anchor = properties?.Attribute("anchor")?.Value switch { "ctr" => Anchor.Middle, "b" => Anchor.Bottom, _ => Anchor.Top },
            Turn = properties?.Attribute("vert")?.Value switch { "vert" or "eaVert" => 90, "vert270" => 270, _ => 0 },
        };
    }
}
