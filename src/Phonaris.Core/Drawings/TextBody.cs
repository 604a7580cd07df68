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
    ValueList<Paragraph> Paragraphs, double Left, double Top, double Right, double Bottom, Anchor Anchor, bool Wraps, bool Shrinks, double Turn = 0)
{
    /// <summary>How many columns it runs through.</summary>
    public int Columns { get; init; } = 1;

    /// <summary>How far they stand apart, in points.</summary>
    public double ColumnGap { get; init; }

    /// <summary>Whether the text as a whole stands in the middle across, as wide as its widest line.</summary>
    public bool CenteredAcross { get; init; }
}
