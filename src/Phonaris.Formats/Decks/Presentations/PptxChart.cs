using System.Xml.Linq;
using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Charts;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Reads a chart with its cached values (ISO/IEC 29500-1, 21.2).</summary>
/// <param name="space">The chart's document.</param>
/// <param name="colors">The colours.</param>
internal sealed class PptxChart(XElement space, PptxColors colors)
{
    private const double UsualLine = 2.25, HoleOfRing = 0.5, TitleSize = 1.2;
    private const uint UsualAxis = 0xFF868686, UsualGrid = 0xFFD9D9D9;

    private readonly XElement? _plotArea = space.Element(C + "chart")?.Element(C + "plotArea");
    private readonly TextRun _text = Looks(space.Element(C + "txPr"), colors, new("", Chart.UsualSize, colors.Scheme("tx1") ?? 0xFF000000, colors.Font(heading: false)));

    /// <summary>The chart; null for an unsupported kind.</summary>
    public Chart? Read()
    {
        var plots = _plotArea?.Elements().Where(e => e.Name.LocalName.EndsWith("Chart", StringComparison.Ordinal)).ToList() ?? [];
        if (plots.Count == 0 || plots.Any(p => KindOf(p) is null)) return null;
        var scattered = plots.All(p => KindOf(p) == ChartKind.Scatter);
        List<XElement> axes = [.. _plotArea!.Elements().Where(e => e.Name == C + "valAx")];
        // The horizontal one of a scatter chart's two value axes.
        var names = scattered ? axes.Find(a => Val(a.Element(C + "axPos")) is "b" or "t") : _plotArea.Elements().FirstOrDefault(e => e.Name == C + "catAx" || e.Name == C + "dateAx");
        axes.Remove(names!);
        List<ChartPlot> read = [.. plots.Select(p => Plot(p, axes))];
        var categories = plots.SelectMany(p => p.Elements(C + "ser")).Select(s => Words(s.Element(C + "cat"))).FirstOrDefault(c => c.Count > 0) ?? [];
        var chart = space.Element(C + "chart")!;
        var legend = chart.Element(C + "legend");
        return new(
            Title(chart, read), read, categories, Axis(names), [.. axes.Count == 0 ? [new()] : axes.Select(Axis)], legend is null ? null : Val(legend.Element(C + "legendPos")) is { } side and not "tr" ? side : "r", Looks(legend?.Element(C + "txPr"), colors, _text), _text);
    }

    private static ChartKind? KindOf(XElement plot) => plot.Name.LocalName switch
    {
        "barChart" or "bar3DChart" => ChartKind.Bars,
        "lineChart" or "line3DChart" or "stockChart" => ChartKind.Lines,
        "areaChart" or "area3DChart" => ChartKind.Areas,
        "pieChart" or "pie3DChart" or "doughnutChart" or "ofPieChart" => ChartKind.Pie,
        "scatterChart" or "bubbleChart" => ChartKind.Scatter,
        "radarChart" => ChartKind.Radar,
        _ => null,
    };

    private ChartPlot Plot(XElement plot, List<XElement> axes)
    {
        var kind = KindOf(plot)!.Value;
        var ids = plot.Elements(C + "axId").Select(Val).ToList();
        var ring = plot.Name == C + "doughnutChart";
        return new(
            kind,
            Val(plot.Element(C + "grouping")) switch { "stacked" => ChartGrouping.Stacked, "percentStacked" => ChartGrouping.Shares, _ => ChartGrouping.Beside },
            [.. plot.Elements(C + "ser").Take(Chart.MostSeries).Select(s => Series(s, plot, kind))], Math.Max(0, axes.FindIndex(a => ids.Contains(Val(a.Element(C + "axId"))))))
        {
            Horizontal = Val(plot.Element(C + "barDir")) == "bar",
            Gap = (Double(plot.Element(C + "gapWidth")) ?? 150) / 100,
            Overlap = (Double(plot.Element(C + "overlap")) ?? 0) / 100,
            Hole = ring ? Double(plot.Element(C + "holeSize")) / 100 ?? HoleOfRing : 0,
            Filled = IsFilledRadar(plot),
            BubbleScale = (Double(plot.Element(C + "bubbleScale")) ?? 100) / 100,
            FirstAngle = Double(plot.Element(C + "firstSliceAng")) ?? 0,
        };
    }

    private static bool IsFilledRadar(XElement plot) => Val(plot.Element(C + "radarStyle")) == "filled";

