namespace Phonaris.Core.Drawings;

/// <summary>A rectangle that may be turned about its middle and mirrored.</summary>
/// <param name="X">Its left, before turning.</param>
/// <param name="Y">Its top, before turning.</param>
/// <param name="Width">Its width.</param>
/// <param name="Height">Its height.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="FlipX">Mirrored left to right.</param>
/// <param name="FlipY">Mirrored top to bottom.</param>
public readonly record struct Box(double X, double Y, double Width, double Height, double Turn = 0, bool FlipX = false, bool FlipY = false);
