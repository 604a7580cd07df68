namespace Phonaris.Core.Drawings;

/// <summary>How a part of a form is filled: with what the shape is filled with, or a shade of it.</summary>
public enum PartFill
{
    /// <summary>As the shape is.</summary>
    Plain,

    /// <summary>Not at all.</summary>
    None,

    /// <summary>A good deal lighter.</summary>
    Lighter,

    /// <summary>A little lighter.</summary>
    LittleLighter,

    /// <summary>A good deal darker.</summary>
    Darker,

    /// <summary>A little darker.</summary>
    LittleDarker,
}
