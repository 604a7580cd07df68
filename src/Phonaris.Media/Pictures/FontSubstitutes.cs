namespace Phonaris.Media.Pictures;

/// <summary>Which families stand in for others: first those made with the same widths, so that lines break where they did; else one of the same class.</summary>
internal static class FontSubstitutes
{
    /// <summary>Families of the same widths, letter for letter.</summary>
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

    /// <summary>What ends the name of a family's lighter, heavier and narrower kinds.</summary>
    private static readonly string[] Kinds = [" Light", " Semilight", " Semibold", " SemiBold", " Medium", " Black", " Narrow", " Condensed", " Thin", " Pro", " MT", " Display", " Text"];

    private static readonly string[] Serifs =
    [
        "serif", "roman", "times", "garamond", "georgia", "palatino", "palladio", "antiqua", "bookman", "century", "baskerville", "bodoni", "didot", "constantia", "minion",
        "merriweather", "playfair", "lora", "crimson", "spectral", "caslon", "charter", "slab", "rockwell", "song", "mincho", "batang", "ming",
    ];

    private static readonly string[] Wide = ["verdana", "dejavu", "vera"];

    private static readonly string[] Monospaced = ["mono", "courier", "consol", "code", "menlo", "typewriter", "fixed", "terminal", "inconsolata"];

    /// <summary>A family and those it is a kind of, the nearest first.</summary>
    public static IEnumerable<string> Named(string family)
    {
        yield return family;
        while (Array.Find(Kinds, k => family.EndsWith(k, StringComparison.OrdinalIgnoreCase)) is { } kind)
        {
            family = family[..^kind.Length];
            yield return family;
        }
    }

    /// <summary>The family of the same widths; null where there is none.</summary>
    public static string? OfSameWidths(string family) => SameWidths.GetValueOrDefault(family);

    /// <summary>The family of the same class: with serifs, all letters as wide, wide, or plain.</summary>
    public static string OfSameClass(string family)
    {
        bool Says(string[] words) => words.Any(w => family.Contains(w, StringComparison.OrdinalIgnoreCase));
        return Says(Monospaced) ? "Liberation Mono" : Says(Serifs) && !family.Contains("sans", StringComparison.OrdinalIgnoreCase) ? "Liberation Serif" : Says(Wide) ? "DejaVu Sans" : "Liberation Sans";
    }
}
