using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Matching;

/// <summary>
/// Joins the pages of an exact rendering of a deck with its slides or their steps: in order, each slide taking no, one or several pages,
/// so that their words agree as much as they can. A person may put single pages right.
/// </summary>
public static class PageJoin
{
    // What a page is worth that follows the last one on its slide, where words say nothing: a page a slide is the rule. Sums of such
    // parts are exact, so that of ways which are worth the same the first is taken.
    private const double NoWords = 19.0 / 64, AnotherPage = 3.0 / 64, SkippedSlide = 6.0 / 64;

    /// <summary>No more slides than this are passed over between two pages.</summary>
    private const int FarthestJump = 60;

    /// <summary>How far pages and slides may get out of step beyond the difference of their numbers.</summary>
    private const int WidestLag = 500;

    /// <summary>The slide that each page belongs to, by position among all slides; -1 for none.</summary>
    /// <param name="slides">The slides, hidden ones included.</param>
    /// <param name="pages">The words on the pages.</param>
    public static IReadOnlyList<int> Propose(IReadOnlyList<Slide> slides, IReadOnlyList<string> pages)
    {
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(pages);
        if (slides.Count == 0 || pages.Count == 0) return [.. pages.Select(_ => -1)];
        // shown[s]: how many slides ahead of s are shown; those between two positions are counted by it.
        var shown = new int[slides.Count + 2];
        for (var s = 0; s <= slides.Count; s++) shown[s + 1] = shown[s] + (s < slides.Count && !slides[s].Hidden ? 1 : 0);
        var index = new TextIndex([.. slides.Select(s => $"{s.Title} {s.Text}")]);
        var worths = new Worths(slides, index);
        // best[s]: the worth of pages 0…p with page p on slide s; back[p][s]: how many slides before s page p − 1 is then. Far off the diagonal
        // nothing is looked at: pages and slides go on together.
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

        // The slides between two positions that are shown.
        int Skipped(int from, int to) => to > from + 1 ? shown[to] - shown[from + 1] : 0;
    }

    /// <summary>The slides that are looked at for a page, from first to last: around the one that lies as far through the deck as the page does.</summary>
    private static Func<int, (int First, int Last)> Band(int slides, int pages)
    {
        var half = WidestLag + Math.Abs(slides - pages);
        return p =>
        {
            var middle = pages == 1 ? 0 : (int)((long)p * (slides - 1) / (pages - 1));
            return pages == 1 ? (0, slides - 1) : (Math.Max(0, middle - half), Math.Min(slides - 1, middle + half));
        };
    }

    /// <summary>What a page is worth on each slide, by the words they have in common.</summary>
    private sealed class Worths(IReadOnlyList<Slide> slides, TextIndex index)
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
                // Of a slide that is a picture its title alone is known, which the page may say or not.
                _alike[s] = nothing ? NoWords : _wordless[s] ? Math.Max(NoWords, alike) : alike;
            }
            return _alike;
        }
    }

    /// <summary>The pictures that slides and their steps get from the pages given to them.</summary>
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
            // Several pages are the slide after one step, after two, …; the whole slide is the last of them.
            pictures.Add(new(slides[s].Id, own[^1], own.Count == 1 ? [] : [.. slides[s].Steps.Select((_, k) => k < own.Count ? own[k] : null)]));
        }
        return pictures.Count > 0 ? new([.. pictures]) : throw new RuleException("No page matches a slide.", "pages");
    }
}
