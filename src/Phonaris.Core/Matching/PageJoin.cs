using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Matching;

/// <summary>
/// Joins the pages of an exact rendering of a deck with its slides or their steps: in order, each slide taking no, one or several pages,
/// so that their words agree as much as they can. A person may put single pages right.
/// </summary>
public static class PageJoin
{
    // What a page is worth that follows the last one on its slide, where words say nothing: a page a slide is the rule.
    private const double NoWords = 0.3, AnotherPage = 0.05, SkippedSlide = 0.1;

    /// <summary>No more slides than this are passed over between two pages.</summary>
    private const int FarthestJump = 60;

    /// <summary>The slide that each page belongs to, by position among all slides; -1 for none.</summary>
    /// <param name="slides">The slides, hidden ones included.</param>
    /// <param name="pages">The words on the pages.</param>
    public static IReadOnlyList<int> Propose(IReadOnlyList<Slide> slides, IReadOnlyList<string> pages)
    {
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(pages);
        if (slides.Count == 0 || pages.Count == 0) return [.. pages.Select(_ => -1)];
        // best[p, s]: the worth of pages 0…p with page p on slide s.
        var best = new double[pages.Count, slides.Count];
        var from = new int[pages.Count, slides.Count];
        for (var p = 0; p < pages.Count; p++)
            for (var s = 0; s < slides.Count; s++)
            {
                var (worth, slide) = (p == 0 ? -SkippedSlide * Skipped(slides, -1, s) : double.NegativeInfinity, -1);
                for (var before = Math.Max(0, s - FarthestJump); p > 0 && before <= s; before++)
                {
                    var gain = best[p - 1, before] - (before == s ? (slides[s].Steps.Count > 1 ? 0 : AnotherPage) : SkippedSlide * Skipped(slides, before, s));
                    if (gain > worth) (worth, slide) = (gain, before);
                }
                (best[p, s], from[p, s]) = (worth + Worth(slides[s], pages[p]), slide);
            }
        var at = Enumerable.Range(0, slides.Count).MaxBy(s => best[pages.Count - 1, s] - SkippedSlide * Skipped(slides, s, slides.Count));
        var found = new int[pages.Count];
        for (var p = pages.Count - 1; p >= 0; p--) (found[p], at) = (at, from[p, at]);
        return found;
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
            throw new RuleException("Each page goes to a slide of the show, or to none.", "pages");
        List<SlidePicture> pictures = [];
        for (var s = 0; s < slides.Count; s++)
        {
            var own = pages.Where((_, p) => joined[p] == s).ToList();
            if (own.Count == 0) continue;
            // Several pages are the slide after one step, after two, …; the whole slide is the last of them.
            pictures.Add(new(slides[s].Id, own[^1], own.Count == 1 ? [] : [.. slides[s].Steps.Select((_, k) => k < own.Count ? own[k] : null)]));
        }
        return pictures.Count > 0 ? new([.. pictures]) : throw new RuleException("No page is given to a slide.", "pages");
    }

    private static int Skipped(IReadOnlyList<Slide> slides, int from, int to)
    {
        var count = 0;
        for (var i = from + 1; i < to; i++)
            if (!slides[i].Hidden) count++;
        return count;
    }

    private static double Worth(Slide slide, string page)
    {
        var words = $"{slide.Title} {slide.Text}";
        if (page.Trim().Length == 0 || slide.Text.Trim().Length == 0) return NoWords;
        return (Likeness.Of(page, words) + Likeness.Within(page, words)) / 2;
    }
}
