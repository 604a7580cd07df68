namespace Phonaris.Core.Drawings;

/// <summary>A paragraph.</summary>
/// <param name="Runs">Its pieces of equal looks; a run of "\n" breaks the line.</param>
/// <param name="Align">How its lines stand.</param>
/// <param name="Margin">Where its lines begin, from the left of the text's room, in points.</param>
/// <param name="Indent">How much further the first line, or the bullet, begins; usually negative for a bullet.</param>
/// <param name="Bullet">The bullet, or null.</param>
/// <param name="Before">Room above it, in points.</param>
/// <param name="After">Room below it, in points.</param>
/// <param name="LineSpacing">The distance of lines as a multiple of the usual one.</param>
/// <param name="FromStep">The step it appears with, from 1.</param>
public sealed record Paragraph(
    ValueList<TextRun> Runs, Align Align, double Margin, double Indent, Bullet? Bullet, double Before, double After, double LineSpacing, int FromStep = 1);

/// <summary>A bullet or a number.</summary>
public sealed record Bullet(string Text, uint Color);
