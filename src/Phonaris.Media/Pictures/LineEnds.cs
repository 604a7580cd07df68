using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Draws the arrowheads of lines.</summary>
internal static class LineEnds
{
    /// <summary>The arrowheads of thin lines are as large as those of a line of this width, in points.</summary>
    private const double Thinnest = 2;

    /// <summary>Draws an arrowhead.</summary>
    /// <param name="canvas">The canvas.</param>
    /// <param name="tip">The end of the line.</param>
    /// <param name="onward">The direction of the line at its end, of length 1.</param>
    /// <param name="line">The line.</param>
    /// <param name="end">The kind of arrowhead.</param>
    public static void Draw(SKCanvas canvas, SKPoint tip, SKPoint onward, Line line, LineEnd end)
    {
        var width = Math.Max(line.Width, Thinnest);
        var (length, half) = ((float)(end.Length * width), (float)(end.Breadth * width / 2));
        using var builder = new SKPathBuilder();
        switch (end.Kind)
        {
            case LineEndKind.Oval:
                builder.AddOval(new(-length / 2, -half, length / 2, half));
                break;
            case LineEndKind.Diamond:
                Polygon((-length / 2, 0), (0, -half), (length / 2, 0), (0, half));
                break;
            case LineEndKind.Barbed:
                Polygon((-length, -half), (0, 0), (-length, half), (-length * 0.6f, 0));
                break;
            case LineEndKind.Open:
                builder.MoveTo(-length, -half);
                builder.LineTo(0, 0);
                builder.LineTo(-length, half);
                break;
            default:
                Polygon((-length, -half), (0, 0), (-length, half));
                break;
        }
        using var path = builder.Detach();
        using var paint = new SKPaint
        {
            Color = new(line.Color),
            IsAntialias = true,
            IsStroke = end.Kind == LineEndKind.Open,
            StrokeWidth = (float)line.Width,
            StrokeCap = SKStrokeCap.Round,
        };
        canvas.Save();
        canvas.Translate(tip.X, tip.Y);
        canvas.RotateRadians(MathF.Atan2(onward.Y, onward.X));
        canvas.DrawPath(path, paint);
        canvas.Restore();

        void Polygon(params ReadOnlySpan<(float X, float Y)> points)
        {
            builder.MoveTo(points[0].X, points[0].Y);
            foreach (var (x, y) in points[1..]) builder.LineTo(x, y);
            builder.Close();
        }
    }
}
