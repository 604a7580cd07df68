namespace Phonaris.Core.Drawings;

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
