using Icu;

namespace Phonaris.Media.Pictures;

/// <summary>
/// Line break opportunities (Unicode Standard Annex 14) and the direction of each character (Annex 9), by ICU. Without ICU, lines
/// break after spaces and wide characters, and everything is left to right.
/// </summary>
internal static class TextFlow
{
    private const byte LeftToRight = 0, RightToLeft = 1;
    private const char FirstWide = '\u2E80';

    private static readonly Lazy<bool> HasIcu = new(() =>
    {
        try
        {
            return Wrapper.IcuVersion.Length > 0;
        }
        catch (Exception e) when (e is DllNotFoundException or FileLoadException or FileNotFoundException or TypeInitializationException)
        {
            return false;
        }
    });

    /// <summary>Whether ICU is installed.</summary>
    public static bool IsComplete => HasIcu.Value;

    [ThreadStatic]
    private static BreakIterator? _breaks;

    /// <summary>The positions before which a line may break, in order; the end of the text is one.</summary>
    public static IReadOnlyList<int> Breaks(string text)
    {
        if (text.Length == 0) return [];
        if (!HasIcu.Value) return [.. Enumerable.Range(1, text.Length).Where(i => i == text.Length || text[i - 1] is '\n' or >= FirstWide || text[i - 1] is ' ' or '\t' && text[i] is not (' ' or '\t'))];
        _breaks ??= BreakIterator.CreateLineInstance(new Locale("en"));
        _breaks.SetText(text);
        return _breaks.Boundaries[1..];
    }

    /// <summary>The embedding level of each UTF-16 unit: odd for right to left.</summary>
    /// <param name="text">A paragraph.</param>
    /// <param name="rightToLeft">Whether the paragraph is read from right to left.</param>
    public static byte[] Levels(string text, bool rightToLeft)
    {
        var levels = new byte[text.Length];
        if (text.Length == 0 || !rightToLeft && !MayRunLeft(text) || !HasIcu.Value) return levels;
        using var reading = new BiDi();
        reading.SetPara(text, rightToLeft ? RightToLeft : LeftToRight, null);
        return [.. reading.GetLevels()];
    }

    /// <summary>Whether a text may contain right-to-left text: letters of such scripts, or direction marks.</summary>
    private static bool MayRunLeft(ReadOnlySpan<char> text) =>
        text.ContainsAnyInRange('\u0590', '\u08FF') || text.ContainsAny('\u200F', '\u202B', '\u202E') || text.Contains('\u2067') || text.ContainsAnyInRange('\uD802', '\uD83B') || text.ContainsAnyInRange('\uFB1D', '\uFEFF');

    /// <summary>Reorders the parts of a line from left to right (Annex 9, rule L2).</summary>
    public static void Reorder<T>(List<T> line, Func<T, byte> level)
    {
        if (line.Count == 0) return;
        var lowestOdd = line.Min(p => level(p) | 1);
        for (int at = line.Max(level); at >= lowestOdd; at--)
            for (var i = 0; i < line.Count; i++)
            {
                if (level(line[i]) < at) continue;
                var end = i;
                while (end < line.Count && level(line[end]) >= at) end++;
                line.Reverse(i, end - i);
                i = end;
            }
    }
}
