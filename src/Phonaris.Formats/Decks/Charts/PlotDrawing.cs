using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Draws plots with axes: columns and bars, lines, areas, scattered points.</summary>
internal sealed class PlotDrawing
{
    /// <summary>The diameter of the largest bubble, relative to the shorter side of the plot.</summary>
    private const double LargestBubble = 0.25;

    private readonly ChartCanvas _canvas;
    private readonly Chart _chart;
    private readonly bool _horizontal, _scattered, _fromEdge;
    private readonly int _count;
    private readonly IReadOnlyList<ChartScale> _scales;
    private readonly ChartScale? _across;
    private readonly ChartRoom _room;

    private PlotDrawing(ChartCanvas canvas, Chart chart, ChartRoom room)
    {
        (_canvas, _chart) = (canvas, chart);
        _horizontal = chart.Plots.Any(p => p.Horizontal);
        _scattered = chart.Plots.All(p => p.Kind == ChartKind.Scatter);
        // Only areas extend from side to side.
        _fromEdge = chart.Plots.All(p => p.Kind == ChartKind.Areas);
        _count = Math.Max(1, chart.Plots.SelectMany(p => p.Series).Select(s => s.Values.Count).Append(chart.Categories.Count).Max());
        _scales = [.. chart.Values.Select((axis, i) => ChartScale.Of(
            chart.Plots.Where(p => p.Axis == i).SelectMany(p => Reached(p, _count)),
            axis.Most is null && chart.Plots.Any(p => p.Axis == i && p.Grouping == ChartGrouping.Shares) ? axis with { Most = 1 } : axis))];
        if (_scattered) _across = ChartScale.Of(chart.Plots.SelectMany(p => p.Series).SelectMany(s => s.Across).OfType<double>(), chart.Names);
        _room = Inner(room);
    }

    /// <summary>Draws the plots of a chart in a space.</summary>
    public static void Draw(ChartCanvas canvas, Chart chart, ChartRoom room)
    {
        if (chart.Plots.Count == 0 || chart.Values.Count == 0) return;
        var drawing = new PlotDrawing(canvas, chart, room);
        drawing.Grid();
        foreach (var plot in chart.Plots) drawing.Plot(plot);
        drawing.Axes();
    }

    /// <summary>The label of a point.</summary>
    public static string Label(ChartLabels labels, double value, double share, string? category)
    {
        if (labels.Words is { } said) return said;
        List<string> words = [];
        if (labels.Category && category is not null) words.Add(category);
        if (labels.Value) words.Add(ChartNumbers.Written(value, labels.Format));
        if (labels.Share) words.Add(ChartNumbers.Written(share, "0%"));
        return string.Join('\n', words);
    }

    /// <summary>All values of a plot, including the sums of stacked series.</summary>
    private static IEnumerable<double> Reached(ChartPlot plot, int count)
    {
        for (var s = 0; s < plot.Series.Count; s++)
            for (var c = 0; c < count; c++)
                if (Span(plot, s, c) is var (from, to))
                {
                    yield return to;
                    if (plot.Kind != ChartKind.Lines && plot.Kind != ChartKind.Scatter) yield return from;
                }
    }

    /// <summary>The range that a value covers; null for a gap.</summary>
    private static (double From, double To)? Span(ChartPlot plot, int series, int category)
    {
        if (plot.Series[series].Values.ElementAtOrDefault(category) is not { } value)
        {
            // An area continues along the series below it.
            if (plot.Kind != ChartKind.Areas) return null;
            value = 0;
        }
        if (plot.Grouping == ChartGrouping.Beside) return (0, value);
        var below = plot.Series.Take(series).Select(s => s.Values.ElementAtOrDefault(category) ?? 0).Where(v => plot.Kind != ChartKind.Bars || v < 0 == value < 0).Sum();
        if (plot.Grouping == ChartGrouping.Stacked) return (below, below + value);
        var all = plot.Series.Sum(s => Math.Abs(s.Values.ElementAtOrDefault(category) ?? 0));
        return all <= 0 ? null : (below / all, (below + value) / all);
    }

