namespace Phonaris.Core.Drawings;

/// <summary>Text with one format.</summary>
/// <param name="Text">The text.</param>
/// <param name="Size">The font's size in points.</param>
/// <param name="Color">0xAARRGGBB.</param>
/// <param name="Font">The font family; replaced if it is not installed.</param>
/// <param name="Bold">Bold.</param>
/// <param name="Italic">Italic.</param>
/// <param name="Underlined">Underlined.</param>
/// <param name="Struck">Struck through.</param>
/// <param name="Raised">The baseline shift, as a fraction of its size; negative is down.</param>
public sealed record TextRun(
    string Text, double Size, uint Color, string Font, bool Bold = false, bool Italic = false, bool Underlined = false, bool Struck = false, double Raised = 0)
{
    /// <summary>The families for characters that the first one lacks, as for other scripts; in order.</summary>
    public ValueList<string> OtherFonts { get; init; } = [];

    /// <summary>The letter spacing, in points.</summary>
    public double Spacing { get; init; }

    /// <summary>The outline of its letters; null for none.</summary>
    public Line? Outline { get; init; }

    /// <summary>The highlight colour, 0xAARRGGBB; null for none.</summary>
    public uint? Highlight { get; init; }
}
