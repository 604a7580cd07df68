using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Records the path commands of a shape.</summary>
/// <param name="scaleX">The horizontal scale.</param>
/// <param name="scaleY">The vertical scale.</param>
/// <param name="left">The horizontal origin, before scaling.</param>
/// <param name="top">The vertical origin, before scaling.</param>
internal sealed class Pen(double scaleX = 1, double scaleY = 1, double left = 0, double top = 0)
{
    private readonly List<PenMove> _moves = [];
    private (double X, double Y) _begin;

    /// <summary>The current point.</summary>
    public (double X, double Y) At { get; private set; }

    /// <summary>The path; empty if nothing was drawn.</summary>
    public ValueList<PenMove> Moves => [.. _moves];

    /// <summary>Moves to a point.</summary>
    public void MoveTo(double x, double y)
    {
        _begin = (x, y);
        Add(PenMoveKind.Move, x, y);
    }

    /// <summary>Draws a straight line.</summary>
    public void LineTo(double x, double y) => Add(PenMoveKind.Line, x, y);

    /// <summary>Draws a cubic Bézier curve.</summary>
    public void CurveTo(double x1, double y1, double x2, double y2, double x, double y)
    {
        if (!double.IsFinite(x1 + y1 + x2 + y2)) return;
        Add(PenMoveKind.Curve, x, y, x1, y1, x2, y2);
    }

    /// <summary>Draws a quadratic Bézier curve as a cubic one: its control points are two thirds of the way to the given one.</summary>
    public void QuadTo(double x1, double y1, double x, double y) =>
        CurveTo(At.X + 2 * (x1 - At.X) / 3, At.Y + 2 * (y1 - At.Y) / 3, x + 2 * (x1 - x) / 3, y + 2 * (y1 - y) / 3, x, y);

    /// <summary>Draws an elliptical arc from the current point, in parts of at most a quadrant, at most once around.</summary>
    /// <param name="rx">The horizontal radius.</param>
    /// <param name="ry">The vertical radius.</param>
    /// <param name="start">The angle of the current point on the ellipse, seen from the centre, clockwise from the right, in radians.</param>
    /// <param name="sweep">The angle of the arc.</param>
    public void ArcTo(double rx, double ry, double start, double sweep)
    {
        if (!double.IsFinite(start + sweep)) return;
        sweep = Math.Clamp(sweep, -2 * Math.PI, 2 * Math.PI);
        var (from, angle) = (OnEllipse(start), start);
        var (cx, cy) = (At.X - rx * Math.Cos(from), At.Y - ry * Math.Sin(from));
        var pieces = Math.Max(1, (int)Math.Ceiling(Math.Abs(sweep) / (Math.PI / 2) - 1e-9));
        for (var i = 0; i < pieces; i++)
        {
            angle += sweep / pieces;
            var to = OnEllipse(angle);
            // In the same direction as the angle from the centre.
            while (sweep > 0 && to < from - 1e-9) to += 2 * Math.PI;
            while (sweep < 0 && to > from + 1e-9) to -= 2 * Math.PI;
            var reach = 4.0 / 3 * Math.Tan((to - from) / 4);
            CurveTo(
                cx + rx * (Math.Cos(from) - reach * Math.Sin(from)), cy + ry * (Math.Sin(from) + reach * Math.Cos(from)),
                cx + rx * (Math.Cos(to) + reach * Math.Sin(to)), cy + ry * (Math.Sin(to) - reach * Math.Cos(to)),
                cx + rx * Math.Cos(to), cy + ry * Math.Sin(to));
            from = OnEllipse(angle);
        }

        // The parameter of the ellipse at an angle seen from the centre.
        double OnEllipse(double of) => Math.Atan2(rx * Math.Sin(of), ry * Math.Cos(of));
    }

    /// <summary>Closes the current subpath.</summary>
    public void Close()
    {
        if (_moves.Count == 0) return;
        _moves.Add(new(PenMoveKind.Close, 0, 0));
        At = _begin;
    }

    private void Add(PenMoveKind kind, double x, double y, double x1 = 0, double y1 = 0, double x2 = 0, double y2 = 0)
    {
        if (!double.IsFinite(x + y)) return;
        if (_moves.Count == 0 && kind != PenMoveKind.Move) _moves.Add(new(PenMoveKind.Move, X(At.X), Y(At.Y)));
        _moves.Add(kind == PenMoveKind.Curve ? new(kind, X(x), Y(y), X(x1), Y(y1), X(x2), Y(y2)) : new(kind, X(x), Y(y)));
        At = (x, y);

        double X(double of) => (of - left) * scaleX;
        double Y(double of) => (of - top) * scaleY;
    }
}
