namespace Phonaris.Core.Drawings;

/// <summary>A line.</summary>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Width">Its width in points.</param>
/// <param name="Dashes">The lengths of dashes and gaps in line widths; empty for a solid line.</param>
/// <param name="Start">The arrowhead at its beginning; null for none.</param>
/// <param name="End">The arrowhead at its end; null for none.</param>
public sealed record Line(uint Color, double Width, ValueList<double> Dashes, LineEnd? Start = null, LineEnd? End = null);

/// <summary>An arrowhead.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Length">Its length, in line widths.</param>
/// <param name="Breadth">Its width, in line widths.</param>
public sealed record LineEnd(LineEndKind Kind, double Length = 3, double Breadth = 3);

/// <summary>The kinds of arrowheads.</summary>
public enum LineEndKind
{
    /// <summary>A filled triangle with its tip at the end.</summary>
    Triangle,

    /// <summary>Two strokes.</summary>
    Open,

    /// <summary>A triangle with a notch.</summary>
    Barbed,

    /// <summary>A diamond, centred at the end.</summary>
    Diamond,

    /// <summary>An ellipse, centred at the end.</summary>
    Oval,
}
