namespace Phonaris.Media.Pictures;

/// <summary>The families that replace others: first those with the same widths, so that lines break at the same places; otherwise one of the same class.</summary>
internal static class FontSubstitutes
{
    /// <summary>Families with identical letter widths.</summary>
    private static readonly Dictionary<string, string> SameWidths = new(StringComparer.OrdinalIgnoreCase)
    {
        ["Calibri"] = "Carlito",
        ["Cambria"] = "Caladea",
        ["Arial"] = "Liberation Sans",
        ["Helvetica"] = "Liberation Sans",
        ["Arimo"] = "Liberation Sans",
        ["Times New Roman"] = "Liberation Serif",
        ["Times"] = "Liberation Serif",
        ["Tinos"] = "Liberation Serif",
        ["Courier New"] = "Liberation Mono",
        ["Courier"] = "Liberation Mono",
        ["Cousine"] = "Liberation Mono",
    };

    /// <summary>The endings of names of lighter, heavier and narrower variants.</summary>
    private static readonly string[] Kinds = [" Light", " Semilight", " Semibold", " SemiBold", " Medium", " Black", " Narrow", " Condensed", " Thin", " Pro", " MT", " Display", " Text"];

    private static readonly string[] Serifs =
    [
        "serif", "roman", "times", "garamond", "georgia", "palatino", "palladio", "antiqua", "bookman", "century", "baskerville", "bodoni", "didot", "constantia", "minion",
        "merriweather", "playfair", "lora", "crimson", "spectral", "caslon", "charter", "slab", "rockwell", "song", "mincho", "batang", "ming",
    ];

    private static readonly string[] Wide = ["verdana", "dejavu", "vera"];

    private static readonly string[] Monospaced = ["mono", "courier", "consol", "code", "menlo", "typewriter", "fixed", "terminal", "inconsolata"];

    /// <summary>A family followed by the families it is a variant of, the closest first.</summary>
    public static IEnumerable<string> Named(string family)
    {
        yield return family;
        while (Array.Find(Kinds, k => family.EndsWith(k, StringComparison.OrdinalIgnoreCase)) is { } kind)
        {
            family = family[..^kind.Length];
            yield return family;
        }
    }

    /// <summary>The family with the same widths; null if there is none.</summary>
    public static string? OfSameWidths(string family) => SameWidths.GetValueOrDefault(family);

    /// <summary>The family of the same class: serif, monospaced, wide or plain.</summary>
    public static string OfSameClass(string family)
    {
        bool Says(string[] words) => words.Any(w => family.Contains(w, StringComparison.OrdinalIgnoreCase));
        return Says(Monospaced) ? "Liberation Mono" : Says(Serifs) && !family.Contains("sans", StringComparison.OrdinalIgnoreCase) ? "Liberation Serif" : Says(Wide) ? "DejaVu Sans" : "Liberation Sans";
    }
}
