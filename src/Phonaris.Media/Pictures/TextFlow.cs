using Icu;

namespace Phonaris.Media.Pictures;

/// <summary>Where lines of a text may be broken (Unicode Standard Annex 14) and which way each character is read (Annex 9), by ICU.</summary>
internal static class TextFlow
{
    private const byte LeftToRight = 0, RightToLeft = 1;

    [ThreadStatic]
    private static BreakIterator? _breaks;

    /// <summary>The places a line may be broken before, in order; the end of the text is one.</summary>
    public static IReadOnlyList<int> Breaks(string text)
    {
        if (text.Length == 0) return [];
        _breaks ??= BreakIterator.CreateLineInstance(new Locale("en"));
        _breaks.SetText(text);
        return _breaks.Boundaries[1..];
    }

    /// <summary>The embedding level of each UTF-16 unit: those read from right to left have odd ones.</summary>
    /// <param name="text">A paragraph.</param>
    /// <param name="rightToLeft">Whether the paragraph is read from right to left.</param>
    public static byte[] Levels(string text, bool rightToLeft)
    {
        var levels = new byte[text.Length];
        if (!rightToLeft && !text.AsSpan().ContainsAnyInRange('\u0590', '\u08FF') && !text.AsSpan().ContainsAnyInRange('\u200E', '\u206F')
            && !text.AsSpan().ContainsAnyInRange('\uD800', '\uDBFF') && !text.AsSpan().ContainsAnyInRange('\uFB1D', '\uFEFF')) return levels;
        if (text.Length == 0) return levels;
        using var reading = new BiDi();
        reading.SetPara(text, rightToLeft ? RightToLeft : LeftToRight, null);
        return [.. reading.GetLevels()];
    }

    /// <summary>Puts what is in a line in the order it is seen from left to right (Annex 9, rule L2).</summary>
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
