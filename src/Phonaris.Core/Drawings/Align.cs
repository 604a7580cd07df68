namespace Phonaris.Core.Drawings;

/// <summary>The alignment of lines.</summary>
public enum Align
{
    /// <summary>Left.</summary>
    Left,

    /// <summary>Centred.</summary>
    Center,

    /// <summary>Right.</summary>
    Right,

    /// <summary>Justified.</summary>
    Justified,
}