    private TextRun Looks(ChartAxis axis) => axis.Text ?? _chart.Text;

    private string Written(int axis, double mark)
    {
        var format = _chart.Values[axis].Format;
        return ChartNumbers.Written(mark, format.Equals("General", StringComparison.OrdinalIgnoreCase) && _chart.Plots.Any(p => p.Axis == axis && p.Grouping == ChartGrouping.Shares) ? "0%" : format);
    }

    /// <summary>The space within the axes and their labels.</summary>
    private ChartRoom Inner(ChartRoom room)
    {
        for (var i = 0; i < _chart.Values.Count; i++)
        {
            var (axis, looks) = (_chart.Values[i], Looks(_chart.Values[i]));
            var far = axis.Far || i > 0;
            var titled = axis.Title is null ? 0 : looks.Size * ChartCanvas.LineHeight;
            if (_horizontal) Take(far ? "top" : "bottom", (axis.Shown ? looks.Size * ChartCanvas.LineHeight : 0) + titled);
            else Take(far ? "right" : "left", (axis.Shown ? _scales[i].Marks.Max(m => ChartCanvas.WidthOf(Written(i, m), looks.Size)) + looks.Size / 2 : 0) + titled);
        }
        var names = Looks(_chart.Names);
        var (shown, called) = (_chart.Names.Shown, _chart.Names.Title is null ? 0 : names.Size * ChartCanvas.LineHeight);
        if (_horizontal) Take("left", (shown ? Math.Min((room.Right - room.Left) / 3, _chart.Categories.Select(c => ChartCanvas.WidthOf(c, names.Size)).DefaultIfEmpty().Max() + names.Size / 2) : 0) + called);
        else Take("bottom", (shown ? names.Size * ChartCanvas.LineHeight : 0) + called);
        return room;

        void Take(string side, double much) => room = side switch
        {
            "left" => room with { Left = Math.Min(room.Right - 1, room.Left + much) },
            "right" => room with { Right = Math.Max(room.Left + 1, room.Right - much) },
            "top" => room with { Top = Math.Min(room.Bottom - 1, room.Top + much) },
            _ => room with { Bottom = Math.Max(room.Top + 1, room.Bottom - much) },
        };
    }

    /// <summary>The position of a point from its fractions along both axes, 0 to 1.</summary>
    private (double X, double Y) Place(double along, double up) => _horizontal
        ? (_room.Left + up * (_room.Right - _room.Left), _room.Bottom - along * (_room.Bottom - _room.Top))
        : (_room.Left + along * (_room.Right - _room.Left), _room.Bottom - up * (_room.Bottom - _room.Top));

    private double Up(int axis, double value) => _chart.Values[axis].Reversed ? 1 - _scales[axis].At(value) : _scales[axis].At(value);

    private double Along(double category)
    {
        var along = _fromEdge ? _count > 1 ? category / (_count - 1) : 0.5 : (category + 0.5) / _count;
        return _chart.Names.Reversed ? 1 - along : along;
    }

    private double Across(double value) => _chart.Names.Reversed ? 1 - _across!.At(value) : _across!.At(value);

    private void Grid()
    {
        for (var i = 0; i < _chart.Values.Count; i++)
        {
            if (_chart.Values[i].Grid is not { } line) continue;
            foreach (var mark in _scales[i].Marks) Between(Place(0, Up(i, mark)), Place(1, Up(i, mark)), line);
        }
        if (_chart.Names.Grid is not { } grid) return;
        if (_across is { } scale) foreach (var mark in scale.Marks) Between(Place(Across(mark), 0), Place(Across(mark), 1), grid);
        else for (var c = 0; c <= _count; c++) Between(Place((double)c / _count, 0), Place((double)c / _count, 1), grid);
    }

