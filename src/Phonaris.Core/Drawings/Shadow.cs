namespace Phonaris.Core.Drawings;

/// <summary>The shadow of a shape.</summary>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Blur">The blur radius, in points.</param>
/// <param name="X">Its offset to the right, independent of the shape's rotation.</param>
/// <param name="Y">Its offset downward.</param>
public sealed record Shadow(uint Color, double Blur, double X, double Y);
