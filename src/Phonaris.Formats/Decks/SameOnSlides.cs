namespace Phonaris.Formats.Decks;

/// <summary>Merges identical messages about slides: “Slides 3, 5–9: a chart is not drawn.”</summary>
public static class SameOnSlides
{
    /// <summary>A sentence for each distinct message, in order of first appearance.</summary>
    /// <param name="told">The slide numbers and their messages.</param>
    public static IEnumerable<string> Of(IEnumerable<(int Slide, string Sentence)> told) => told
        .GroupBy(t => t.Sentence, t => t.Slide)
        .Select(g => g.Distinct().Order().ToList() is { Count: > 1 } slides ? $"Slides {Ranges(slides)}: {g.Key}" : $"Slide {g.First()}: {g.Key}");

    private static string Ranges(List<int> numbers)
    {
        List<(int First, int Last)> ranges = [];
        foreach (var n in numbers)
            if (ranges is [.., var last] && last.Last + 1 == n) ranges[^1] = (last.First, n);
            else ranges.Add((n, n));
        return string.Join(", ", ranges.Select(r => r.First == r.Last ? $"{r.First}" : r.First + 1 == r.Last ? $"{r.First}, {r.Last}" : $"{r.First}–{r.Last}"));
    }
}
