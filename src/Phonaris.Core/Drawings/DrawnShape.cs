namespace Phonaris.Core.Drawings;

/// <summary>One shape.</summary>
/// <param name="Box">Where it is.</param>
/// <param name="Outline">Its form within the box.</param>
/// <param name="Fill">What it is filled with; null for nothing.</param>
/// <param name="Line">The line around or along it; null for none.</param>
/// <param name="Text">What is written in it; null for nothing.</param>
/// <param name="FromStep">The step it appears with, from 1.</param>
/// <param name="ToStep">The last step it is there; <see cref="int.MaxValue"/> permanently.</param>
public sealed record DrawnShape(
    Box Box, Outline Outline, Paint? Fill, Line? Line, TextBody? Text, int FromStep = 1, int ToStep = int.MaxValue)
{
    /// <summary>The shadow it throws; null for none.</summary>
    public Shadow? Shadow { get; init; }

    /// <summary>The table in its box, from the top left on; null for none.</summary>
    public DrawnTable? Table { get; init; }
}
