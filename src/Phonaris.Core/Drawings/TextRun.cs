namespace Phonaris.Core.Drawings;

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
public sealed record TextRun(
    string Text, double Size, uint Color, string Font, bool Bold = false, bool Italic = false, bool Underlined = false, bool Struck = false, double Raised = 0)
{
    /// <summary>The families asked for where that one lacks a character, as for other scripts; in order.</summary>
    public ValueList<string> OtherFonts { get; init; } = [];

    /// <summary>How much further each letter stands from the next, in points.</summary>
    public double Spacing { get; init; }

    /// <summary>The line around its letters; null for none.</summary>
    public Line? Outline { get; init; }

    /// <summary>The colour behind it, 0xAARRGGBB; null for none.</summary>
    public uint? Highlight { get; init; }
}
