using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Matching;

/// <summary>
/// Brings the sounds of one show, with all their settings, to the slides of another: last month's music to this month's deck. A cue's new place is found from the
/// slides at the ends of its span; the first and last slides of the two shows correspond.
/// </summary>
/// <param name="CueId">The cue, in the show it comes from.</param>
/// <param name="Name">Its sound's name.</param>
/// <param name="Kind">The kind of its sound.</param>
/// <param name="Was">The slides it covers there, as text.</param>
/// <param name="First">The first slide it will cover; null for none.</param>
/// <param name="Last">The last slide.</param>
/// <param name="Becomes">The slides it will cover, as text, or why it is left behind.</param>
public sealed record CarriedMusic(string CueId, string Name, SoundKind Kind, string Was, string? First, string? Last, string Becomes)
{
    /// <summary>Titles less alike than this belong to different slides.</summary>
    private const double LeastLikeness = 0.5;

    /// <summary>Finds the place of each cue.</summary>
    /// <param name="from">The show the music comes from.</param>
    /// <param name="to">The show it goes to.</param>
    /// <param name="by">How slides are matched.</param>
    public static ValueList<CarriedMusic> Propose(Show from, Show to, SlideMatching by)
    {
        ArgumentNullException.ThrowIfNull(from);
        ArgumentNullException.ThrowIfNull(to);
        Func<int, int?> places = by switch
        {
            SlideMatching.Sections => BySections(from, to),
            SlideMatching.Titles => ByTitles(from, to),
            _ => i => i < to.Slides.Count ? i : null,
        };
        return [.. from.Cues.Where(c => c.Span is not null).Select(cue =>
        {
            var sound = from.Sound(cue.SoundId);
            var (first, last) = from.Indices(cue.Span!);
            var within = Enumerable.Range(first, last - first + 1).ToList();
            int? begins = to.Slides.Count == 0 ? null : first == 0 ? 0 : within.Select(places).FirstOrDefault(p => p is not null);
            int? ends = begins is null ? null : last == from.Slides.Count - 1 ? to.Slides.Count - 1 : within.Select(places).LastOrDefault(p => p is not null);
            var span = begins is { } b ? new Span(to.Slides[b].Id, to.Slides[Math.Max(b, ends ?? b)].Id) : null;
            return new CarriedMusic(cue.Id, sound.Name, sound.Kind, Wording.Span(from, cue.Span), span?.First, span?.Last, span is null ? "no matching slide, so it is not copied" : Wording.Span(to, span));
        })];
    }

    /// <summary>The edit that places the cues and copies the show's settings: targets, ducking, gain.</summary>
    /// <param name="from">The show the music comes from.</param>
    /// <param name="to">The show it goes to.</param>
    /// <param name="carried">The cues as proposed.</param>
    /// <param name="newId">Generates ids.</param>
    /// <exception cref="RuleException">There is nothing to place, or a cue or slide no longer exists.</exception>
    public static Edit ToEdit(Show from, Show to, IEnumerable<CarriedMusic> carried, Func<string> newId)
    {
        ArgumentNullException.ThrowIfNull(from);
        ArgumentNullException.ThrowIfNull(to);
        var laid = carried.Where(c => c is { First: not null, Last: not null }).ToList();
        if (laid.Count == 0) throw new RuleException("None of these cues has matching slides here. Choose another match or other cues.", "cues");
        var copied = CueClip.Of(from, [.. laid.Select(c => c.CueId)]).Cues.ToDictionary(c => c.Cue.Id);
        var clip = new CueClip([.. laid.Select(c =>
        {
            var first = to.SlideIndex(to.Slide(c.First!).Id);
            return copied[c.CueId] with { Offset = first, More = Math.Max(0, to.SlideIndex(to.Slide(c.Last!).Id) - first) };
        })]);
        List<Edit> edits = [clip.ToEdit(to, to.Slides[0].Id, newId)];
        if (from.LevelTargets != to.LevelTargets) edits.Add(new SetLevelTargets(from.LevelTargets));
        if (from.Duck != to.Duck) edits.Add(new SetShowDuck(from.Duck));
        if (from.GainDb != to.GainDb) edits.Add(new SetShowGain(from.GainDb));
        return new Several([.. edits], $"Copied {(laid.Count == 1 ? "1 cue" : $"{laid.Count} cues")} from {from.Title}");
    }

    /// <summary>Within the section of the same name, at the same relative position; slides before all sections count as a section without a name.</summary>
    private static Func<int, int?> BySections(Show from, Show to)
    {
        var there = Runs(to);
        var here = Runs(from);
        return i =>
        {
            var (name, first, count) = here.Last(r => r.First <= i);
            if (there.FirstOrDefault(r => r.Name.Equals(name, StringComparison.OrdinalIgnoreCase)) is not { Count: > 0 } run) return null;
            return run.First + (count == 1 ? 0 : (int)Math.Round((double)(i - first) * (run.Count - 1) / (count - 1)));
        };
    }

    private static List<(string Name, int First, int Count)> Runs(Show show)
    {
        List<(string Name, int First)> begins = [.. show.Sections.Select(s => (s.Name, show.SlideIndex(s.First)))];
        if (begins.Count == 0 || begins[0].First > 0) begins.Insert(0, ("", 0));
        return [.. begins.Select((b, k) => (b.Name, b.First, (k + 1 < begins.Count ? begins[k + 1].First : show.Slides.Count) - b.First))];
    }

    /// <summary>The slide with the most similar title, if similar enough; of several, the nearest.</summary>
    private static Func<int, int?> ByTitles(Show from, Show to)
    {
        var titles = new TextIndex([.. to.Slides.Select(s => s.Title)]);
        var (alike, unused) = (new double[to.Slides.Count], new double[to.Slides.Count]);
        var known = new Dictionary<int, int?>();
        return i =>
        {
            if (known.TryGetValue(i, out var slide)) return slide;
            titles.Compare(from.Slides[i].Title, alike, unused);
            var best = Enumerable.Range(0, alike.Length).OrderByDescending(k => alike[k]).ThenBy(k => Math.Abs(k - i)).Cast<int?>().FirstOrDefault();
            return known[i] = best is { } found && alike[found] >= LeastLikeness ? found : null;
        };
    }
}

/// <summary>How the slides of two shows are matched.</summary>
public enum SlideMatching
{
    /// <summary>By sections of the same name.</summary>
    Sections,

    /// <summary>By their numbers, counting hidden slides.</summary>
    Numbers,

    /// <summary>By their titles.</summary>
    Titles,
}
