using System.Collections.Concurrent;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using SkiaSharp;
using Svg.Skia.TypefaceProviders;

namespace Phonaris.Media.Pictures;

/// <summary>
/// Finds typefaces for the text of decks: the requested family if this machine has it, otherwise a substitute; and for missing
/// characters any family that has them, those for the script first.
/// </summary>
internal static class Typefaces
{
    private const int EmojiSelector = 0xFE0F, FirstEmoji = 0x1F000, UsualWidth = (int)SKFontStyleWidth.Normal;

    private const int CacheLimit = 20_000;

    /// <summary>The font folders of the machine and of the user (XDG Base Directory Specification).</summary>
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

    /// <summary>The order in which families are searched for characters: those made for one script before those that cover a little of many.</summary>
    private static readonly Lazy<IReadOnlyList<string>> Spare = new(() =>
        [.. Installed.Value.Select(f => f.Key).OrderBy(Rank).ThenBy(f => f, StringComparer.Ordinal)]);

    private static readonly ConcurrentDictionary<(string, bool, bool), SKTypeface> Found = new();
    private static readonly ConcurrentDictionary<(string, bool), SKTypeface?> Fallbacks = new();

    /// <summary>Provides typefaces to drawings of other kinds.</summary>
    public static ITypefaceProvider Provider { get; } = new DeckProvider();

    /// <summary>The id of the fonts of this machine: it changes when the fonts change.</summary>
    public static string Stamp { get; } = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', Files.Value))).AsSpan(0, 4));

    /// <summary>The typeface for a family.</summary>
    public static SKTypeface Find(string family, bool bold, bool italic) => Cached(Found, (family, bold, italic), () =>
        InFamily(NameOf(family) ?? "", bold, italic) ?? BundledFonts.Find(family, bold));

    /// <summary>The family used for another one, and whether its widths are the same; null for the bundled font.</summary>
    public static (string Family, bool SameWidths)? Used(string family) =>
        NameOf(family) is { } name ? (name, IsHere(family) || FontSubstitutes.OfSameWidths(family) == name) : null;

    /// <summary>The typeface for one character: the first of the requested families that has it, otherwise any.</summary>
    /// <param name="cluster">The character, with its combining marks.</param>
    /// <param name="families">The requested families, in order.</param>
    /// <param name="bold">Whether it is bold.</param>
    /// <param name="italic">Whether it is italic.</param>
    public static SKTypeface For(string cluster, IReadOnlyList<string> families, bool bold, bool italic)
    {
        var first = Find(families.Count > 0 ? families[0] : "", bold, italic);
        if (!IsEmoji(cluster) && Has(first, cluster)) return first;
        foreach (var family in families.Skip(1))
            if (IsHere(family) && Find(family, bold, italic) is var other && Has(other, cluster)) return other;
        return Cached(Fallbacks, (cluster, bold), () => WithCluster(cluster, bold)) ?? first;
    }

    /// <summary>Whether any installed or bundled typeface has all characters of a text.</summary>
    public static bool Has(string text) => text.EnumerateRunes().All(r => WithCluster(r.ToString(), bold: false) is not null || Has(BundledFonts.Find("", bold: false), r.ToString()));

    /// <summary>Cached results. A deck may name any number of families: when the cache is full, it is cleared.</summary>
    private static T Cached<TKey, T>(ConcurrentDictionary<TKey, T> kept, TKey key, Func<T> find)
        where TKey : notnull
    {
        if (kept.TryGetValue(key, out var known)) return known;
        if (kept.Count >= CacheLimit) kept.Clear();
        return kept[key] = find();
    }

    private static string? NameOf(string family)
    {
        if (BundledFonts.Has(family)) return null;
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

    /// <summary>Whether a typeface has all visible characters of a cluster.</summary>
    private static bool Has(SKTypeface face, string cluster)
    {
        using var font = new SKFont(face);
        return cluster.EnumerateRunes().All(r => IsUnseen(r) || font.ContainsGlyph(r.Value));
    }

    /// <summary>Joiners, direction marks and variation selectors.</summary>
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
