namespace Phonaris.Core.Drawings;

/// <summary>A line.</summary>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Width">Its width in points.</param>
/// <param name="Dashes">Lengths of dashes and gaps in line widths; empty for an unbroken line.</param>
/// <param name="ArrowStart">Whether its beginning has an arrow head.</param>
/// <param name="ArrowEnd">Whether its end has one.</param>
public sealed record Line(uint Color, double Width, ValueList<double> Dashes, bool ArrowStart = false, bool ArrowEnd = false);
