using System.Collections.Concurrent;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>
/// Finds typefaces for the text of decks: the family asked for where this machine has it, else one of the house's; and for characters that
/// has none of, any that has.
/// </summary>
internal static class Typefaces
{
    private static readonly string[] Folders = ["/usr/share/fonts", "/usr/local/share/fonts"];
    private static readonly string[] Endings = [".ttf", ".otf", ".ttc"];

    private static readonly Lazy<ILookup<string, SKTypeface>> Installed = new(() => Folders
        .Where(Directory.Exists)
        .SelectMany(f => Directory.EnumerateFiles(f, "*", SearchOption.AllDirectories))
        .Where(f => Endings.Contains(Path.GetExtension(f).ToLowerInvariant()))
        .Order(StringComparer.Ordinal)
        .Select(f => SKTypeface.FromFile(f))
        .OfType<SKTypeface>()
        .ToLookup(t => t.FamilyName, StringComparer.OrdinalIgnoreCase));

    private static readonly ConcurrentDictionary<(string, bool, bool), SKTypeface> Found = new();
    private static readonly ConcurrentDictionary<int, SKTypeface?> Fallbacks = new();

    /// <summary>The typeface for a family.</summary>
    public static SKTypeface Find(string family, bool bold, bool italic) => Found.GetOrAdd((family, bold, italic), key =>
        Installed.Value[family].MinBy(t => (t.IsBold == bold ? 0 : 2) + (t.IsItalic == italic ? 0 : 1))
        ?? HouseFonts.Provider.FromFamilyName(
            family, bold ? SKFontStyleWeight.Bold : SKFontStyleWeight.Normal, SKFontStyleWidth.Normal, italic ? SKFontStyleSlant.Italic : SKFontStyleSlant.Upright)!);

    /// <summary>A typeface that has a character, or null when none does.</summary>
    public static SKTypeface? WithCharacter(int codepoint) =>
        Fallbacks.GetOrAdd(codepoint, c => Installed.Value.SelectMany(family => family).FirstOrDefault(t => Has(t, c)));

    /// <summary>Whether a typeface has a character.</summary>
    public static bool Has(SKTypeface face, int codepoint)
    {
        using var font = new SKFont(face);
        return font.GetGlyph(codepoint) != 0;
    }
}
