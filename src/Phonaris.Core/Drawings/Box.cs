namespace Phonaris.Core.Drawings;

/// <summary>A rectangle that may be rotated about its centre and mirrored.</summary>
/// <param name="X">Its left, before rotation.</param>
/// <param name="Y">Its top, before rotation.</param>
/// <param name="Width">Its width.</param>
/// <param name="Height">Its height.</param>
/// <param name="Turn">The rotation, in degrees clockwise.</param>
/// <param name="FlipX">Mirrored left to right.</param>
/// <param name="FlipY">Mirrored top to bottom.</param>
public readonly record struct Box(double X, double Y, double Width, double Height, double Turn = 0, bool FlipX = false, bool FlipY = false);
