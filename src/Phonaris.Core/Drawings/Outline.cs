namespace Phonaris.Core.Drawings;

/// <summary>A form: closed or open lines, in a space that is stretched over the box.</summary>
/// <param name="Width">The width of that space.</param>
/// <param name="Height">Its height.</param>
/// <param name="Parts">Its parts, painted one after the other.</param>
public sealed record Outline(double Width, double Height, ValueList<OutlinePart> Parts)
{
    /// <summary>Where text stands in it, in its own space; null for all of it.</summary>
    public Room? Room { get; init; }
}

/// <summary>A part of a form.</summary>
/// <param name="Path">The pen's moves.</param>
/// <param name="Fill">How the area it encloses is filled.</param>
/// <param name="Stroked">Whether the shape's line is drawn along it.</param>
public sealed record OutlinePart(ValueList<PenMove> Path, PartFill Fill = PartFill.Plain, bool Stroked = true);

/// <summary>How a part of a form is filled: with what the shape is filled with, or a shade of it.</summary>
public enum PartFill
{
    /// <summary>As the shape is.</summary>
    Plain,

    /// <summary>Not at all.</summary>
    None,

    /// <summary>A good deal lighter.</summary>
    Lighter,

    /// <summary>A little lighter.</summary>
    LittleLighter,

    /// <summary>A good deal darker.</summary>
    Darker,

    /// <summary>A little darker.</summary>
    LittleDarker,
}

/// <summary>The sides of an upright rectangle.</summary>
public readonly record struct Room(double Left, double Top, double Right, double Bottom);

/// <summary>One move of the pen: to a point, by a straight line or a cubic curve.</summary>
/// <param name="Kind">What is done.</param>
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
    /// <summary>Lifted to a point.</summary>
    Move,

    /// <summary>A straight line.</summary>
    Line,

    /// <summary>A cubic Bézier curve.</summary>
    Curve,

    /// <summary>Back to where this part began.</summary>
    Close,
}
