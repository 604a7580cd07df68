namespace Phonaris.Media.Pictures;

/// <summary>The scripts for which this machine has fonts.</summary>
public static class FontCoverage
{
    /// <summary>Everyday letters of scripts, and the Debian package with a font for them.</summary>
    private static readonly (string Script, string Sample, string Package)[] Scripts =
    [
        ("Latin", "Aéß", "fonts-liberation"), ("Greek", "αΩ", "fonts-liberation"), ("Cyrillic", "жЯ", "fonts-liberation"),
        ("Hebrew", "א", "fonts-dejavu-core"), ("Arabic", "ب", "fonts-dejavu-core"), ("Armenian", "Ա", "fonts-dejavu-core"), ("Georgian", "ა", "fonts-dejavu-core"),
        ("Devanagari", "क", "fonts-noto-ui-core"), ("Bengali", "ক", "fonts-noto-ui-core"), ("Gujarati", "ક", "fonts-noto-ui-core"), ("Gurmukhi", "ਕ", "fonts-noto-ui-core"),
        ("Tamil", "க", "fonts-noto-ui-core"), ("Telugu", "క", "fonts-noto-ui-core"), ("Kannada", "ಕ", "fonts-noto-ui-core"), ("Malayalam", "ക", "fonts-noto-ui-core"),
        ("Sinhala", "ක", "fonts-noto-core"), ("Thai", "ก", "fonts-noto-ui-core"), ("Lao", "ກ", "fonts-noto-ui-core"), ("Khmer", "ក", "fonts-noto-ui-core"), ("Myanmar", "က", "fonts-noto-ui-core"),
        ("Ethiopic", "አ", "fonts-sil-abyssinica"), ("Tibetan", "ཀ", "fonts-tibetan-machine"),
        ("Chinese", "汉漢", "fonts-wqy-microhei"), ("Japanese", "かカ", "fonts-wqy-microhei"), ("Korean", "한", "fonts-wqy-microhei"), ("emoji", "😀", "fonts-noto-color-emoji"),
    ];

    /// <summary>The scripts without a font, by the package that has one.</summary>
    public static IReadOnlyList<MissingPart> Missing() =>
    [
        .. Scripts.Where(s => !Typefaces.Has(s.Sample)).GroupBy(s => s.Package)
            .Select(p => MissingPart.Of($"No font has letters of {string.Join(", ", p.Select(s => s.Script))}", "decks show boxes in their place", p.Key)),
    ];

    /// <summary>The number of scripts looked for.</summary>
    public static int Count => Scripts.Length;
}
