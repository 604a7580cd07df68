namespace Phonaris.Media.Pictures;

/// <summary>Which fonts the text of a deck is drawn in on this machine.</summary>
public static class DeckFonts
{
    /// <summary>What the house's own fonts are called where they stand in.</summary>
    private const string HouseFamily = "Atkinson Hyperlegible Next";

    /// <summary>How many are named in a sentence.</summary>
    private const int MostNamed = 3;

    /// <summary>For each family that a deck asks for, the one that is used.</summary>
    public static IReadOnlyList<FontUsed> Of(IEnumerable<string> families)
    {
        ArgumentNullException.ThrowIfNull(families);
        return [.. families.Distinct(StringComparer.OrdinalIgnoreCase).Order(StringComparer.OrdinalIgnoreCase).Select(f => Typefaces.Used(f) is var (used, same) ? new FontUsed(f, used, same) : new FontUsed(f, HouseFonts.Has(f) ? f : HouseFamily, HouseFonts.Has(f)))];
    }

    /// <summary>A sentence about the families whose lines may break elsewhere than they did; null where there is none.</summary>
    public static string? Sentence(IEnumerable<string> families)
    {
        var others = Of(families).Where(f => !f.SameWidths).ToList();
        if (others.Count == 0) return null;
        var named = string.Join(", ", others.Take(MostNamed).Select(f => $"{f.Named} (drawn in {f.Used})"));
        return $"Fonts not installed: {named}{(others.Count > MostNamed ? $" and {others.Count - MostNamed} more" : "")}. Line breaks may differ.";
    }
}
