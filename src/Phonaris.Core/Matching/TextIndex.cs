using System.Runtime.InteropServices;

namespace Phonaris.Core.Matching;

/// <summary>
/// How alike a text is to each of many, worked out from the words that they have in common: each text is taken apart once, and only those that share
/// a word are looked at. The figures are those of <see cref="Likeness"/>.
/// </summary>
public sealed class TextIndex
{
    private readonly Dictionary<string, List<(int Text, int Count)>> _texts = [];
    private readonly int[] _totals;
    private readonly int[] _common;

    /// <summary>Prepares texts to be compared with.</summary>
    public TextIndex(IReadOnlyList<string> texts)
    {
        (_totals, _common) = (new int[texts.Count], new int[texts.Count]);
        for (var i = 0; i < texts.Count; i++)
            foreach (var (gram, count) in Likeness.Grams(texts[i]))
            {
                (CollectionsMarshal.GetValueRefOrAddDefault(_texts, gram, out _) ??= []).Add((i, count));
                _totals[i] += count;
            }
    }

    /// <summary>How alike a text is to each, 0 to 1 as <see cref="Likeness.Of"/> says, and how much of it is in each, as <see cref="Likeness.Within"/> says.</summary>
    /// <param name="text">The text.</param>
    /// <param name="alike">Room for the likeness to each text.</param>
    /// <param name="within">Room for how much of it is in each text.</param>
    public void Compare(string text, Span<double> alike, Span<double> within)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(alike.Length, _totals.Length);
        ArgumentOutOfRangeException.ThrowIfNotEqual(within.Length, _totals.Length);
        Array.Clear(_common);
        var total = 0;
        foreach (var (gram, count) in Likeness.Grams(text))
        {
            total += count;
            if (!_texts.TryGetValue(gram, out var sharing)) continue;
            foreach (var (other, there) in sharing) _common[other] += Math.Min(count, there);
        }
        for (var i = 0; i < _totals.Length; i++)
        {
            alike[i] = total + _totals[i] == 0 ? 0 : 2.0 * _common[i] / (total + _totals[i]);
            within[i] = total == 0 ? 0 : (double)_common[i] / total;
        }
    }
}
