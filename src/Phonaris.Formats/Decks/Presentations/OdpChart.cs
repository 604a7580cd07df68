using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Charts;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Reads a chart with its embedded table (ISO/IEC 26300-1, 11).</summary>
internal sealed partial class OdpChart
{
    private const double TitleSize = 1.3, HoleOfRing = 0.5, CornerStart = 90;

    /// <summary>The default colours of series.</summary>
    private static readonly uint[] Usual = [0xFF2F6F8F, 0xFFC8553D, 0xFFE0A030, 0xFF5B8C5A, 0xFF7B5EA7, 0xFF8D99AE];

    private readonly XElement? _chart;
    private readonly XElement? _plot;
    private readonly Dictionary<string, XElement> _styles;
    private readonly List<List<XElement>> _table;
    private readonly TextRun _text;

    /// <summary>Begins with a chart's document.</summary>
    /// <param name="document">The document.</param>
    public OdpChart(XElement document)
    {
        _chart = document.Element(Office + "body")?.Element(Office + "chart")?.Element(Charted + "chart");
        _plot = _chart?.Element(Charted + "plot-area");
        _styles = document.Element(Office + "automatic-styles")?.Elements(Style + "style").DistinctBy(s => s.Get(Style + "name") ?? "").ToDictionary(s => s.Get(Style + "name") ?? "") ?? [];
        _table = [.. _chart?.Element(Table + "table")?.Descendants(Table + "table-row").Take(Chart.MostPoints + 1).Select(Cells) ?? []];
        _text = Looks(_chart, new("", Chart.UsualSize, 0xFF000000, ""));
    }

    /// <summary>The chart; null for an unsupported kind.</summary>
    public Chart? Read()
    {
        var series = _plot?.Elements(Charted + "series").Take(Chart.MostSeries).ToList() ?? [];
        if (series.Count == 0 || series.Exists(s => KindOf(ClassOf(s)) is null)) return null;
        var axes = _plot!.Elements(Charted + "axis").ToList();
        var across = axes.Find(a => a.Get(Charted + "dimension") == "x");
        var along = axes.Where(a => a.Get(Charted + "dimension") == "y").ToList();
        var categories = across?.Element(Charted + "categories").Get(Table + "cell-range-address") is { } named ? Words(named) : [];
        // Series of one class on one axis form a plot.
        List<ChartPlot> plots = [.. series
            .GroupBy(s => (Class: ClassOf(s), Axis: Math.Max(0, along.FindIndex(a => a.Get(Charted + "name") == s.Get(Charted + "attached-axis")))))
            .Select(g => Plot(g.Key.Class, g.Key.Axis, [.. g], series))];
        return new(Title(_chart!.Element(Charted + "title"), TitleSize), plots, categories, Axis(across), [.. along.Count == 0 ? [new()] : along.Select(Axis)], LegendSide(), Looks(_chart.Element(Charted + "legend"), _text), _text);
    }

    private string ClassOf(XElement series) => series.Get(Charted + "class") ?? _chart.Get(Charted + "class") ?? "";

    private static ChartKind? KindOf(string kind) => kind[(kind.IndexOf(':', StringComparison.Ordinal) + 1)..] switch
    {
        "bar" => ChartKind.Bars,
        "line" or "stock" => ChartKind.Lines,
        "area" => ChartKind.Areas,
        "circle" or "ring" => ChartKind.Pie,
        "scatter" or "bubble" => ChartKind.Scatter,
        "radar" or "filled-radar" => ChartKind.Radar,
        _ => null,
    };

    private ChartPlot Plot(string kind, int axis, List<XElement> series, List<XElement> all)
    {
        string? Said(string what) => Property(_plot, what);
        // The gap and overlap of bars are properties of their axis.
        var beside = _plot!.Elements(Charted + "axis").Where(a => a.Get(Charted + "dimension") == "y").ElementAtOrDefault(axis);
        double? Share(string what) => Percent(Property(beside, what) is { } share ? share.TrimEnd('%') + "%" : null);
        return new(
            KindOf(kind)!.Value, Said("percentage") == "true" ? ChartGrouping.Shares : Said("stacked") == "true" ? ChartGrouping.Stacked : ChartGrouping.Beside,
            [.. series.Select(s => Series(s, kind, all.IndexOf(s)))], axis)
        {
            Horizontal = Said("vertical") == "true",
            Filled = kind.EndsWith("filled-radar", StringComparison.Ordinal),
            Gap = Share("gap-width") ?? 1,
            Overlap = Share("overlap") ?? 0,
            Hole = kind.EndsWith("ring", StringComparison.Ordinal) ? HoleOfRing : 0,
            // Angles are counter-clockwise from the right.
            FirstAngle = CornerStart - (FiniteNumber.Parse(Said("angle-offset")) ?? CornerStart),
        };
    }

