namespace Phonaris.Core.Drawings;

/// <summary>Text in a shape.</summary>
/// <param name="Paragraphs">The paragraphs.</param>
/// <param name="Left">The left margin, in points.</param>
/// <param name="Top">The top margin.</param>
/// <param name="Right">The right margin.</param>
/// <param name="Bottom">The bottom margin.</param>
/// <param name="Anchor">The vertical alignment in a larger box.</param>
/// <param name="Wraps">Whether lines wrap at the width of the box.</param>
/// <param name="Shrinks">Whether the text is made smaller until it fits.</param>
/// <param name="Turn">The rotation of the text within the shape, in degrees clockwise: 0, 90 or 270.</param>
public sealed record TextBody(
    ValueList<Paragraph> Paragraphs, double Left, double Top, double Right, double Bottom, Anchor Anchor, bool Wraps, bool Shrinks, double Turn = 0)
{
    /// <summary>The number of columns.</summary>
    public int Columns { get; init; } = 1;

    /// <summary>The space between columns, in points.</summary>
    public double ColumnGap { get; init; }

    /// <summary>Whether the text is centred as a block, as wide as its widest line.</summary>
    public bool CenteredAcross { get; init; }
}
