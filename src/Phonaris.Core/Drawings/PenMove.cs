namespace Phonaris.Core.Drawings;

/// <summary>A path command: a move, a line or a cubic curve.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="X">The end point.</param>
/// <param name="Y">The end point.</param>
/// <param name="X1">A curve's first control point.</param>
/// <param name="Y1">A curve's first control point.</param>
/// <param name="X2">A curve's second control point.</param>
/// <param name="Y2">A curve's second control point.</param>
public readonly record struct PenMove(PenMoveKind Kind, double X, double Y, double X1 = 0, double Y1 = 0, double X2 = 0, double Y2 = 0);

/// <summary>The kinds of <see cref="PenMove"/>.</summary>
public enum PenMoveKind
{
    /// <summary>Moves to a point.</summary>
    Move,

    /// <summary>A straight line.</summary>
    Line,

    /// <summary>A cubic Bézier curve.</summary>
    Curve,

    /// <summary>Closes the subpath.</summary>
    Close,
}
