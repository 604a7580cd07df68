using System.Globalization;
using System.Text.RegularExpressions;

namespace Phonaris.Formats.Decks;

/// <summary>Says of several slides at once what is the same of each: “Slides 3, 5–9: a chart is not drawn.”</summary>
public static partial class SameOnSlides
{
    /// <summary>Joins sentences that say the same of a slide each; others stay as they are, and all in their order.</summary>
    /// <param name="sentences">The sentences, those of a slide beginning with it: “Slide 3: …”.</param>
    public static IEnumerable<string> Of(IEnumerable<string> sentences) => sentences
        .Select(s => (Sentence: s, OfSlide: OfSlide().Match(s)))
        .GroupBy(s => s.OfSlide.Success ? s.OfSlide.Groups[2].Value : s.Sentence, s => s)
        .Select(g => g.Where(s => s.OfSlide.Success).Select(s => int.Parse(s.OfSlide.Groups[1].ValueSpan, CultureInfo.InvariantCulture)).Distinct().Order().ToList() is { Count: > 1 } slides
            ? $"Slides {Ranges(slides)}: {g.Key}"
            : g.First().Sentence);

    private static string Ranges(List<int> numbers)
    {
        List<(int First, int Last)> ranges = [];
        foreach (var n in numbers)
            if (ranges is [.., var last] && last.Last + 1 == n) ranges[^1] = (last.First, n);
            else ranges.Add((n, n));
        return string.Join(", ", ranges.Select(r => r.First == r.Last ? $"{r.First}" : r.First + 1 == r.Last ? $"{r.First}, {r.Last}" : $"{r.First}–{r.Last}"));
    }

    [GeneratedRegex(@"^Slide (\d{1,6}): (.+)$", RegexOptions.Singleline)]
    private static partial Regex OfSlide();
}
