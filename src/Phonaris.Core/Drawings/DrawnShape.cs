namespace Phonaris.Core.Drawings;

/// <summary>A shape.</summary>
/// <param name="Box">Where it is.</param>
/// <param name="Outline">Its outline within the box.</param>
/// <param name="Fill">Its fill; null for none.</param>
/// <param name="Line">The line around or along it; null for none.</param>
/// <param name="Text">Its text; null for none.</param>
/// <param name="FromStep">The step it appears with, from 1.</param>
/// <param name="ToStep">The last step at which it is visible; <see cref="int.MaxValue"/> for all.</param>
public sealed record DrawnShape(
    Box Box, Outline Outline, Paint? Fill, Line? Line, TextBody? Text, int FromStep = 1, int ToStep = int.MaxValue)
{
    /// <summary>Its shadow; null for none.</summary>
    public Shadow? Shadow { get; init; }

    /// <summary>The table at the top left of its box; null for none.</summary>
    public DrawnTable? Table { get; init; }
}
