using System.Runtime.InteropServices;

namespace Phonaris.Core.Matching;

/// <summary>
/// The similarity of a text to many others, computed from shared words: each text is split once, and only texts that share
/// a word are compared. The figures are those of <see cref="Likeness"/>.
/// </summary>
public sealed class TextIndex
{
    private readonly Dictionary<string, List<(int Text, int Count)>> _texts = [];
    private readonly int[] _totals;
    private readonly int[] _common;

    /// <summary>Indexes texts to compare with.</summary>
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

    /// <summary>The similarity of a text to each, 0 to 1 as in <see cref="Likeness.Of"/>, and how much of it is in each, as in <see cref="Likeness.Within"/>.</summary>
    /// <param name="text">The text.</param>
    /// <param name="alike">Receives the similarity to each text.</param>
    /// <param name="within">Receives how much of it is in each text.</param>
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
