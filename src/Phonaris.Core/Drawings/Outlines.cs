namespace Phonaris.Core.Drawings;

/// <summary>Common outlines, in coordinates of 1 × 1.</summary>
public static class Outlines
{
    // The control points of a quarter circle are this far along its sides.
    private const double Round = 0.5522847498;

    /// <summary>A rectangle.</summary>
    public static Outline Rectangle { get; } = Polygon((0, 0), (1, 0), (1, 1), (0, 1));

    /// <summary>An ellipse.</summary>
    public static Outline Ellipse { get; } = new(1, 1, [new(RoundedPath(1, 1, 0.5, 0.5))]);

    /// <summary>A straight line from the top left to the bottom right.</summary>
    public static Outline Diagonal { get; } = Open((0, 0), (1, 1));

    /// <summary>A closed polygon.</summary>
    public static Outline Polygon(params (double X, double Y)[] points)
    {
        ArgumentNullException.ThrowIfNull(points);
        return new(1, 1, [new([.. points.Select((p, i) => new PenMove(i == 0 ? PenMoveKind.Move : PenMoveKind.Line, p.X, p.Y)), new(PenMoveKind.Close, 0, 0)])]);
    }

    /// <summary>An open polyline.</summary>
    public static Outline Open(params (double X, double Y)[] points)
    {
        ArgumentNullException.ThrowIfNull(points);
        return new(1, 1, [new([.. points.Select((p, i) => new PenMove(i == 0 ? PenMoveKind.Move : PenMoveKind.Line, p.X, p.Y))], PartFill.None)]);
    }

    /// <summary>A rectangle with rounded corners, in coordinates of its own size so that the corners stay round.</summary>
    public static Outline Rounded(double width, double height, double radius) =>
        new(width, height, [new(RoundedPath(width, height, Math.Min(radius, width / 2), Math.Min(radius, height / 2)))]);

    private static ValueList<PenMove> RoundedPath(double w, double h, double rx, double ry)
    {
        var (kx, ky) = (rx * (1 - Round), ry * (1 - Round));
        return
        [
            new(PenMoveKind.Move, rx, 0),
            new(PenMoveKind.Line, w - rx, 0), new(PenMoveKind.Curve, w, ry, w - kx, 0, w, ky),
            new(PenMoveKind.Line, w, h - ry), new(PenMoveKind.Curve, w - rx, h, w, h - ky, w - kx, h),
            new(PenMoveKind.Line, rx, h), new(PenMoveKind.Curve, 0, h - ry, kx, h, 0, h - ky),
            new(PenMoveKind.Line, 0, ry), new(PenMoveKind.Curve, rx, 0, 0, ky, kx, 0),
            new(PenMoveKind.Close, 0, 0),
        ];
    }
}
