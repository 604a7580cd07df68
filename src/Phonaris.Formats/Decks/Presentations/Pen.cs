using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Writes down the moves of a form's line as it is followed.</summary>
/// <param name="scaleX">What a horizontal length is multiplied by.</param>
/// <param name="scaleY">What a vertical length is multiplied by.</param>
/// <param name="left">What lies at 0, before.</param>
/// <param name="top">What lies at 0, before.</param>
internal sealed class Pen(double scaleX = 1, double scaleY = 1, double left = 0, double top = 0)
{
    private readonly List<PenMove> _moves = [];
    private (double X, double Y) _begin;

    /// <summary>Where the pen is.</summary>
    public (double X, double Y) At { get; private set; }

    /// <summary>What was drawn; empty where the pen never moved.</summary>
    public ValueList<PenMove> Moves => [.. _moves];

    /// <summary>Lifts the pen to a point.</summary>
    public void MoveTo(double x, double y)
    {
        _begin = (x, y);
        Add(PenMoveKind.Move, x, y);
    }

    /// <summary>Draws a straight line.</summary>
    public void LineTo(double x, double y) => Add(PenMoveKind.Line, x, y);

    /// <summary>Draws a cubic curve.</summary>
    public void CurveTo(double x1, double y1, double x2, double y2, double x, double y)
    {
        if (!double.IsFinite(x1 + y1 + x2 + y2)) return;
        Add(PenMoveKind.Curve, x, y, x1, y1, x2, y2);
    }

    /// <summary>Draws a quadratic curve, as a cubic one: its control points lie two thirds of the way to the one given.</summary>
    public void QuadTo(double x1, double y1, double x, double y) =>
        CurveTo(At.X + 2 * (x1 - At.X) / 3, At.Y + 2 * (y1 - At.Y) / 3, x + 2 * (x1 - x) / 3, y + 2 * (y1 - y) / 3, x, y);

    /// <summary>Draws an arc of an ellipse from where the pen is, in pieces of at most a quarter; at most once around.</summary>
    /// <param name="rx">Half the ellipse's width.</param>
    /// <param name="ry">Half its height.</param>
    /// <param name="start">Where on it the pen is: the angle of the line from its middle, clockwise from the right, in radians.</param>
    /// <param name="sweep">By how much that angle grows.</param>
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
            // The same way round as the line from the middle goes.
            while (sweep > 0 && to < from - 1e-9) to += 2 * Math.PI;
            while (sweep < 0 && to > from + 1e-9) to -= 2 * Math.PI;
            var reach = 4.0 / 3 * Math.Tan((to - from) / 4);
            CurveTo(
                cx + rx * (Math.Cos(from) - reach * Math.Sin(from)), cy + ry * (Math.Sin(from) + reach * Math.Cos(from)),
                cx + rx * (Math.Cos(to) + reach * Math.Sin(to)), cy + ry * (Math.Sin(to) - reach * Math.Cos(to)),
                cx + rx * Math.Cos(to), cy + ry * Math.Sin(to));
            from = OnEllipse(angle);
        }

        // Where the line from the middle meets the ellipse, as the angle that cosine and sine of it are taken of.
        double OnEllipse(double of) => Math.Atan2(rx * Math.Sin(of), ry * Math.Cos(of));
    }

    /// <summary>Back to where this part began.</summary>
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
