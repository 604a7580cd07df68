using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Matching;

/// <summary>
/// Refreshes a deck that was changed elsewhere. Its slides are matched with those in the show: same content first, then similar title and
/// text, then position. Settings and sounds stay with their slides. A title or notes changed here stay if the deck's text is the same
/// as before; if both changed, the person chooses. Example: notes written here on a slide where only the picture is new are kept.
/// </summary>
public static class Refresh
{
    /// <summary>The least likeness of two versions of a slide.</summary>
    private const double AlikeFrom = 0.45;

    /// <summary>The deck in a show that a new file most probably updates: the one with the most matching slides, or else the largest.</summary>
    /// <param name="show">The show.</param>
    /// <param name="coming">The slides of the new file.</param>
    /// <exception cref="RuleException">No slide of the show came from a deck.</exception>
    public static string DeckFor(Show show, IReadOnlyList<Slide> coming)
    {
        ArgumentNullException.ThrowIfNull(show);
        var texts = coming.Select(Content).ToHashSet();
        return show.Slides
            .Where(s => s.Deck.Length > 0)
            .GroupBy(s => s.Deck)
            .OrderByDescending(d => d.Count(s => texts.Contains(Content(s))))
            .ThenByDescending(d => d.Count())
            .FirstOrDefault()?.Key
            ?? throw new RuleException("This show has no deck to refresh. Add the slides instead.");
    }

