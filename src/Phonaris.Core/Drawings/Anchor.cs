namespace Phonaris.Core.Drawings;

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
