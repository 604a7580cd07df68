namespace Phonaris.Media.Pictures;

/// <summary>The fonts in which the text of a deck is drawn on this machine.</summary>
public static class DeckFonts
{
    /// <summary>The name of the bundled font when it is a substitute.</summary>
    private const string HouseFamily = "Atkinson Hyperlegible Next";

    /// <summary>The most fonts that are named in a sentence.</summary>
    private const int MostNamed = 3;

    /// <summary>For each family of a deck, the family used.</summary>
    public static IReadOnlyList<FontUsed> Of(IEnumerable<string> families)
    {
        ArgumentNullException.ThrowIfNull(families);
        return [.. families.Distinct(StringComparer.OrdinalIgnoreCase).Order(StringComparer.OrdinalIgnoreCase).Select(f => Typefaces.Used(f) is var (used, same) ? new FontUsed(f, used, same) : new FontUsed(f, BundledFonts.Has(f) ? f : HouseFamily, BundledFonts.Has(f)))];
    }

    /// <summary>A sentence about substituted families that may change line breaks; null if there are none.</summary>
    public static string? Sentence(IEnumerable<string> families)
    {
        var others = Of(families).Where(f => !f.SameWidths).ToList();
        if (others.Count == 0) return null;
        var named = string.Join(", ", others.Take(MostNamed).Select(f => $"{f.Named} (drawn in {f.Used})"));
        return $"Fonts not installed: {named}{(others.Count > MostNamed ? $" and {others.Count - MostNamed} more" : "")}. Line breaks may differ.";
    }
}
