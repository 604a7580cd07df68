namespace Phonaris.Core.Drawings;

/// <summary>The outline of a shape: closed or open paths, in coordinates that are stretched over the box.</summary>
/// <param name="Width">The width of these coordinates.</param>
/// <param name="Height">The height.</param>
/// <param name="Parts">Its parts, painted in order.</param>
public sealed record Outline(double Width, double Height, ValueList<OutlinePart> Parts)
{
    /// <summary>The text box, in its coordinates; null for all of it.</summary>
    public TextRoom? Room { get; init; }
}

/// <summary>A part of an outline.</summary>
/// <param name="Path">The path.</param>
/// <param name="Fill">How the area it encloses is filled.</param>
/// <param name="Stroked">Whether the shape's line is drawn along it.</param>
public sealed record OutlinePart(ValueList<PenMove> Path, PartFill Fill = PartFill.Plain, bool Stroked = true);
