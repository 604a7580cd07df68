namespace Phonaris.Core.Drawings;

/// <summary>How a part of an outline is filled: with the shape's fill, or a shade of it.</summary>
public enum PartFill
{
    /// <summary>With the shape's fill.</summary>
    Plain,

    /// <summary>Not filled.</summary>
    None,

    /// <summary>Much lighter.</summary>
    Lighter,

    /// <summary>Slightly lighter.</summary>
    LittleLighter,

    /// <summary>Much darker.</summary>
    Darker,

    /// <summary>Slightly darker.</summary>
    LittleDarker,
}
