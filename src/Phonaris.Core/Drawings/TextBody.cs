namespace Phonaris.Core.Drawings;

/// <summary>Text in a shape.</summary>
/// <param name="Paragraphs">The paragraphs.</param>
/// <param name="Left">The room left free at the left, in points.</param>
/// <param name="Top">The room left free at the top.</param>
/// <param name="Right">The room left free at the right.</param>
/// <param name="Bottom">The room left free at the bottom.</param>
/// <param name="Anchor">Where the text stands when there is more room than it needs.</param>
/// <param name="Wraps">Whether lines are broken at the shape's width.</param>
/// <param name="Shrinks">Whether the text is made smaller until it fits.</param>
/// <param name="Turn">Degrees clockwise the text is turned within the shape: 0, 90 or 270.</param>
public sealed record TextBody(
    ValueList<Paragraph> Paragraphs, double Left, double Top, double Right, double Bottom, Anchor Anchor, bool Wraps, bool Shrinks, double Turn = 0);

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
    ValueList<Run> Runs, Align Align, double Margin, double Indent, Bullet? Bullet, double Before, double After, double LineSpacing, int FromStep = 1);

/// <summary>A bullet or a number.</summary>
public sealed record Bullet(string Text, uint Color);

/// <summary>Text of equal looks.</summary>
/// <param name="Text">The text.</param>
/// <param name="Size">The font's size in points.</param>
/// <param name="Color">0xAARRGGBB.</param>
/// <param name="Font">The family asked for; another stands in where it is not there.</param>
/// <param name="Bold">Bold.</param>
/// <param name="Italic">Italic.</param>
/// <param name="Underlined">Underlined.</param>
/// <param name="Struck">Struck through.</param>
/// <param name="Raised">How much it is raised, as a fraction of its size; negative lowers it.</param>
public sealed record Run(
    string Text, double Size, uint Color, string Font, bool Bold = false, bool Italic = false, bool Underlined = false, bool Struck = false, double Raised = 0);

/// <summary>How lines stand.</summary>
public enum Align
{
    /// <summary>From the left.</summary>
    Left,

    /// <summary>About the middle.</summary>
    Center,

    /// <summary>At the right.</summary>
    Right,

    /// <summary>From edge to edge.</summary>
    Justified,
}

/// <summary>Where text stands from top to bottom.</summary>
public enum Anchor
{
    /// <summary>At the top.</summary>
    Top,

    /// <summary>About the middle.</summary>
    Middle,

    /// <summary>At the bottom.</summary>
    Bottom,
}