    private ChartSeries Series(XElement series, string kind, int index)
    {
        var drawn = KindOf(kind) is ChartKind.Lines or ChartKind.Scatter || kind.EndsWith(":radar", StringComparison.Ordinal);
        var usual = Usual[index % Usual.Length];
        var values = Numbers(series.Get(Charted + "values-cell-range-address"));
        var domains = series.Elements(Charted + "domain").Select(d => Numbers(d.Get(Table + "cell-range-address"))).ToList();
        // The values of bubbles are their sizes; their y and x values are separate domains.
        List<double?> sizes = [];
        if (kind.EndsWith("bubble", StringComparison.Ordinal) && domains.Count > 0) (sizes, values, domains) = (values, domains[0], domains[1..]);
        var color = Color(Graphic(series, SvgCompatible + "stroke-color")) ?? usual;
        var stroked = Graphic(series, Draw + "stroke") is { } stroke ? stroke != "none" : drawn && KindOf(kind) != ChartKind.Scatter;
        var line = stroked ? new Line(color, Odf.Points(Graphic(series, SvgCompatible + "stroke-width")) is > 0 and var width ? width : 1, []) : null;
        var fill = Graphic(series, Draw + "fill") == "none" ? null : Color(Graphic(series, Draw + "fill-color")) is { } own ? new SolidPaint(own) : new SolidPaint(usual);
        Paint? marks = Color(Graphic(series, Draw + "fill-color")) is { } mark ? new SolidPaint(mark) : new SolidPaint(color);
        return new(Words(series.Get(Charted + "label-cell-address")).FirstOrDefault() ?? "", values, drawn ? marks : fill, line)
        {
            Across = KindOf(kind) != ChartKind.Scatter ? [] : domains.Count > 0 ? domains[0] : [.. Enumerable.Range(1, values.Count).Select(i => (double?)i)],
            Sizes = sizes,
            Points = PointsOf(series, values.Count, pie: KindOf(kind) == ChartKind.Pie),
            Marked = sizes.Count > 0 || drawn && (Property(series, "symbol-type") ?? Property(_plot, "symbol-type")) is not (null or "none"),
            Smooth = Property(_plot, "interpolation") is { } bent && bent != "none",
            Labels = Labels(series),
        };
    }

    /// <summary>The fills of single points, such as the slices of a pie.</summary>
    private Dictionary<int, Paint?> PointsOf(XElement series, int count, bool pie)
    {
        var points = pie ? Enumerable.Range(0, count).ToDictionary(i => i, i => (Paint?)new SolidPaint(Usual[i % Usual.Length])) : [];
        var at = 0;
        foreach (var point in series.Elements(Charted + "data-point"))
        {
            var times = Math.Clamp((int)(FiniteNumber.Parse(point.Get(Charted + "repeated")) ?? 1), 1, Chart.MostPoints);
            if (Color(Graphic(point, Draw + "fill-color")) is { } own)
                for (var k = at; k < Math.Min(count, at + times); k++) points[k] = new SolidPaint(own);
            at = Math.Min(count, at + times);
        }
        return points;
    }

    private ChartLabels? Labels(XElement series)
    {
        var number = Property(series, "data-label-number") ?? Property(_plot, "data-label-number");
        var category = (Property(series, "data-label-text") ?? Property(_plot, "data-label-text")) == "true";
        var (value, share) = (number is "value" or "value-and-percentage", number is "percentage" or "value-and-percentage");
        return value || share || category ? new(value, share, category, "General", Looks(series, _text)) : null;
    }