    private ChartSeries Series(XElement series, XElement plot, ChartKind kind)
    {
        var accent = new SolidPaint(Accent((int)(Double(series.Element(C + "idx")) ?? 0)));
        var looks = series.Element(C + "spPr");
        var (said, fill) = colors.Fill(looks);
        var bubbles = plot.Name == C + "bubbleChart";
        var drawn = kind is ChartKind.Lines or ChartKind.Scatter or ChartKind.Radar && !bubbles && !IsFilledRadar(plot);
        var stroke = looks?.Element(A + "ln");
        var line = drawn ? colors.Line(stroke, null, new Line(accent.Color, UsualLine, [])).Line : colors.Line(stroke, null, null).Line;
        var values = Numbers(series.Element(C + "val") ?? series.Element(C + "yVal"));
        var marker = series.Element(C + "marker");
        var symbol = Val(marker?.Element(C + "symbol"));
        var varied = plot.Element(C + "varyColors") is { } vary && Says(vary) && (kind == ChartKind.Pie || plot.Elements(C + "ser").Count() == 1);
        var points = varied ? Enumerable.Range(0, values.Count).ToDictionary(i => i, i => (Paint?)new SolidPaint(Accent(i))) : [];
        foreach (var point in series.Elements(C + "dPt"))
            if (colors.Fill(point.Element(C + "spPr")) is (true, var own) && Double(point.Element(C + "idx")) is { } at) points[(int)at] = own;
        // The legend colour of a line series: that of its markers, otherwise that of its line.
        var marked = colors.Fill(marker?.Element(C + "spPr")) is (true, var mark) ? mark : line is null ? accent : new SolidPaint(line.Color);
        return new(Words(series.Element(C + "tx")).FirstOrDefault() ?? "", values, drawn ? marked : said ? fill : accent, line)
        {
            Across = kind == ChartKind.Scatter ? Numbers(series.Element(C + "xVal")) is { Count: > 0 } x ? x : [.. Enumerable.Range(1, values.Count).Select(i => (double?)i)] : [],
            Sizes = bubbles ? Numbers(series.Element(C + "bubbleSize")) : [],
            Points = points,
            Marked = bubbles || drawn && symbol != "none" && (kind == ChartKind.Scatter || symbol is not null || Says(plot.Element(C + "marker"), otherwise: false)),
            Smooth = Says(series.Element(C + "smooth"), otherwise: false),
            Labels = Labels(series.Element(C + "dLbls") ?? plot.Element(C + "dLbls"), series),
            PointLabels = series.Element(C + "dLbls")?.Elements(C + "dLbl").Where(l => Double(l.Element(C + "idx")) is not null).DistinctBy(l => Double(l.Element(C + "idx"))).Take(Chart.MostPoints)
                .ToDictionary(l => (int)Double(l.Element(C + "idx"))!.Value, l => Labels(l, series)) ?? [],
        };
    }

    private ChartLabels? Labels(XElement? labels, XElement series)
    {
        if (labels is null || Says(labels.Element(C + "delete"), otherwise: false)) return null;
        bool Shows(string what) => Says(labels.Element(C + what), otherwise: false);
        if (!Shows("showVal") && !Shows("showPercent") && !Shows("showCatName")) return null;
        var format = labels.Element(C + "numFmt")?.Attribute("formatCode")?.Value ?? series.Descendants(C + "formatCode").LastOrDefault()?.Value ?? "General";
        return new(Shows("showVal"), Shows("showPercent"), Shows("showCatName"), format, labels.Element(C + "txPr") is { } text ? Looks(text, colors, _text) : null) { Words = Rich(labels) };
    }

    private ChartAxis Axis(XElement? axis)
    {
        if (axis is null) return new();
        var scaling = axis.Element(C + "scaling");
        var grid = axis.Element(C + "majorGridlines");
        return new(
            !Says(axis.Element(C + "delete"), otherwise: false) && Val(axis.Element(C + "tickLblPos")) != "none", Val(scaling?.Element(C + "orientation")) == "maxMin",
            Val(axis.Element(C + "axPos")) is "r" or "t" && axis.Name == C + "valAx" && Val(axis.Element(C + "crosses")) == "max",
            Double(scaling?.Element(C + "min")), Double(scaling?.Element(C + "max")), Double(axis.Element(C + "majorUnit")),
            axis.Element(C + "numFmt")?.Attribute("formatCode")?.Value ?? "General",
            grid is null ? null : colors.Line(grid.Element(C + "spPr")?.Element(A + "ln"), null, new Line(UsualGrid, 0.75, [])).Line,
            Says(axis.Element(C + "delete"), otherwise: false) ? null : colors.Line(axis.Element(C + "spPr")?.Element(A + "ln"), null, new Line(UsualAxis, 0.75, [])).Line,
            Rich(axis.Element(C + "title")), Looks(axis.Element(C + "txPr"), colors, _text));
    }

