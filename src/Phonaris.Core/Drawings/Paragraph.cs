namespace Phonaris.Core.Drawings;

/// <summary>A paragraph.</summary>
/// <param name="Runs">Its runs; a "\n" breaks the line.</param>
/// <param name="Align">The alignment of its lines.</param>
/// <param name="Margin">The margin of its lines on their starting side, in points.</param>
/// <param name="Indent">The additional indent of the first line or the bullet; usually negative for a bullet.</param>
/// <param name="Bullet">The bullet, or null.</param>
/// <param name="Before">The space above it, in points.</param>
/// <param name="After">The space below it, in points.</param>
/// <param name="LineSpacing">The line spacing as a multiple of the default.</param>
/// <param name="FromStep">The step it appears with, from 1.</param>
public sealed record Paragraph(
    ValueList<TextRun> Runs, Align Align, double Margin, double Indent, Bullet? Bullet, double Before, double After, double LineSpacing, int FromStep = 1)
{
    /// <summary>The distance of default tab stops, in points.</summary>
    public const double UsualTab = 72;

    /// <summary>The last step at which it is visible; <see cref="int.MaxValue"/> for all. It keeps its space.</summary>
    public int ToStep { get; init; } = int.MaxValue;

    /// <summary>The exact line height in points; null to use <see cref="LineSpacing"/>.</summary>
    public double? LineHeight { get; init; }

    /// <summary>Whether it is right to left.</summary>
    public bool RightToLeft { get; init; }

    /// <summary>The tab stops, from the left of the text box, in points and in order; after the last one they are even.</summary>
    public ValueList<double> Tabs { get; init; } = [];
}

/// <summary>A bullet or a number.</summary>
/// <param name="Text">Its text.</param>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Scale">Its size relative to the text.</param>
public sealed record Bullet(string Text, uint Color, double Scale = 1)
{
    /// <summary>The picture used instead; null for the text.</summary>
    public PicturePaint? Picture { get; init; }
}
