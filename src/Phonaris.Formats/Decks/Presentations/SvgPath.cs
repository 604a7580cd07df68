using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Free shapes given as path data of SVG 1.1, 8.3.</summary>
internal static class SvgPath
{
    private const int QuadsOfAnArc = 2;

    /// <summary>The shape; null if it cannot be parsed.</summary>
    /// <param name="data">The path data.</param>
    /// <param name="view">Its view box: left, top, width, height.</param>
    public static Outline? Of(string data, double[] view)
    {
        if (view is not [var left, var top, > 0 and var width, > 0 and var height]) return null;
        using var path = SKPath.ParseSvgPathData(data);
        if (path is null || path.IsEmpty) return null;
        var pen = new Pen(1, 1, left, top);
        using var moves = path.CreateRawIterator();
        var p = new SKPoint[4];
        var closed = false;
        for (var verb = moves.Next(p); verb != SKPathVerb.Done; verb = moves.Next(p))
        {
            switch (verb)
            {
                case SKPathVerb.Move: pen.MoveTo(p[0].X, p[0].Y); break;
                case SKPathVerb.Line: pen.LineTo(p[1].X, p[1].Y); break;
                case SKPathVerb.Quad: pen.QuadTo(p[1].X, p[1].Y, p[2].X, p[2].Y); break;
                case SKPathVerb.Cubic: pen.CurveTo(p[1].X, p[1].Y, p[2].X, p[2].Y, p[3].X, p[3].Y); break;
                case SKPathVerb.Conic:
                    var quads = SKPath.ConvertConicToQuads(p[0], p[1], p[2], moves.ConicWeight(), QuadsOfAnArc);
                    for (var i = 1; i + 1 < quads.Length; i += 2) pen.QuadTo(quads[i].X, quads[i].Y, quads[i + 1].X, quads[i + 1].Y);
                    break;
                case SKPathVerb.Close:
                    closed = true;
                    pen.Close();
                    break;
            }
        }
        return new(width, height, [new(pen.Moves, closed ? PartFill.Plain : PartFill.None)]);
    }
}
