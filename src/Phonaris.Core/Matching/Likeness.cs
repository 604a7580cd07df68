namespace Phonaris.Core.Matching;

/// <summary>The similarity of two texts.</summary>
public static class Likeness
{
    /// <summary>
    /// The Dice coefficient of their words and word pairs: 1 for equal texts, 0 for nothing in common or when both are empty
    /// (L. R. Dice, 1945).
    /// </summary>
    public static double Of(string a, string b)
    {
        var (x, y) = (Grams(a), Grams(b));
        if (x.Count + y.Count == 0) return 0;
        var common = x.Sum(g => Math.Min(g.Value, y.GetValueOrDefault(g.Key)));
        return 2.0 * common / (x.Values.Sum() + y.Values.Sum());
    }

    /// <summary>How much of a text is in another, 0 to 1; 0 for an empty one.</summary>
    public static double Within(string part, string whole)
    {
        var (x, y) = (Grams(part), Grams(whole));
        return x.Count == 0 ? 0 : x.Sum(g => Math.Min(g.Value, y.GetValueOrDefault(g.Key))) / (double)x.Values.Sum();
    }

    /// <summary>The words and word pairs of a text, each with its count.</summary>
    internal static Dictionary<string, int> Grams(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var words = text.ToUpperInvariant().Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Select(w => string.Concat(w.Where(char.IsLetterOrDigit)))
            .Where(w => w.Length > 0)
            .ToList();
        return words.Concat(words.Zip(words.Skip(1), (p, q) => $"{p} {q}")).CountBy(g => g).ToDictionary();
    }
}
