using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Draws pies and rings: slices clockwise from the top, by share; concentric rings, the first innermost.</summary>
internal static class PieDrawing
{
    /// <summary>Draws the pie of a chart in a space.</summary>
    public static void Draw(ChartCanvas canvas, Chart chart, ChartRoom room)
    {
        var plot = chart.Plots.First(p => p.Kind == ChartKind.Pie);
        var (cx, cy) = ((room.Left + room.Right) / 2, (room.Top + room.Bottom) / 2);
        var radius = Math.Max(1, Math.Min(room.Right - room.Left, room.Bottom - room.Top) / 2);
        var series = plot.Hole > 0 ? plot.Series : [.. plot.Series.Take(1)];
        var hole = radius * Math.Clamp(plot.Hole, 0, 0.9);
        var ring = (radius - hole) / Math.Max(1, series.Count);
        for (var s = 0; s < series.Count; s++) Ring(canvas, chart, series[s], [.. Pieces(series[s], plot.FirstAngle)], (cx, cy), hole + s * ring, hole + (s + 1) * ring);
    }

    /// <summary>The slices of a series: the start, the angle and the share of each.</summary>
    private static IEnumerable<(int Index, double Angle, double Sweep, double Share)> Pieces(ChartSeries series, double firstAngle)
    {
        var sum = series.Values.Sum(v => Math.Abs(v ?? 0));
        var angle = (firstAngle - 90) * Math.PI / 180;
        for (var i = 0; i < series.Values.Count && sum > 0; i++)
        {
            var share = Math.Abs(series.Values[i] ?? 0) / sum;
            if (share <= 0) continue;
            yield return (i, angle, share * 2 * Math.PI, share);
            angle += share * 2 * Math.PI;
        }
    }

    private static void Ring(
        ChartCanvas canvas, Chart chart, ChartSeries series, List<(int Index, double Angle, double Sweep, double Share)> pieces, (double X, double Y) middle, double inner, double outer)
    {
        foreach (var (i, angle, sweep, _) in pieces)
            canvas.Path(Piece(middle, inner, outer, angle, sweep), series.Points.GetValueOrDefault(i, series.Fill), series.Line);
        // Above all slices, because labels of small ones extend beyond them.
        foreach (var (i, angle, sweep, share) in pieces)
        {
            if (series.LabelsAt(i) is not { } labels) continue;
            var at = angle + sweep / 2;
            var (x, y) = (middle.X + Math.Cos(at) * LabelAt(inner, outer), middle.Y + Math.Sin(at) * LabelAt(inner, outer));
            var looks = labels.Text ?? chart.Text;
            canvas.Words(PlotDrawing.Label(labels, series.Values[i] ?? 0, share, chart.Categories.ElementAtOrDefault(i)), looks, new(x - outer / 2, y - looks.Size, outer, 2 * looks.Size), Align.Center);
        }
    }

    /// <summary>Labels are in the middle of a ring, and near the edge of a pie, where slices are wide.</summary>
    private static double LabelAt(double inner, double outer) => inner > 0 ? (inner + outer) / 2 : outer * 0.66;

    private static Pen Piece((double X, double Y) middle, double inner, double outer, double angle, double sweep)
    {
        var pen = new Pen();
        pen.MoveTo(middle.X + Math.Cos(angle) * outer, middle.Y + Math.Sin(angle) * outer);
        pen.ArcTo(outer, outer, angle, sweep);
        if (inner <= 0) pen.LineTo(middle.X, middle.Y);
        else
        {
            pen.LineTo(middle.X + Math.Cos(angle + sweep) * inner, middle.Y + Math.Sin(angle + sweep) * inner);
            pen.ArcTo(inner, inner, angle + sweep, -sweep);
        }
        pen.Close();
        return pen;
    }
}
