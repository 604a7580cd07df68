using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>
/// The format of table cells from the table style of the deck (ISO/IEC 29500-1, 20.1.4.2), of which
/// the parts that apply to a cell are applied from the whole table to its corners.
/// </summary>
/// <param name="looks">The properties of the table, which enable parts of the style.</param>
/// <param name="style">The style; null if the deck does not contain it.</param>
/// <param name="colors">The colours.</param>
/// <param name="rows">The number of rows.</param>
/// <param name="columns">The number of columns.</param>
internal sealed class PptxTableStyle(XElement? looks, XElement? style, PptxColors colors, int rows, int columns)
{
    /// <summary>Whether the table refers to a style that is not in the deck: then it is drawn on the theme's first accent colour.</summary>
    private readonly bool _unknown = style is null && looks?.Element(A + "tableStyleId") is not null;

    /// <summary>The fill of a cell.</summary>
    public Paint? Fill(int row, int column)
    {
        if (_unknown)
        {
            var accent = colors.Scheme("accent1") ?? 0xFF808080;
            return looks.Says("firstRow") && row == 0 ? new SolidPaint(accent) : new SolidPaint(accent & 0xFFFFFF | (looks.Says("bandRow") && row % 2 == 1 ? 0x40000000u : 0x1A000000u));
        }
        foreach (var part in Parts(row, column))
        {
            var cell = part.Element(A + "tcStyle");
            if (cell?.Element(A + "fill") is { } fill) return colors.Fill(fill).Paint;
            if (cell?.Element(A + "fillRef") is { } reference && colors.Color(reference) is { } color) return new SolidPaint(color);
        }
        return null;
    }

    /// <summary>The line at a side of a cell.</summary>
    /// <param name="row">Its row.</param>
    /// <param name="column">Its column.</param>
    /// <param name="side">left, right, top or bottom.</param>
    /// <param name="outer">Whether it is at the edge of the table.</param>
    public Line? Edge(int row, int column, string side, bool outer)
    {
        if (_unknown) return new Line(0xFFFFFFFF, 1, []);
        var name = outer ? side : side is "left" or "right" ? "insideV" : "insideH";
        foreach (var part in Parts(row, column))
        {
            // The sides of a part are its outer ones: the line below the first row is that row's bottom line.
            var edges = part.Element(A + "tcStyle")?.Element(A + "tcBdr");
            var edge = (part.Name != A + "wholeTbl" ? edges?.Element(A + side) : null) ?? edges?.Element(A + name);
            if (edge?.Element(A + "ln") is { } line) return colors.Line(line, null, null).Line;
            if (edge?.Element(A + "lnRef") is { } reference) return colors.Color(reference) is { } color ? new Line(color, 1, []) : null;
        }
        return null;
    }

    /// <summary>The colour of a cell's text; null if the style has none.</summary>
    public uint? TextColor(int row, int column)
    {
        if (_unknown) return looks.Says("firstRow") && row == 0 ? colors.Scheme("bg1") ?? 0xFFFFFFFF : colors.Scheme("tx1");
        return Parts(row, column).Select(p => colors.Color(p.Element(A + "tcTxStyle"))).FirstOrDefault(c => c is not null);
    }

    /// <summary>Whether a cell's text is bold.</summary>
    public bool IsBold(int row, int column) =>
        _unknown ? looks.Says("firstRow") && row == 0 : Parts(row, column).Select(p => p.Element(A + "tcTxStyle")?.Attribute("b")?.Value).FirstOrDefault(b => b is "on" or "off") == "on";

    /// <summary>The parts of the style that apply to a cell, the most specific first.</summary>
    private IEnumerable<XElement> Parts(int row, int column)
    {
        var (first, last) = (looks.Says("firstRow"), looks.Says("lastRow"));
        var (firstColumn, lastColumn) = (looks.Says("firstCol"), looks.Says("lastCol"));
        List<string> names = [];
        if (first && row == 0) names.Add("firstRow");
        if (last && row == rows - 1) names.Add("lastRow");
        if (firstColumn && column == 0) names.Add("firstCol");
        if (lastColumn && column == columns - 1) names.Add("lastCol");
        if (names.Count == 0 && looks.Says("bandRow")) names.Add((row - (first ? 1 : 0)) % 2 == 0 ? "band1H" : "band2H");
        if (names.Count == 0 && looks.Says("bandCol")) names.Add((column - (firstColumn ? 1 : 0)) % 2 == 0 ? "band1V" : "band2V");
        names.Add("wholeTbl");
        return names.Select(n => style?.Element(A + n)).OfType<XElement>();
    }
}