    private void Plot(ChartPlot plot)
    {
        for (var s = 0; s < plot.Series.Count; s++)
        {
            if (plot.Kind == ChartKind.Bars) Bars(plot, s);
            else if (plot.Kind == ChartKind.Areas) Area(plot, s);
            else Line(plot, s);
            Labels(plot, s);
        }
    }

    private void Bars(ChartPlot plot, int s)
    {
        var series = plot.Series[s];
        for (var c = 0; c < _count; c++)
        {
            if (Span(plot, s, c) is not var (from, to)) continue;
            var (begin, width) = Slot(plot, s, c);
            var (x1, y1) = Place(begin, Up(plot.Axis, from));
            var (x2, y2) = Place(begin + width, Up(plot.Axis, to));
            _canvas.Rectangle(x1, y1, x2, y2, series.Points.GetValueOrDefault(c, series.Fill), series.Line);
        }
    }

    /// <summary>The start of a bar along the category axis, and its width.</summary>
    private (double Begin, double Width) Slot(ChartPlot plot, int s, int c)
    {
        var beside = plot.Grouping == ChartGrouping.Beside ? plot.Series.Count : 1;
        var overlap = plot.Grouping == ChartGrouping.Beside ? Math.Clamp(plot.Overlap, -1, 1) : 0;
        var width = 1 / (beside - (beside - 1) * overlap + Math.Max(0, plot.Gap)) / _count;
        var group = width * (beside - (beside - 1) * overlap);
        var step = width * (1 - overlap) * (plot.Grouping == ChartGrouping.Beside ? s : 0);
        return (Along(c) + (_chart.Names.Reversed ? group / 2 - step - width : step - group / 2), width);
    }

    /// <summary>A line from point to point, with markers and gaps.</summary>
    private void Line(ChartPlot plot, int s)
    {
        var series = plot.Series[s];
        var points = Points(plot, s);
        // Bubbles have an outline, but no connecting line.
        var around = series.Sizes.Count > 0;
        if (series.Line is { } line && !around)
        {
            var pen = new Pen();
            for (var i = 0; i < points.Count; i++)
            {
                if (points[i] is not var (x, y)) continue;
                if (i == 0 || points[i - 1] is not var (px, py)) pen.MoveTo(x, y);
                else if (!series.Smooth) pen.LineTo(x, y);
                else
                {
                    // A curve through the points whose direction at each is that between its neighbours (Catmull and Rom, 1974).
                    var (bx, by) = i > 1 && points[i - 2] is { } b ? b : (px, py);
                    var (ax, ay) = i + 1 < points.Count && points[i + 1] is { } a ? a : (x, y);
                    pen.CurveTo(px + (x - bx) / 6, py + (y - by) / 6, x - (ax - px) / 6, y - (ay - py) / 6, x, y);
                }
            }
            _canvas.Path(pen, null, line);
        }
        if (!series.Marked) return;
        for (var i = 0; i < points.Count; i++)
            if (points[i] is var (x, y)) _canvas.Circle(x, y, Radius(plot, series, i), series.Points.GetValueOrDefault(i, series.Fill), around ? series.Line : null);
    }

    private readonly Dictionary<ChartPlot, double> _largestSizes = new(ReferenceEqualityComparer.Instance);

    /// <summary>The diameter of a bubble: its area is proportional to its size.</summary>
    private double Radius(ChartPlot plot, ChartSeries series, int point)
    {
        if (series.Sizes.Count == 0) return ChartCanvas.MarkRadius;
        if (!_largestSizes.TryGetValue(plot, out var most)) _largestSizes[plot] = most = plot.Series.SelectMany(s => s.Sizes).Max() ?? 0;
        var largest = LargestBubble / 2 * plot.BubbleScale * Math.Min(_room.Right - _room.Left, _room.Bottom - _room.Top);
        return series.Sizes.ElementAtOrDefault(point) is > 0 and var size ? largest * Math.Sqrt(size / most) : 0;
    }

