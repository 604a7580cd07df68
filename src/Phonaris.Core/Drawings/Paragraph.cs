namespace Phonaris.Core.Drawings;

/// <summary>A paragraph.</summary>
/// <param name="Runs">Its pieces of equal looks; a "\n" breaks the line.</param>
/// <param name="Align">How its lines stand.</param>
/// <param name="Margin">Where its lines begin, from the side of the text's room they begin at, in points.</param>
/// <param name="Indent">How much further the first line, or the bullet, begins; usually negative for a bullet.</param>
/// <param name="Bullet">The bullet, or null.</param>
/// <param name="Before">Room above it, in points.</param>
/// <param name="After">Room below it, in points.</param>
/// <param name="LineSpacing">The distance of lines as a multiple of the usual one.</param>
/// <param name="FromStep">The step it appears with, from 1.</param>
public sealed record Paragraph(
    ValueList<TextRun> Runs, Align Align, double Margin, double Indent, Bullet? Bullet, double Before, double After, double LineSpacing, int FromStep = 1)
{
    /// <summary>How far tabulators stand apart where none are set, in points.</summary>
    public const double UsualTab = 72;

    /// <summary>The last step it is there; <see cref="int.MaxValue"/> permanently. Its place stays.</summary>
    public int ToStep { get; init; } = int.MaxValue;

    /// <summary>The distance of lines in points, whatever is in them; null where <see cref="LineSpacing"/> tells it.</summary>
    public double? LineHeight { get; init; }

    /// <summary>Whether it is read from right to left.</summary>
    public bool RightToLeft { get; init; }

    /// <summary>Where tabulators stand, from the left of the text's room, in points and in order; beyond the last one they stand evenly.</summary>
    public ValueList<double> Tabs { get; init; } = [];
}

/// <summary>A bullet or a number.</summary>
/// <param name="Text">What stands there.</param>
/// <param name="Color">Its colour, 0xAARRGGBB.</param>
/// <param name="Scale">Its size beside that of the text.</param>
public sealed record Bullet(string Text, uint Color, double Scale = 1)
{
    /// <summary>The picture that stands there instead; null for the text.</summary>
    public PicturePaint? Picture { get; init; }
}