    private ChartAxis Axis(XElement? axis)
    {
        if (axis is null) return new();
        string? Said(string what) => Property(axis, what);
        var grid = axis.Elements(Charted + "grid").FirstOrDefault(g => g.Get(Charted + "class") != "minor");
        var seen = Said("visible") != "false";
        return new(
            seen && Said("display-label") != "false", Said("reverse-direction") == "true", axis.Get(Charted + "name")?.StartsWith("secondary", StringComparison.Ordinal) == true,
            FiniteNumber.Parse(Said("minimum")), FiniteNumber.Parse(Said("maximum")), FiniteNumber.Parse(Said("interval-major")), "General",
            grid is null ? null : new Line(Color(Graphic(grid, SvgCompatible + "stroke-color")) ?? 0xFFD9D9D9, 0.75, []),
            seen ? new Line(Color(Graphic(axis, SvgCompatible + "stroke-color")) ?? 0xFF868686, 0.75, []) : null,
            Title(axis.Element(Charted + "title"), 1)?.Text, Looks(axis, _text));
    }

    private string? LegendSide() => _chart!.Element(Charted + "legend") is not { } legend ? null : legend.Get(Charted + "legend-position") switch
    {
        { } side when side.StartsWith("start", StringComparison.Ordinal) => "l",
        { } side when side.StartsWith("top", StringComparison.Ordinal) => "t",
        { } side when side.StartsWith("bottom", StringComparison.Ordinal) => "b",
        _ => "r",
    };

    private TextRun? Title(XElement? title, double larger) =>
        Lines(title) is { Length: > 0 } words ? Looks(title, _text with { Size = _text.Size * larger }) with { Text = words.Replace('\n', ' ') } : null;

    private TextRun Looks(XElement? of, TextRun otherwise)
    {
        var looks = StyleOf(of)?.Element(Style + "text-properties");
        return otherwise with
        {
            Size = Odf.Points(looks.Get(Fo + "font-size")) ?? otherwise.Size,
            Bold = looks.Get(Fo + "font-weight") is { } weight ? weight == "bold" : otherwise.Bold,
            Italic = looks.Get(Fo + "font-style") is { } style ? style == "italic" : otherwise.Italic,
            Color = Color(looks.Get(Fo + "color")) ?? otherwise.Color,
            Font = (looks.Get(Fo + "font-family") ?? looks.Get(Style + "font-name"))?.Trim('\'') ?? otherwise.Font,
        };
    }

    private XElement? StyleOf(XElement? element) => _styles.GetValueOrDefault(element.Get(Charted + "style-name") ?? "");

    private string? Property(XElement? of, string name) => StyleOf(of)?.Element(Style + "chart-properties").Get(Charted + name);

    private string? Graphic(XElement? of, XName name) => StyleOf(of)?.Element(Style + "graphic-properties").Get(name);

    private List<string> Words(string? address) => [.. At(address).Select(Lines)];

    private List<double?> Numbers(string? address) => [.. At(address).Select(c => FiniteNumber.Parse(c.Get(Office + "value")) ?? FiniteNumber.Parse(Lines(c)))];

    /// <summary>The cells of a range of the embedded table, such as <c>local-table.$B$2:.$B$5</c>, of one column or row.</summary>
    private IEnumerable<XElement?> At(string? address) => Range(address).Take(Chart.MostPoints);

    private IEnumerable<XElement?> Range(string? address)
    {
        // Only the first of several ranges; the part before the dot is the table.
        var corners = CellName().Matches((address ?? "").Split(' ')[0]).Select(m => (Column: ColumnOf(m.Groups[1].Value), Row: int.Parse(m.Groups[2].Value, CultureInfo.InvariantCulture) - 1)).ToList();
        if (corners.Count == 0) yield break;
        var (from, to) = (corners[0], corners[^1]);
        for (var row = from.Row; row <= Math.Min(to.Row, from.Row + Chart.MostPoints); row++)
            for (var column = from.Column; column <= Math.Min(to.Column, from.Column + Chart.MostPoints); column++)
                yield return _table.ElementAtOrDefault(row)?.ElementAtOrDefault(column);
    }

    /// <summary>The cells of a row, with repeated cells expanded.</summary>
    private static List<XElement> Cells(XElement row) =>
        [.. row.Elements(Table + "table-cell").SelectMany(c => Enumerable.Repeat(c, Math.Clamp((int)(FiniteNumber.Parse(c.Get(Table + "number-columns-repeated")) ?? 1), 1, Chart.MostSeries))).Take(Chart.MostPoints)];

    private static int ColumnOf(string letters) => letters.Aggregate(0, (column, letter) => column * 26 + (letter - 'A' + 1)) - 1;

    [GeneratedRegex(@"\$?([A-Z]{1,3})\$?([0-9]{1,6})(?=:|$)")]
    private static partial Regex CellName();
}
