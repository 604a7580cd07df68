namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The script of a language (ISO 15924), by its tag (BCP 47), for the scripts of theme fonts.</summary>
internal static class ScriptNames
{
    private static readonly Dictionary<string, string> ByLanguage = new(StringComparer.OrdinalIgnoreCase)
    {
        ["am"] = "Ethi",
        ["ar"] = "Arab",
        ["as"] = "Beng",
        ["bn"] = "Beng",
        ["bo"] = "Tibt",
        ["fa"] = "Arab",
        ["gu"] = "Gujr",
        ["he"] = "Hebr",
        ["hi"] = "Deva",
        ["hy"] = "Armn",
        ["ja"] = "Jpan",
        ["ka"] = "Geor",
        ["km"] = "Khmr",
        ["kn"] = "Knda",
        ["ko"] = "Hang",
        ["lo"] = "Laoo",
        ["ml"] = "Mlym",
        ["mn"] = "Mong",
        ["mr"] = "Deva",
        ["my"] = "Mymr",
        ["ne"] = "Deva",
        ["or"] = "Orya",
        ["pa"] = "Guru",
        ["sa"] = "Deva",
        ["si"] = "Sinh",
        ["syr"] = "Syrc",
        ["ta"] = "Taml",
        ["te"] = "Telu",
        ["th"] = "Thai",
        ["ti"] = "Ethi",
        ["ug"] = "Uigh",
        ["ur"] = "Arab",
        ["vi"] = "Viet",
        ["zh"] = "Hans",
    };

    /// <summary>The script of a language; null for Latin and unknown languages.</summary>
    /// <param name="tag">The language's tag.</param>
    public static string? Of(string? tag)
    {
        if (tag is null) return null;
        var parts = tag.Split('-');
        if (parts[0].Equals("zh", StringComparison.OrdinalIgnoreCase) && parts.Skip(1).Any(p => p.ToUpperInvariant() is "TW" or "HK" or "MO" or "HANT")) return "Hant";
        return ByLanguage.GetValueOrDefault(parts[0]);
    }
}
