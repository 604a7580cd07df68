namespace Phonaris.Core.Drawings;

/// <summary>
/// What is on a slide, worked out to plain shapes: what readers of presentation files give, and cards made here. Lengths are in
/// points (1/72 inch), y runs downward. A value to be painted, not kept.
/// </summary>
/// <param name="Width">The slide's width.</param>
/// <param name="Height">The slide's height.</param>
/// <param name="Background">What it is painted with; null for white.</param>
/// <param name="Shapes">The shapes from the back to the front.</param>
/// <param name="Steps">How many steps reveal it; 1 when it is there all at once.</param>
/// <param name="NotDrawn">What is on the slide and could not be put into shapes, a few words each.</param>
public sealed record SlideDrawing(
    double Width, double Height, Paint? Background, ValueList<DrawnShape> Shapes, int Steps, ValueList<string> NotDrawn);

/// <summary>One shape.</summary>
/// <param name="Box">Where it is.</param>
/// <param name="Outline">Its form within the box.</param>
/// <param name="Fill">What it is filled with; null for nothing.</param>
/// <param name="Line">The line around or along it; null for none.</param>
/// <param name="Text">What is written in it; null for nothing.</param>
/// <param name="FromStep">The step it appears with, from 1.</param>
/// <param name="ToStep">The last step it is there; <see cref="int.MaxValue"/> for good.</param>
public sealed record DrawnShape(
    Box Box, Outline Outline, Paint? Fill, Line? Line, TextBody? Text, int FromStep = 1, int ToStep = int.MaxValue);

/// <summary>A rectangle that may be turned about its middle and mirrored.</summary>
/// <param name="X">Its left, before turning.</param>
/// <param name="Y">Its top, before turning.</param>
/// <param name="Width">Its width.</param>
/// <param name="Height">Its height.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="FlipX">Mirrored left to right.</param>
/// <param name="FlipY">Mirrored top to bottom.</param>
public readonly record struct Box(double X, double Y, double Width, double Height, double Turn = 0, bool FlipX = false, bool FlipY = false);

/// <summary>A form: closed or open lines, in a space that is stretched over the box.</summary>
/// <param name="Width">The width of that space.</param>
/// <param name="Height">Its height.</param>
/// <param name="Path">The pen's moves.</param>
/// <param name="Closed">Whether it encloses an area to be filled.</param>
public sealed record Outline(double Width, double Height, ValueList<PenMove> Path, bool Closed = true);

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

/// <summary>A line.</summary>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Width">Its width in points.</param>
/// <param name="Dashes">Lengths of dashes and gaps in line widths; empty for an unbroken line.</param>
/// <param name="ArrowStart">Whether its beginning has an arrow head.</param>
/// <param name="ArrowEnd">Whether its end has one.</param>
public sealed record Line(uint Color, double Width, ValueList<double> Dashes, bool ArrowStart = false, bool ArrowEnd = false);

/// <summary>What an area is painted with.</summary>
public abstract record Paint;

/// <summary>One colour.</summary>
/// <param name="Color">0xAARRGGBB.</param>
public sealed record SolidPaint(uint Color) : Paint;

/// <summary>Colours running into each other.</summary>
/// <param name="Stops">The colours with their places, 0 to 1.</param>
/// <param name="Angle">The direction in degrees clockwise from left to right.</param>
/// <param name="Radial">From the middle outward instead.</param>
public sealed record GradientPaint(ValueList<GradientStop> Stops, double Angle, bool Radial) : Paint;

/// <summary>A colour of a gradient.</summary>
public readonly record struct GradientStop(double At, uint Color);

/// <summary>A picture stretched over the area.</summary>
/// <param name="Data">The picture file: PNG, JPEG, WebP, GIF, BMP or SVG.</param>
/// <param name="Left">How much is cut off at the left, as a fraction of its width; negative adds room.</param>
/// <param name="Top">How much is cut off at the top.</param>
/// <param name="Right">How much is cut off at the right.</param>
/// <param name="Bottom">How much is cut off at the bottom.</param>
/// <param name="Opacity">0 to 1.</param>
public sealed record PicturePaint(ReadOnlyMemory<byte> Data, double Left, double Top, double Right, double Bottom, double Opacity = 1) : Paint;