    private List<(double X, double Y)?> Points(ChartPlot plot, int s)
    {
        var series = plot.Series[s];
        return
        [
            .. Enumerable.Range(0, _scattered ? series.Values.Count : _count).Select(c => Span(plot, s, c) is not var (_, to) ? ((double, double)?)null
                : !_scattered ? Place(Along(c), Up(plot.Axis, to))
                : series.Across.ElementAtOrDefault(c) is { } x ? Place(Across(x), Up(plot.Axis, to)) : null),
        ];
    }

    private void Area(ChartPlot plot, int s)
    {
        var pen = new Pen();
        var spans = Enumerable.Range(0, _count).Select(c => (c, Span: Span(plot, s, c) ?? (0, 0))).ToList();
        foreach (var (c, span) in spans) To(Place(Along(c), Up(plot.Axis, span.To)), c == 0);
        foreach (var (c, span) in spans.AsEnumerable().Reverse()) To(Place(Along(c), Up(plot.Axis, span.From)), false);
        pen.Close();
        _canvas.Path(pen, plot.Series[s].Fill, plot.Series[s].Line);

        void To((double X, double Y) at, bool lift)
        {
            if (lift) pen.MoveTo(at.X, at.Y);
            else pen.LineTo(at.X, at.Y);
        }
    }

    private void Labels(ChartPlot plot, int s)
    {
        for (var c = 0; c < _count; c++)
        {
            if (plot.Series[s].LabelsAt(c) is not { } labels || Span(plot, s, c) is not var (from, to) || plot.Series[s].Values.ElementAtOrDefault(c) is not { } value) continue;
            var looks = labels.Text ?? _chart.Text;
            var words = Label(labels, value, 0, _chart.Categories.ElementAtOrDefault(c));
            var along = Along(c);
            if (plot.Kind == ChartKind.Bars && Slot(plot, s, c) is var (begin, width)) along = begin + width / 2;
            // Labels of stacked values are inside, others beyond the end.
            var within = plot.Grouping != ChartGrouping.Beside;
            var (x, y) = _scattered ? plot.Series[s].Across.ElementAtOrDefault(c) is { } at ? Place(Across(at), Up(plot.Axis, to)) : default : Place(along, Up(plot.Axis, within ? (from + to) / 2 : to));
            var away = within ? 0 : looks.Size * 0.8 * (to < from ? -1 : 1);
            var wide = ChartCanvas.WidthOf(words, looks.Size) + looks.Size;
            if (_horizontal) _canvas.Words(words, looks, new(within ? x - wide / 2 : to < from ? x - wide : x + looks.Size / 3, y - looks.Size, wide, 2 * looks.Size), within ? Align.Center : to < from ? Align.Right : Align.Left);
            else _canvas.Words(words, looks, new(x - wide / 2, y - away - looks.Size, wide, 2 * looks.Size), Align.Center);
        }
    }

    private void Axes()
    {
        for (var i = 0; i < _chart.Values.Count; i++) ValueAxis(i);
        var (axis, looks) = (_chart.Names, Looks(_chart.Names));
        // The labels are at the edge, the axis line is at 0.
        var zero = Up(0, Math.Clamp(0, _scales[0].Least, _scales[0].Most));
        if (axis.Line is { } line) Between(Place(0, zero), Place(1, zero), line);
        var size = looks.Size * ChartCanvas.LineHeight;
        if (axis.Shown && _across is { } across)
            foreach (var mark in across.Marks) _canvas.Words(ChartNumbers.Written(mark, axis.Format), looks, new(Place(Across(mark), 0).X - 40, _room.Bottom, 80, size), Align.Center);
        else if (axis.Shown) Names(looks, size);
        if (axis.Title is not { } title) return;
        if (_horizontal) Sideways(title, looks, _room.Left - WidestName(looks) - size);
        else _canvas.Words(title, looks, new(_room.Left, _room.Bottom + (axis.Shown ? size : 0), _room.Right - _room.Left, size), Align.Center);
    }

