namespace Phonaris.Core.Drawings;

/// <summary>The sides of a text box, in the coordinates of its <see cref="Outline"/>.</summary>
public readonly record struct TextRoom(double Left, double Top, double Right, double Bottom);