    private TextRun? Title(XElement chart, List<ChartPlot> plots)
    {
        if (chart.Element(C + "title") is not { } title || Says(chart.Element(C + "autoTitleDeleted"), otherwise: false)) return null;
        // A chart without title text is named after its only series.
        var words = Rich(title) ?? (plots is [{ Series: [var only] }] ? only.Name : "");
        if (words.Length == 0) return null;
        var usual = _text with { Text = words, Size = _text.Size * TitleSize, Bold = true };
        var rich = title.Element(C + "tx")?.Element(C + "rich");
        var run = rich?.Elements(A + "p").Elements(A + "r").Elements(A + "rPr").FirstOrDefault();
        return Looks(run, colors, Looks(title.Element(C + "txPr") ?? rich, colors, usual));
    }

    private static string? Rich(XElement? title)
    {
        if (title?.Element(C + "tx") is not { } words) return null;
        var text = words.Element(C + "rich") is { } rich ? string.Join(' ', rich.Elements(A + "p").Select(Line)) : Words(words).FirstOrDefault() ?? "";
        return text.Trim().Length > 0 ? text.Trim() : null;
    }

    /// <summary>The strings of a reference or a list, by index; of several levels, the lowest.</summary>
    private static List<string> Words(XElement? holder)
    {
        if (holder is null) return [];
        if (holder.Element(C + "v") is { } plain) return [plain.Value];
        var cache = holder.Descendants().FirstOrDefault(e => e.Name.LocalName is "strCache" or "strLit" or "numCache" or "numLit") ?? holder.Descendants(C + "lvl").FirstOrDefault();
        var format = cache?.Element(C + "formatCode")?.Value;
        return [.. ByPlace(cache).Select(v => v is null ? "" : format is not null && FiniteNumber.Parse(v) is { } number ? ChartNumbers.Written(number, format) : v)];
    }

    private static List<double?> Numbers(XElement? holder) =>
        [.. ByPlace(holder?.Descendants().FirstOrDefault(e => e.Name.LocalName is "numCache" or "numLit")).Select(v => v is null ? null : FiniteNumber.Parse(v))];

    private static IEnumerable<string?> ByPlace(XElement? cache)
    {
        if (cache is null) return [];
        var points = cache.Elements(C + "pt").Where(p => p.Number("idx") is >= 0 and < Chart.MostPoints).DistinctBy(p => p.Number("idx")).ToDictionary(p => (int)p.Number("idx")!.Value, p => p.Element(C + "v")?.Value);
        var count = (int)Math.Clamp(Double(cache.Element(C + "ptCount")) ?? 0, points.Count == 0 ? 0 : points.Keys.Max() + 1, Chart.MostPoints);
        return Enumerable.Range(0, count).Select(i => points.GetValueOrDefault(i));
    }

    private uint Accent(int index) => colors.Scheme($"accent{Math.Abs(index) % 6 + 1}") ?? 0xFF4472C4;

    /// <summary>The text format from a body's defaults, or from run properties.</summary>
    private static TextRun Looks(XElement? text, PptxColors colors, TextRun otherwise)
    {
        var looks = text?.Name == A + "rPr" ? text : text?.Elements(A + "p").FirstOrDefault()?.Element(A + "pPr")?.Element(A + "defRPr");
        if (looks is null) return otherwise;
        return otherwise with
        {
            Size = looks.Number("sz") / 100.0 ?? otherwise.Size,
            Bold = looks.Attribute("b") is null ? otherwise.Bold : looks.Says("b"),
            Italic = looks.Attribute("i") is null ? otherwise.Italic : looks.Says("i"),
            Color = colors.Fill(looks).Paint is SolidPaint solid ? solid.Color : otherwise.Color,
            Font = looks.Element(A + "latin")?.Attribute("typeface")?.Value is { } face && !face.StartsWith('+') ? face : otherwise.Font,
        };
    }

    private static string? Val(XElement? element) => element?.Attribute("val")?.Value;

    private static double? Double(XElement? element) => Val(element) is { } value ? FiniteNumber.Parse(value.TrimEnd('%')) : null;

    /// <summary>Whether a boolean element is true: without a value it is (21.2.3.1).</summary>
    private static bool Says(XElement? element, bool otherwise = true) => element is null ? otherwise : Val(element) is null or "1" or "true";
}