    /// <summary>What would happen to each slide.</summary>
    /// <param name="show">The show.</param>
    /// <param name="deck">The deck to be refreshed, by its content hash.</param>
    /// <param name="coming">The slides of the new file, with ids of their own.</param>
    public static ValueList<RefreshLine> Plan(Show show, string deck, IReadOnlyList<Slide> coming)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(coming);
        var old = show.Slides.Where(s => s.Deck == deck).ToList();
        var matches = Match(old, coming);
        List<RefreshLine> lines = [];
        for (var j = 0; j < coming.Count; j++)
        {
            var from = matches.FindIndex(m => m == j);
            lines.Add(from < 0
                ? new(RefreshKind.New, null, j + 1, coming[j].Title)
                : new(Content(old[from]) == Content(coming[j]) && old[from].SaidByDeck.Notes == coming[j].Notes ? RefreshKind.Kept : RefreshKind.Changed, old[from].Id, j + 1, coming[j].Title)
                {
                    FromDeck = Merged(old[from], coming[j], fromDeck: false) != Merged(old[from], coming[j], fromDeck: true) ? new(coming[j].Title, coming[j].Notes) : null,
                });
        }
        lines.AddRange(old.Where((_, i) => matches[i] < 0).Select(s => new RefreshLine(RefreshKind.Gone, s.Id, null, s.Title)));
        return [.. lines];
    }

    /// <summary>The edit that carries out a plan.</summary>
    /// <param name="show">The show.</param>
    /// <param name="plan">The plan, as <see cref="Plan"/> made it.</param>
    /// <param name="coming">The slides of the new file, the same as for the plan.</param>
    /// <param name="name">The name of the file.</param>
    /// <param name="fromDeck">The slides that take the deck's title and notes when both were changed; the others keep those written here.</param>
    public static Edit ToEdit(Show show, ValueList<RefreshLine> plan, IReadOnlyList<Slide> coming, string name, IReadOnlySet<string>? fromDeck = null)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(plan);
        List<Edit> edits = [];
        var now = show;
        foreach (var line in plan.Where(l => l.SlideId is not null && l.Number is not null)) Make(Content(show.Slide(line.SlideId!), coming[line.Number!.Value - 1], fromDeck?.Contains(line.SlideId!) == true));
        var gone = plan.Where(l => l.Kind == RefreshKind.Gone).Select(l => l.SlideId!).ToValueList();
        if (gone.Count > 0) Make(new RemoveSlides(gone));
        // Goes through the new deck; each slide is put after the one before it there, and one already in place is not moved.
        var at = plan.Select(l => l.SlideId).OfType<string>().Select(now.SlideIndex).Where(i => i >= 0).DefaultIfEmpty(now.Slides.Count).Min();
        var order = plan.Where(l => l.Number is not null).OrderBy(l => l.Number).ToList();
        var stay = InOrder([.. order.Where(l => l.SlideId is not null).Select(l => now.SlideIndex(l.SlideId!))]).Select(i => now.Slides[i].Id).ToHashSet();
        foreach (var line in order)
        {
            var id = line.SlideId ?? coming[line.Number!.Value - 1].Id;
            if (line.SlideId is null) Make(new AddSlides([coming[line.Number!.Value - 1]], at));
            else if (!stay.Contains(id)) Make(new MoveSlides([id], at));
            at = now.SlideIndex(id) + 1;
        }
        return new Several([.. edits], $"Refreshed the deck with {name}");

        void Make(Edit edit)
        {
            edits.Add(edit);
            now = now.Apply(edit).Show;
        }
    }

    /// <summary>What a deck is probably imported for: if most of its slides are known here, exact pictures or a refresh; otherwise its slides.</summary>
    /// <param name="plan">The refresh; empty when it is impossible.</param>
    /// <param name="coming">How many slides the deck has.</param>
    /// <param name="exact">Whether it has exact pictures.</param>
    public static DeckUse LikelyUse(ValueList<RefreshLine> plan, int coming, bool exact)
    {
        var known = plan.Count(l => l.Kind is RefreshKind.Kept or RefreshKind.Changed);
        return 2 * known <= coming ? DeckUse.Put : exact ? DeckUse.Join : DeckUse.Refresh;
    }

    /// <summary>A slide with the new deck's content; its steps keep their ids and times.</summary>
    private static SetContent Content(Slide slide, Slide coming, bool fromDeck)
    {
        var ids = slide.Steps.Take(coming.Steps.Count).Select(s => s.Id).ToHashSet();
        var steps = coming.Steps.Select((s, k) => s with
        {
            Id = k < slide.Steps.Count ? slide.Steps[k].Id : NewStepId(slide.Id, k, ids),
            OffsetMs = k < slide.Steps.Count && coming.Steps.Count == slide.Steps.Count ? slide.Steps[k].OffsetMs : s.OffsetMs,
        }).ToValueList();
        var (title, notes) = Merged(slide, coming, fromDeck);
        DeckTexts said = new(coming.Title, coming.Notes);
        return new(slide.Id, title, coming.Text, notes, coming.Picture, steps, coming.Deck) { FromDeck = said == new DeckTexts(title, notes) ? null : said };
    }

    /// <summary>An unused id for a step: after a removal, ids and positions no longer correspond.</summary>
    private static string NewStepId(string slideId, int position, HashSet<string> taken)
    {
        for (var n = position + 1; ; n++)
            if (taken.Add($"{slideId}-{n}")) return $"{slideId}-{n}";
    }

    /// <summary>Title and notes of a slide after a refresh: the changed version of each, or the chosen one if both changed.</summary>
    private static (string Title, string Notes) Merged(Slide slide, Slide coming, bool fromDeck)
    {
        var said = slide.SaidByDeck;
        return (Of(slide.Title, said.Title, coming.Title), Of(slide.Notes, said.Notes, coming.Notes));

        string Of(string here, string before, string there) => there == before ? here : here == before || fromDeck ? there : here;
    }

    /// <summary>For each old slide the index of its new one, or -1.</summary>
    private static List<int> Match(List<Slide> old, IReadOnlyList<Slide> coming)
    {
        var matches = Enumerable.Repeat(-1, old.Count).ToList();
        var free = Enumerable.Range(0, coming.Count).ToHashSet();
        void Take(int i, int j)
        {
            matches[i] = j;
            free.Remove(j);
        }

        // The first unmatched one with the same content.
        var same = Enumerable.Range(0, coming.Count).GroupBy(j => Content(coming[j])).ToDictionary(g => g.Key, g => new Queue<int>(g));
        for (var i = 0; i < old.Count; i++)
            if (same.TryGetValue(Content(old[i]), out var there) && there.TryDequeue(out var j)) Take(i, j);

        var left = free.Order().ToArray();
        var (titles, texts) = (new TextIndex([.. left.Select(j => coming[j].Title)]), new TextIndex([.. left.Select(j => coming[j].Text)]));
        var (byTitle, byText, unused) = (new double[left.Length], new double[left.Length], new double[left.Length]);
        List<(double Likeness, int Old, int New)> alike = [];
        for (var i = 0; i < old.Count; i++)
        {
            if (matches[i] >= 0) continue;
            titles.Compare(old[i].SaidByDeck.Title, byTitle, unused);
            texts.Compare(old[i].Text, byText, unused);
            for (var k = 0; k < left.Length; k++)
                if ((byTitle[k] + byText[k]) / 2 is >= AlikeFrom and var likeness) alike.Add((likeness, i, left[k]));
        }
        foreach (var (_, i, j) in alike.OrderByDescending(a => a.Likeness).ThenBy(a => Math.Abs(a.Old - a.New)))
            if (matches[i] < 0 && free.Contains(j)) Take(i, j);

        // By position: where equally many slides are left on both sides between two matches, or before the first or after the last, they are taken
        // for reworked versions. Where nothing matches, only slides without words are matched by position.
        var anchored = free.Count < coming.Count || (old.Count == coming.Count && old.Concat(coming).All(s => s.Text.Trim().Length == 0));
        for (var i = 0; i < old.Count && anchored;)
        {
            if (matches[i] >= 0)
            {
                i++;
                continue;
            }
            var end = i;
            while (end < old.Count && matches[end] < 0) end++;
            var (from, to) = (i == 0 ? 0 : matches[i - 1] + 1, end == old.Count ? coming.Count : matches[end]);
            if (to - from == end - i && Enumerable.Range(from, to - from).All(free.Contains))
                for (var k = i; k < end; k++) Take(k, from + k - i);
            i = end;
        }
        return matches;
    }

    /// <summary>The content of a slide for comparison: its words or, without any, its picture.</summary>
    private static string Content(Slide slide) =>
        slide.Text.Trim().Length > 0 ? $"{slide.SaidByDeck.Title}\n{slide.Text}" : $"{slide.SaidByDeck.Title}\n{(slide.Picture.Page == 1 ? slide.Picture.Media : slide.Picture.Page)}";

    /// <summary>The longest increasing subsequence (M. L. Fredman, 1975).</summary>
    private static List<int> InOrder(List<int> numbers)
    {
        List<int> tails = [];
        var before = new int[numbers.Count];
        List<int> ends = [];
        for (var i = 0; i < numbers.Count; i++)
        {
            var at = tails.BinarySearch(numbers[i]);
            at = at < 0 ? ~at : at;
            before[i] = at > 0 ? ends[at - 1] : -1;
            if (at == tails.Count)
            {
                tails.Add(numbers[i]);
                ends.Add(i);
            }
            else (tails[at], ends[at]) = (numbers[i], i);
        }
        List<int> run = [];
        for (var i = ends.Count > 0 ? ends[^1] : -1; i >= 0; i = before[i]) run.Insert(0, numbers[i]);
        return run;
    }
}

/// <summary>What happens to one slide in a refresh.</summary>
/// <param name="Kind">Kept, changed, new or gone.</param>
/// <param name="SlideId">The slide in the show; null for a new one.</param>
/// <param name="Number">Its number in the new file, from 1; null for one that is gone.</param>
/// <param name="Title">Its title.</param>
public sealed record RefreshLine(RefreshKind Kind, string? SlideId, int? Number, string Title)
{
    /// <summary>The new file's texts, when title or notes were changed both here and there; otherwise null.</summary>
    public DeckTexts? FromDeck { get; init; }
}

/// <summary>The kinds of <see cref="RefreshLine"/>.</summary>
public enum RefreshKind
{
    /// <summary>Unchanged.</summary>
    Kept,

    /// <summary>Changed in the new file.</summary>
    Changed,

    /// <summary>Only in the new file.</summary>
    New,

    /// <summary>No longer in the new file.</summary>
    Gone,
}

/// <summary>What a deck is imported for.</summary>
public enum DeckUse
{
    /// <summary>To add its slides.</summary>
    Put,

    /// <summary>To update the slides here.</summary>
    Refresh,

    /// <summary>To give the slides here exact pictures.</summary>
    Join,
}
