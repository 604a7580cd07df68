namespace Phonaris.Core.Drawings;

/// <summary>A form: closed or open lines, in a space that is stretched over the box.</summary>
/// <param name="Width">The width of that space.</param>
/// <param name="Height">Its height.</param>
/// <param name="Parts">Its parts, painted one after the other.</param>
public sealed record Outline(double Width, double Height, ValueList<OutlinePart> Parts)
{
    /// <summary>Where text stands in it, in its own space; null for all of it.</summary>
    public TextRoom? Room { get; init; }
}

/// <summary>A part of a form.</summary>
/// <param name="Path">The pen's moves.</param>
/// <param name="Fill">How the area it encloses is filled.</param>
/// <param name="Stroked">Whether the shape's line is drawn along it.</param>
public sealed record OutlinePart(ValueList<PenMove> Path, PartFill Fill = PartFill.Plain, bool Stroked = true);
