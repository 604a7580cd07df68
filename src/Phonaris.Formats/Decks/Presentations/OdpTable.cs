using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Reads a table of an OpenDocument page (OpenDocument 1.2, part 1, 9).</summary>
/// <param name="package">The presentation.</param>
/// <param name="table">The table.</param>
/// <param name="fill">Reads a fill from properties.</param>
/// <param name="timing">The steps of its paragraphs.</param>
/// <param name="fields">The values of fields.</param>
internal sealed class OdpTable(OdpPackage package, XElement table, Func<List<XElement>, Paint?> fill, OdpTiming timing, OdpFields fields)
{
    private const int Most = 1000;
    private const double UsualWidth = 50;

    /// <summary>The table, as wide as its frame; null if it has no cells.</summary>
    public DrawnTable? Read(Box box)
    {
        List<(double Width, string? Cells)> columns = [.. table.Descendants(Table + "table-column").SelectMany(c => Enumerable.Repeat(
            (Property("table-column", c, "table-column-properties", Style + "column-width") ?? UsualWidth, c.Get(Table + "default-cell-style-name")), Repeated(c, "number-columns-repeated"))).Take(Most)];
        List<XElement> rows = [.. table.Descendants(Table + "table-row").SelectMany(r => Enumerable.Repeat(r, Repeated(r, "number-rows-repeated"))).Take(Most)];
        var width = columns.Sum(c => c.Width);
        if (width <= 0 || rows.Count == 0) return null;
        List<TableCell> cells = [];
        for (var r = 0; r < rows.Count; r++)
        {
            var c = 0;
            foreach (var cell in rows[r].Elements().Where(e => e.Name == Table + "table-cell" || e.Name == Table + "covered-table-cell"))
                for (var n = Repeated(cell, "number-columns-repeated"); n > 0 && c < columns.Count; n--, c++)
                    if (cell.Name == Table + "table-cell") cells.Add(Read(cell, r, c, rows, columns));
        }
        var scale = box.Width > 0 ? box.Width / width : 1;
        return new(
            [.. columns.Select(c => c.Width * scale)],
            [.. rows.Select(r => Property("table-row", r, "table-row-properties", Style + "row-height") ?? Property("table-row", r, "table-row-properties", Style + "min-row-height") ?? 0)],
            [.. cells]);
    }

    private TableCell Read(XElement cell, int row, int column, List<XElement> rows, List<(double Width, string? Cells)> columns)
    {
        var name = cell.Get(Table + "style-name") ?? rows[row].Get(Table + "default-cell-style-name") ?? columns[column].Cells;
        var styles = package.Chain("table-cell", name);
        List<XElement> looks = [.. styles.SelectMany(s => s.Elements().Where(e => e.Name.LocalName is "table-cell-properties" or "graphic-properties" or "paragraph-properties"))];
        var across = Math.Clamp(Spanned(cell, "number-columns-spanned"), 1, columns.Count - column);
        var down = Math.Clamp(Spanned(cell, "number-rows-spanned"), 1, rows.Count - row);
        return new(row, column, down, across, fill(looks), new OdpText(package, styles, looks, timing, fields).Read(cell), Border("left"), Border("top"), Border("right"), Border("bottom"));

        Line? Border(string side) => Read(looks.Select(l => l.Get(Fo + $"border-{side}") ?? l.Get(Fo + "border")).FirstOrDefault(b => b is not null));
    }

    /// <summary>Parses a border: a width, a style and a colour, in any order.</summary>
    private static Line? Read(string? border)
    {
        var words = border?.Split(' ', StringSplitOptions.RemoveEmptyEntries) ?? [];
        if (words.Length == 0 || words.Contains("none") || words.Contains("hidden")) return null;
        return new(
            words.Select(Color).FirstOrDefault(c => c is not null) ?? 0xFF000000, words.Select(Odf.Points).FirstOrDefault(w => w is not null) ?? 0.75,
            words.Contains("dashed") ? [4, 3] : words.Contains("dotted") ? [1, 2] : []);
    }

    private double? Property(string family, XElement of, string properties, XName name) =>
        package.Chain(family, of.Get(Table + "style-name")).Select(s => s.Element(Style + properties).Length(name)).FirstOrDefault(v => v is not null);

    private static int Repeated(XElement of, string attribute) => Math.Clamp(Spanned(of, attribute), 1, Most);

    private static int Spanned(XElement of, string attribute) => int.TryParse(of.Get(Table + attribute), NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : 1;
}
