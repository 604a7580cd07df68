namespace Phonaris.Core.Drawings;

/// <summary>The vertical alignment of text.</summary>
public enum Anchor
{
    /// <summary>At the top.</summary>
    Top,

    /// <summary>In the middle.</summary>
    Middle,

    /// <summary>At the bottom.</summary>
    Bottom,
}