    private double WidestName(TextRun looks) => _chart.Names.Shown ? _chart.Categories.Select(c => ChartCanvas.WidthOf(c, looks.Size)).DefaultIfEmpty().Max() + looks.Size / 2 : 0;

    /// <summary>The category labels, as many as fit.</summary>
    private void Names(TextRun looks, double size)
    {
        var slot = (_horizontal ? _room.Bottom - _room.Top : _room.Right - _room.Left) / _count;
        var needed = _horizontal ? size : _chart.Categories.Select(c => ChartCanvas.WidthOf(c, looks.Size)).DefaultIfEmpty().Max();
        var every = Math.Max(1, (int)Math.Ceiling(needed / Math.Max(slot, 0.1)));
        for (var c = 0; c < _chart.Categories.Count; c += every)
        {
            var (x, y) = Place(Along(c), 0);
            var wide = slot * every;
            if (_horizontal) _canvas.Words(_chart.Categories[c], looks, new(_room.Left - WidestName(looks), y - size / 2, WidestName(looks) - looks.Size / 2, size), Align.Right);
            else _canvas.Words(_chart.Categories[c], looks, new(x - wide / 2, _room.Bottom, wide, size), Align.Center);
        }
    }

    private void ValueAxis(int i)
    {
        var (axis, looks) = (_chart.Values[i], Looks(_chart.Values[i]));
        var (far, size) = (axis.Far || i > 0, looks.Size * ChartCanvas.LineHeight);
        if (axis.Line is { } line) Between(Place(far ? 1 : 0, 0), Place(far ? 1 : 0, 1), line);
        var widest = 0.0;
        // If not all fit, only some.
        var marks = axis.Shown ? _scales[i].Marks : [];
        var needed = _horizontal ? marks.Select(m => ChartCanvas.WidthOf(Written(i, m), looks.Size) + looks.Size / 2).DefaultIfEmpty().Max() : looks.Size;
        var every = Math.Max(1, (int)Math.Ceiling(needed * marks.Count / (_horizontal ? _room.Right - _room.Left : _room.Bottom - _room.Top)));
        foreach (var mark in marks.Where((_, k) => k % every == 0))
        {
            var (words, (x, y)) = (Written(i, mark), Place(far ? 1 : 0, Up(i, mark)));
            var wide = ChartCanvas.WidthOf(words, looks.Size);
            widest = Math.Max(widest, wide + looks.Size / 2);
            if (_horizontal) _canvas.Words(words, looks, new(x - wide, far ? _room.Top - size : _room.Bottom, 2 * wide, size), Align.Center);
            else _canvas.Words(words, looks, new(far ? x + looks.Size / 3 : x - wide - looks.Size / 3, y - size / 2, wide, size), far ? Align.Left : Align.Right);
        }
        if (axis.Title is not { } title) return;
        if (_horizontal) _canvas.Words(title, looks, new(_room.Left, far ? _room.Top - 2 * size : _room.Bottom + (axis.Shown ? size : 0), _room.Right - _room.Left, size), Align.Center);
        else Sideways(title, looks, far ? _room.Right + widest : _room.Left - widest - size);
    }

    /// <summary>The title of a vertical axis, rotated to read upward.</summary>
    private void Sideways(string words, TextRun looks, double x) =>
        _canvas.Words(words, looks, new(x, _room.Top, looks.Size * ChartCanvas.LineHeight, _room.Bottom - _room.Top), Align.Center, turn: 270);

    private void Between((double X, double Y) one, (double X, double Y) other, Line line) => _canvas.Straight(one.X, one.Y, other.X, other.Y, line);
}
