namespace Phonaris.Core.Drawings;

/// <summary>A line.</summary>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Width">Its width in points.</param>
/// <param name="Dashes">Lengths of dashes and gaps in line widths; empty for an unbroken line.</param>
/// <param name="Start">What stands at its beginning; null for nothing.</param>
/// <param name="End">What stands at its end; null for nothing.</param>
public sealed record Line(uint Color, double Width, ValueList<double> Dashes, LineEnd? Start = null, LineEnd? End = null);

/// <summary>What stands at the end of a line.</summary>
/// <param name="Kind">Its form.</param>
/// <param name="Length">How long it is, in line widths.</param>
/// <param name="Breadth">How broad it is across the line, in line widths.</param>
public sealed record LineEnd(LineEndKind Kind, double Length = 3, double Breadth = 3);

/// <summary>Forms of line ends.</summary>
public enum LineEndKind
{
    /// <summary>A filled triangle, its point at the end.</summary>
    Triangle,

    /// <summary>Two strokes.</summary>
    Open,

    /// <summary>A triangle whose back is drawn in.</summary>
    Barbed,

    /// <summary>A diamond, its middle at the end.</summary>
    Diamond,

    /// <summary>An ellipse, its middle at the end.</summary>
    Oval,
}
