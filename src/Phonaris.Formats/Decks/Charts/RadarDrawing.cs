using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Draws values on axes from a common centre, one for each category, the first upward.</summary>
internal sealed class RadarDrawing
{
    /// <summary>With fewer categories there is no area between axes.</summary>
    private const int LeastAxes = 3;

    private readonly ChartCanvas _canvas;
    private readonly Chart _chart;
    private readonly ChartScale _scale;
    private readonly int _count;
    private readonly (double X, double Y) _middle;
    private readonly double _radius;

    private RadarDrawing(ChartCanvas canvas, Chart chart, ChartRoom room)
    {
        (_canvas, _chart) = (canvas, chart);
        var series = chart.Plots.SelectMany(p => p.Series).ToList();
        _count = Math.Max(LeastAxes, series.Select(s => s.Values.Count).Append(chart.Categories.Count).Max());
        _scale = ChartScale.Of(series.SelectMany(s => s.Values).OfType<double>(), chart.Values[0]);
        var names = Names;
        var (wide, high) = chart.Names.Shown
            ? (chart.Categories.Select(c => ChartCanvas.WidthOf(c, names.Size)).DefaultIfEmpty().Max() + names.Size, names.Size * ChartCanvas.LineHeight)
            : (0, 0);
        _middle = ((room.Left + room.Right) / 2, (room.Top + room.Bottom) / 2);
        _radius = Math.Max(1, Math.Min((room.Right - room.Left) / 2 - wide, (room.Bottom - room.Top) / 2 - high));
    }

    private TextRun Names => _chart.Names.Text ?? _chart.Text;

    /// <summary>Draws the plots of a chart in a space.</summary>
    public static void Draw(ChartCanvas canvas, Chart chart, ChartRoom room)
    {
        if (chart.Values.Count == 0) return;
        var drawing = new RadarDrawing(canvas, chart, room);
        drawing.Web();
        foreach (var plot in chart.Plots)
            foreach (var series in plot.Series) drawing.Series(plot, series);
        drawing.Words();
    }

    /// <summary>A position by its axis and its distance from the centre, 0 to 1.</summary>
    private (double X, double Y) Place(int axis, double far)
    {
        var angle = 2 * Math.PI * axis / _count - Math.PI / 2;
        return (_middle.X + Math.Cos(angle) * far * _radius, _middle.Y + Math.Sin(angle) * far * _radius);
    }

    private void Web()
    {
        if (_chart.Values[0].Grid is { } grid)
            foreach (var mark in _scale.Marks.Skip(1)) _canvas.Path(Around(_ => _scale.At(mark)), null, grid);
        if (_chart.Values[0].Line is not { } line) return;
        for (var axis = 0; axis < _count; axis++)
            if (Place(axis, 1) is var (x, y)) _canvas.Straight(_middle.X, _middle.Y, x, y, line);
    }

    /// <summary>From axis to axis and back to the first.</summary>
    private Pen Around(Func<int, double> far)
    {
        var pen = new Pen();
        for (var axis = 0; axis < _count; axis++)
        {
            var (x, y) = Place(axis, far(axis));
            if (axis == 0) pen.MoveTo(x, y);
            else pen.LineTo(x, y);
        }
        pen.Close();
        return pen;
    }

    private void Series(ChartPlot plot, ChartSeries series)
    {
        // A missing value counts as the minimum.
        double Far(int axis) => _scale.At(series.Values.ElementAtOrDefault(axis) ?? _scale.Least);
        _canvas.Path(Around(Far), plot.Filled ? series.Fill : null, series.Line);
        for (var axis = 0; axis < series.Values.Count && series.Marked; axis++)
            if (Place(axis, Far(axis)) is var (x, y)) _canvas.Circle(x, y, ChartCanvas.MarkRadius, series.Points.GetValueOrDefault(axis, series.Fill));
    }

    private void Words()
    {
        if (_chart.Values[0] is { Shown: true } values)
        {
            var looks = values.Text ?? _chart.Text;
            foreach (var mark in _scale.Marks)
                if (Place(0, _scale.At(mark)) is var (x, y)) _canvas.Words(ChartNumbers.Written(mark, values.Format), looks, new(x - 44, y - looks.Size, 40, 2 * looks.Size), Align.Right);
        }
        if (!_chart.Names.Shown) return;
        var size = Names.Size;
        for (var axis = 0; axis < Math.Min(_count, _chart.Categories.Count); axis++)
        {
            var (x, y) = Place(axis, 1 + 0.8 * size / _radius);
            var aside = (x - _middle.X) / _radius;
            var align = aside > 0.1 ? Align.Left : aside < -0.1 ? Align.Right : Align.Center;
            _canvas.Words(_chart.Categories[axis], Names, new(align switch { Align.Left => x, Align.Right => x - 80, _ => x - 40 }, y - size, 80, 2 * size), align);
        }
    }
}
