namespace Phonaris.Formats.Decks;

/// <summary>Orders names with numbers by value: <c>slide 2</c> before <c>slide 10</c>. Letters by their code, ignoring case.</summary>
public static class NaturalOrder
{
    /// <summary>The order.</summary>
    public static IComparer<string> Comparer { get; } = Comparer<string>.Create(Compare);

    private static int Compare(string a, string b)
    {
        int i = 0, j = 0;
        while (i < a.Length && j < b.Length)
        {
            int order;
            if (char.IsAsciiDigit(a[i]) && char.IsAsciiDigit(b[j]))
            {
                var (x, y) = (Digits(a, ref i), Digits(b, ref j));
                // Without leading zeros, the number with more digits is greater.
                order = x.Length != y.Length ? x.Length - y.Length : string.CompareOrdinal(x, y);
            }
            else order = char.ToUpperInvariant(a[i++]) - char.ToUpperInvariant(b[j++]);
            if (order != 0) return order;
        }
        var rest = (a.Length - i) - (b.Length - j);
        return rest != 0 ? rest : string.CompareOrdinal(a, b);
    }

    private static string Digits(string text, ref int at)
    {
        var start = at;
        while (at < text.Length && char.IsAsciiDigit(text[at])) at++;
        return text[start..at].TrimStart('0');
    }
}
