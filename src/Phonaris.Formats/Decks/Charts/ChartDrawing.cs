using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Draws a chart: its title, its legend, and its plots in the remaining space.</summary>
internal static class ChartDrawing
{
    /// <summary>The margin around it, relative to its shorter side.</summary>
    private const double Edge = 0.02;

    /// <summary>The greatest width of a legend, relative to the chart.</summary>
    private const double MostOfWidth = 0.4;

    /// <summary>The shapes of a chart.</summary>
    /// <param name="chart">The chart.</param>
    /// <param name="frame">The box.</param>
    /// <param name="from">The step with which it appears.</param>
    /// <param name="to">The last step at which it is visible.</param>
    public static IReadOnlyList<DrawnShape> Of(Chart chart, Box frame, int from, int to)
    {
        var canvas = new ChartCanvas(frame, from, to);
        var edge = Math.Min(frame.Width, frame.Height) * Edge + 2;
        var room = new ChartRoom(frame.X + edge, frame.Y + edge, frame.X + frame.Width - edge, frame.Y + frame.Height - edge);
        if (chart.Title is { } title)
        {
            canvas.Words(title.Text, title, new(room.Left, room.Top, room.Right - room.Left, title.Size * ChartCanvas.LineHeight), Align.Center);
            room = room with { Top = room.Top + title.Size * ChartCanvas.LineHeight + edge };
        }
        if (chart.Legend is { } side) room = Legend(canvas, chart, side, room);
        if (chart.Plots.Any(p => p.Kind == ChartKind.Pie)) PieDrawing.Draw(canvas, chart, room);
        else if (chart.Plots.Any(p => p.Kind == ChartKind.Radar)) RadarDrawing.Draw(canvas, chart, room);
        else PlotDrawing.Draw(canvas, chart, room);
        return canvas.Shapes;
    }

    /// <summary>Draws the legend and returns the remaining space.</summary>
    private static ChartRoom Legend(ChartCanvas canvas, Chart chart, string side, ChartRoom room)
    {
        var entries = Entries(chart);
        if (entries.Count == 0) return room;
        var (size, line) = (chart.LegendText.Size, chart.LegendText.Size * ChartCanvas.LineHeight);
        var widths = entries.Select(e => size * 2.3 + ChartCanvas.WidthOf(e.Name, size)).ToList();
        if (side is "t" or "b")
        {
            // In as many rows as needed, each centred.
            List<List<int>> rows = [[]];
            var taken = 0.0;
            for (var i = 0; i < entries.Count; i++)
            {
                if (taken > 0 && taken + widths[i] > room.Right - room.Left)
                {
                    rows.Add([]);
                    taken = 0;
                }
                rows[^1].Add(i);
                taken += widths[i];
            }
            var height = rows.Count * line;
            var y = side == "t" ? room.Top : room.Bottom - height;
            foreach (var row in rows)
            {
                var x = (room.Left + room.Right - row.Sum(i => widths[i])) / 2;
                foreach (var i in row)
                {
                    Entry(x, y, i);
                    x += widths[i];
                }
                y += line;
            }
            return side == "t" ? room with { Top = room.Top + height + line / 3 } : room with { Bottom = room.Bottom - height - line / 3 };
        }
        var width = Math.Min(widths.Max(), (room.Right - room.Left) * MostOfWidth);
        var left = side == "l" ? room.Left : room.Right - width;
        var top = (room.Top + room.Bottom - entries.Count * line) / 2;
        for (var i = 0; i < entries.Count; i++) Entry(left, top + i * line, i);
        return side == "l" ? room with { Left = room.Left + width + size / 2 } : room with { Right = room.Right - width - size / 2 };

        void Entry(double x, double y, int i)
        {
            var (name, fill, stroke) = entries[i];
            var (mark, middle) = (size * 0.7, y + line / 2);
            if (fill is not null) canvas.Rectangle(x + size * 0.4, middle - mark / 2, x + size * 0.4 + mark, middle + mark / 2, fill, null);
            else if (stroke is not null) canvas.Straight(x + size * 0.2, middle, x + size * 1.2, middle, stroke);
            canvas.Words(name, chart.LegendText, new(x + size * 1.5, y, Math.Max(1, widths[i] - size * 1.5), line), Align.Left);
        }
    }

    /// <summary>The entries of the legend: the slices of a pie, otherwise the series.</summary>
    private static List<(string Name, Paint? Fill, Line? Line)> Entries(Chart chart)
    {
        if (chart.Plots.FirstOrDefault(p => p.Kind == ChartKind.Pie)?.Series is [var pie, ..])
            return [.. chart.Categories.Take(pie.Values.Count).Select((name, i) => (name, pie.Points.GetValueOrDefault(i, pie.Fill), (Line?)null))];
        return [.. chart.Plots.SelectMany(p => p.Series.Select(s => (s.Name, (p.Kind is ChartKind.Lines or ChartKind.Scatter || p is { Kind: ChartKind.Radar, Filled: false }) && s.Line is not null ? null : s.Fill, s.Line)))];
    }
}
