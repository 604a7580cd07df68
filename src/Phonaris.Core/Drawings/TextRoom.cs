namespace Phonaris.Core.Drawings;

/// <summary>The sides of an upright rectangle that text stands in, in the space of the <see cref="Outline"/> it is of.</summary>
public readonly record struct TextRoom(double Left, double Top, double Right, double Bottom);
