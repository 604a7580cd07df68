namespace Phonaris.Core.Drawings;

/// <summary>A shadow that a shape throws on what lies behind it.</summary>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Blur">How far its edge runs out, in points.</param>
/// <param name="X">How far it lies to the right, whichever way the shape is turned.</param>
/// <param name="Y">How far it lies below.</param>
public sealed record Shadow(uint Color, double Blur, double X, double Y);
