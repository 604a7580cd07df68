using System.Collections.Concurrent;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using SkiaSharp;
using Svg.Skia.TypefaceProviders;

namespace Phonaris.Media.Pictures;

/// <summary>
/// Finds typefaces for the text of decks: the family asked for where this machine has it, else one that stands in for it; and for characters
/// that one lacks, any that has them, those of its script first.
/// </summary>
internal static class Typefaces
{
    private const int EmojiSelector = 0xFE0F, FirstEmoji = 0x1F000, UsualWidth = (int)SKFontStyleWidth.Normal;

    private const int MostKept = 20_000;

    /// <summary>Those of the machine, and those a person installed for themself (XDG Base Directory Specification).</summary>
    private static readonly string[] Folders =
    [
        "/usr/share/fonts", "/usr/local/share/fonts",
        Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData), "fonts"),
        Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".fonts"),
    ];
    private static readonly string[] Endings = [".ttf", ".otf", ".ttc"];

    private static readonly Lazy<IReadOnlyList<string>> Files = new(() =>
    [
        .. Folders
            .Where(Directory.Exists)
            .SelectMany(f => Directory.EnumerateFiles(f, "*", SearchOption.AllDirectories))
            .Where(f => Endings.Contains(Path.GetExtension(f).ToLowerInvariant()))
            .Order(StringComparer.Ordinal),
    ]);

    private static readonly Lazy<ILookup<string, SKTypeface>> Installed = new(() => Files.Value
        .Select(f => SKTypeface.FromFile(f))
        .OfType<SKTypeface>()
        .ToLookup(t => t.FamilyName, StringComparer.OrdinalIgnoreCase));

    /// <summary>The families characters are looked for in, in this order: what was made for one script before what has a little of many.</summary>
    private static readonly Lazy<IReadOnlyList<string>> Spare = new(() =>
        [.. Installed.Value.Select(f => f.Key).OrderBy(Rank).ThenBy(f => f, StringComparer.Ordinal)]);

    private static readonly ConcurrentDictionary<(string, bool, bool), SKTypeface> Found = new();
    private static readonly ConcurrentDictionary<(string, bool), SKTypeface?> Fallbacks = new();

    /// <summary>Gives drawings of other kinds their typefaces.</summary>
    public static ITypefaceProvider Provider { get; } = new DeckProvider();

    /// <summary>The id of the fonts of this machine: another where there are others.</summary>
    public static string Stamp { get; } = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', Files.Value))).AsSpan(0, 4));

    /// <summary>The typeface for a family.</summary>
    public static SKTypeface Find(string family, bool bold, bool italic) => Kept(Found, (family, bold, italic), () =>
        InFamily(NameOf(family) ?? "", bold, italic) ?? HouseFonts.Find(family, bold));

    /// <summary>The family that is drawn where another is asked for, and whether its letters are as wide; null where the house's own is.</summary>
    public static (string Family, bool SameWidths)? Used(string family) =>
        NameOf(family) is { } name ? (name, IsHere(family) || FontSubstitutes.OfSameWidths(family) == name) : null;

    /// <summary>The typeface for what is read as one character: of the families asked for the first that has it, else of any.</summary>
    /// <param name="cluster">The character, with what is combined with it.</param>
    /// <param name="families">The families asked for, in order.</param>
    /// <param name="bold">Whether it is bold.</param>
    /// <param name="italic">Whether it is italic.</param>
    public static SKTypeface For(string cluster, IReadOnlyList<string> families, bool bold, bool italic)
    {
        var first = Find(families.Count > 0 ? families[0] : "", bold, italic);
        if (!IsEmoji(cluster) && Has(first, cluster)) return first;
        foreach (var family in families.Skip(1))
            if (IsHere(family) && Find(family, bold, italic) is var other && Has(other, cluster)) return other;
        return Kept(Fallbacks, (cluster, bold), () => WithCluster(cluster, bold)) ?? first;
    }

    /// <summary>What was found before. Decks name whatever they like: when that is far too much, it is looked for again.</summary>
    private static T Kept<TKey, T>(ConcurrentDictionary<TKey, T> kept, TKey key, Func<T> find)
        where TKey : notnull
    {
        if (kept.TryGetValue(key, out var known)) return known;
        if (kept.Count >= MostKept) kept.Clear();
        return kept[key] = find();
    }

    private static string? NameOf(string family)
    {
        if (HouseFonts.Has(family)) return null;
        foreach (var name in FontSubstitutes.Named(family))
        {
            if (IsHere(name)) return name;
            if (FontSubstitutes.OfSameWidths(name) is { } alike && IsHere(alike)) return alike;
        }
        return FontSubstitutes.OfSameClass(family) is var substitute && IsHere(substitute) ? substitute : null;
    }

    private static bool IsHere(string family) => Installed.Value.Contains(family);

    private static SKTypeface? InFamily(string family, bool bold, bool italic) =>
        Installed.Value[family].MinBy(t => Math.Abs(t.FontWeight - (int)(bold ? SKFontStyleWeight.Bold : SKFontStyleWeight.Normal)) + (t.IsItalic == italic ? 0 : 1) + (t.FontWidth == UsualWidth ? 0 : 2));

    private static SKTypeface? WithCluster(string cluster, bool bold)
    {
        var families = IsEmoji(cluster) ? Spare.Value.OrderBy(f => f.Contains("Emoji", StringComparison.Ordinal) ? 0 : 1) : Spare.Value.AsEnumerable();
        foreach (var family in families)
            if (InFamily(family, bold, italic: false) is { } face && Has(face, cluster)) return face;
        return null;
    }

    private static bool IsEmoji(string cluster) => cluster.EnumerateRunes().Any(r => r.Value is EmojiSelector or >= FirstEmoji);

    /// <summary>Whether a typeface has all characters of a cluster that are seen.</summary>
    private static bool Has(SKTypeface face, string cluster)
    {
        using var font = new SKFont(face);
        return cluster.EnumerateRunes().All(r => IsUnseen(r) || font.ContainsGlyph(r.Value));
    }

    /// <summary>Joiners, marks of direction and selectors of a variant.</summary>
    private static bool IsUnseen(Rune rune) => Rune.IsControl(rune) || Rune.GetUnicodeCategory(rune) == UnicodeCategory.Format || rune.Value is >= 0xFE00 and <= EmojiSelector;

    private static int Rank(string family) =>
        family.Contains("Emoji", StringComparison.Ordinal) ? 5
        : family.StartsWith("Noto Sans", StringComparison.Ordinal) ? 0
        : family == "DejaVu Sans" ? 1
        : family.StartsWith("Noto", StringComparison.Ordinal) ? 2
        : family.StartsWith("WenQuanYi", StringComparison.Ordinal) ? 3
        : 4;

    private sealed class DeckProvider : ITypefaceProvider
    {
        public SKTypeface? FromFamilyName(string fontFamily, SKFontStyleWeight fontWeight, SKFontStyleWidth fontWidth, SKFontStyleSlant fontStyle) =>
            Find(fontFamily.Trim(' ', '\'', '"'), fontWeight >= SKFontStyleWeight.SemiBold, fontStyle != SKFontStyleSlant.Upright);
    }
}
