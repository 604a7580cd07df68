using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Matching;

/// <summary>
/// Matches the pages of an exact rendering of a deck with its slides or steps, in order; a slide takes no page, one or several,
/// so that their words agree as well as possible. A person can correct single pages.
/// </summary>
public static class PageMatch
{
    // The score of a page that follows the last one on its slide, without words: usually there is one page for each slide. Sums of such
    // fractions are exact, so of equal solutions the first is found.
    private const double NoWords = 19.0 / 64, AnotherPage = 3.0 / 64, SkippedSlide = 6.0 / 64;

    /// <summary>The most slides that can be skipped between two pages.</summary>
    private const int FarthestJump = 60;

    /// <summary>How far pages and slides may drift apart beyond the difference of their numbers.</summary>
    private const int WidestLag = 500;

    /// <summary>The index of the slide each page belongs to, among all slides; -1 for none.</summary>
    /// <param name="slides">The slides, hidden ones included.</param>
    /// <param name="pages">The words on the pages.</param>
    public static IReadOnlyList<int> Propose(IReadOnlyList<Slide> slides, IReadOnlyList<string> pages)
    {
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(pages);
        if (slides.Count == 0 || pages.Count == 0) return [.. pages.Select(_ => -1)];
        // shown[s]: how many slides before s are shown; used to count those between two indices.
        var shown = new int[slides.Count + 2];
        for (var s = 0; s <= slides.Count; s++) shown[s + 1] = shown[s] + (s < slides.Count && !slides[s].Hidden ? 1 : 0);
        var index = new TextIndex([.. slides.Select(s => $"{s.Title} {s.Text}")]);
        var worths = new PageScores(slides, index);
        // best[s]: the score of pages 0…p with page p on slide s; back[p][s]: how many slides before s page p − 1 is then. Only a band around the diagonal
        // is searched, because pages and slides run in parallel.
        var (best, next) = (new double[slides.Count], new double[slides.Count]);
        var back = new byte[pages.Count][];
        var band = Band(slides.Count, pages.Count);
        for (var p = 0; p < pages.Count; p++)
        {
            var (first, last) = band(p);
            var (firstBefore, lastBefore) = p == 0 ? (0, -1) : band(p - 1);
            back[p] = new byte[last - first + 1];
            var worth = worths.Of(pages[p]);
            for (var s = first; s <= last; s++)
            {
                var (most, from) = (p == 0 ? -SkippedSlide * Skipped(-1, s) : double.NegativeInfinity, 0);
                for (var before = Math.Max(firstBefore, s - FarthestJump); p > 0 && before <= Math.Min(s, lastBefore); before++)
                {
                    var gain = best[before] - (before == s ? (slides[s].Steps.Count > 1 ? 0 : AnotherPage) : SkippedSlide * Skipped(before, s));
                    if (gain > most) (most, from) = (gain, s - before);
                }
                (next[s], back[p][s - first]) = (most + worth[s], (byte)from);
            }
            (best, next) = (next, best);
        }
        var (begin, end) = band(pages.Count - 1);
        var at = Enumerable.Range(begin, end - begin + 1).MaxBy(s => best[s] - SkippedSlide * Skipped(s, slides.Count));
        var found = new int[pages.Count];
        for (var p = pages.Count - 1; p >= 0; p--)
        {
            found[p] = at;
            at -= back[p][at - band(p).First];
        }
        return found;

        // The number of shown slides between two indices.
        int Skipped(int from, int to) => to > from + 1 ? shown[to] - shown[from + 1] : 0;
    }

    /// <summary>The slides that are tried for a page: around the one at the same relative position.</summary>
    private static Func<int, (int First, int Last)> Band(int slides, int pages)
    {
        var half = WidestLag + Math.Abs(slides - pages);
        return p =>
        {
            var middle = pages == 1 ? 0 : (int)((long)p * (slides - 1) / (pages - 1));
            return pages == 1 ? (0, slides - 1) : (Math.Max(0, middle - half), Math.Min(slides - 1, middle + half));
        };
    }

    /// <summary>The score of a page on each slide, by the words they share.</summary>
    private sealed class PageScores(IReadOnlyList<Slide> slides, TextIndex index)
    {
        private readonly bool[] _wordless = [.. slides.Select(s => s.Text.Trim().Length == 0)];
        private readonly double[] _alike = new double[slides.Count], _within = new double[slides.Count];

        public double[] Of(string page)
        {
            index.Compare(page, _alike, _within);
            var nothing = page.Trim().Length == 0;
            for (var s = 0; s < _alike.Length; s++)
            {
                var alike = (_alike[s] + _within[s]) / 2;
                // Of a slide that is a picture only the title is known, and the page may not contain it.
                _alike[s] = nothing ? NoWords : _wordless[s] ? Math.Max(NoWords, alike) : alike;
            }
            return _alike;
        }
    }

    /// <summary>The pictures of slides and steps, from the pages matched with them.</summary>
    /// <param name="slides">The slides.</param>
    /// <param name="pages">The pages' pictures.</param>
    /// <param name="joined">The slide of each page, by position; -1 for none.</param>
    public static SetPictures ToEdit(IReadOnlyList<Slide> slides, IReadOnlyList<PictureSource> pages, IReadOnlyList<int> joined)
    {
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(pages);
        ArgumentNullException.ThrowIfNull(joined);
        if (joined.Count != pages.Count || joined.Any(s => s < -1 || s >= slides.Count))
            throw new RuleException("Each page must match one slide of the show or none.", "pages");
        List<SlidePicture> pictures = [];
        for (var s = 0; s < slides.Count; s++)
        {
            var own = pages.Where((_, p) => joined[p] == s).ToList();
            if (own.Count == 0) continue;
            // Several pages are the slide after one step, after two, …; the last is the whole slide.
            pictures.Add(new(slides[s].Id, own[^1], own.Count == 1 ? [] : [.. slides[s].Steps.Select((_, k) => k < own.Count ? own[k] : null)]));
        }
        return pictures.Count > 0 ? new([.. pictures]) : throw new RuleException("No page matches a slide.", "pages");
    }
}
