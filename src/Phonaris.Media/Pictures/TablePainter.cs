using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Paints tables: with the given width, and a height that fits the contents.</summary>
internal static class TablePainter
{
    /// <summary>Paints a table.</summary>
    /// <param name="canvas">The canvas.</param>
    /// <param name="table">The table.</param>
    /// <param name="step">The number of steps shown; 0 for all.</param>
    /// <param name="bounds">The box; only its top left corner and width matter.</param>
    public static void Draw(SKCanvas canvas, DrawnTable table, int step, SKRect bounds)
    {
        var (lefts, tops) = (Places(table.Columns, bounds.Left), Places(Heights(table), bounds.Top));
        List<(TableCell Cell, SKRect Place)> placed =
        [
            .. table.Cells.Select(c => (c, new SKRect(lefts[c.Column], tops[c.Row], lefts[c.Column + c.ColumnSpan], tops[c.Row + c.RowSpan]))),
        ];
        foreach (var (cell, place) in placed)
        {
            if (cell.Fill is not { } fill) continue;
            using var path = Path(place.Left, place.Top, place.Right, place.Top, place.Right, place.Bottom, place.Left, place.Bottom, place.Left, place.Top);
            DrawingPainter.Fill(canvas, path, place, fill);
        }
        // Lines are above all fills, because neighbours share them.
        foreach (var (cell, place) in placed)
        {
            Edge(cell.Left, place.Left, place.Top, place.Left, place.Bottom);
            Edge(cell.Top, place.Left, place.Top, place.Right, place.Top);
            Edge(cell.Right, place.Right, place.Top, place.Right, place.Bottom);
            Edge(cell.Bottom, place.Left, place.Bottom, place.Right, place.Bottom);
            if (cell.Text is { } text) DrawingPainter.Write(canvas, text, step, place, upsideDown: false);
        }

        void Edge(Line? line, float x1, float y1, float x2, float y2)
        {
            if (line is null) return;
            using var path = Path(x1, y1, x2, y2);
            DrawingPainter.Stroke(canvas, path, line);
        }
    }

    /// <summary>The heights of the rows: of the tallest cell in each. If a cell over several rows needs more, the last of them grows.</summary>
    internal static IReadOnlyList<double> Heights(DrawnTable table)
    {
        double[] heights = [.. table.Rows];
        foreach (var cell in table.Cells.Where(c => c.Text is not null).OrderBy(c => c.RowSpan))
        {
            var last = cell.Row + cell.RowSpan - 1;
            var more = Needed(cell, table.Columns.Skip(cell.Column).Take(cell.ColumnSpan).Sum()) - heights.AsSpan(cell.Row, cell.RowSpan).ToArray().Sum();
            if (more > 0) heights[last] += more;
        }
        return heights;
    }

    private static double Needed(TableCell cell, double width)
    {
        var text = cell.Text!;
        // Rotated text takes its length as height.
        if (text.Turn != 0) return 0;
        var edges = text.Top + text.Bottom;
        return TextLayout.Fit(text, Math.Max(1, width - text.Left - text.Right), double.MaxValue).Height + edges;
    }

    private static float[] Places(IReadOnlyList<double> sizes, float from)
    {
        var places = new float[sizes.Count + 1];
        places[0] = from;
        var at = (double)from;
        for (var i = 0; i < sizes.Count; i++) places[i + 1] = (float)(at += sizes[i]);
        return places;
    }

    private static SKPath Path(params ReadOnlySpan<float> points)
    {
        using var builder = new SKPathBuilder();
        builder.MoveTo(points[0], points[1]);
        for (var i = 2; i < points.Length; i += 2) builder.LineTo(points[i], points[i + 1]);
        return builder.Detach();
    }
}
