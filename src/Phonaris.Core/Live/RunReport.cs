using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>What a run of a show was like, told by the page that showed it.</summary>
/// <param name="Stays">Where it was how long, in order.</param>
/// <param name="Lines">What happened, in order.</param>
public sealed record RunLog(ValueList<RunStay> Stays, ValueList<RunLine> Lines)
{
    /// <summary>The most stays and lines that are kept, and the longest line in characters.</summary>
    public const int MostEntries = 20_000, LongestLine = 500;

    /// <summary>The latest moment of a run, in milliseconds: a week.</summary>
    public const long LatestMs = 7L * 24 * 3_600_000;

    /// <summary>Checks that it can be one.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    public RunLog Validated()
    {
        if (Stays.Count > MostEntries || Lines.Count > MostEntries) throw new RuleException($"A run is told in at most {MostEntries} lines.", "log");
        if (Stays.Any(s => s.AtMs is < 0 or > LatestMs || s.Ms is < 0 or > LatestMs) || Lines.Any(l => l.AtMs is < 0 or > LatestMs)) throw new RuleException("The times of a run lie within a week.", "log");
        if (Lines.Any(l => l.Words.Length > LongestLine)) throw new RuleException($"A line of a run has at most {LongestLine} characters.", "log");
        return this;
    }
}

/// <summary>A stay on a slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="AtMs">When it was come to, in milliseconds from the run's beginning.</param>
/// <param name="Ms">How long it lasted.</param>
public sealed record RunStay(string SlideId, long AtMs, long Ms);

/// <summary>Something that happened.</summary>
/// <param name="AtMs">When, in milliseconds from the run's beginning.</param>
/// <param name="SlideId">On which slide.</param>
/// <param name="Words">What.</param>
public sealed record RunLine(long AtMs, string SlideId, string Words);

/// <summary>A run beside the plan.</summary>
/// <param name="TookMs">How long it took, in milliseconds.</param>
/// <param name="PlannedMs">How long the slides that were shown are planned to stay, each once.</param>
/// <param name="Slides">The slides of the running order.</param>
/// <param name="Lines">What happened.</param>
/// <param name="Edit">Takes the times for holds; null where that changes nothing.</param>
/// <param name="AsPlanned">Whether it took as long as planned, as exactly as holds are taken.</param>
public sealed record RunReport(long TookMs, long PlannedMs, ValueList<RunSlide> Slides, ValueList<RunLine> Lines, Edit? Edit, bool AsPlanned)
{
    /// <summary>Holds are taken to whole tenths of a second: nobody holds a slide more exactly than that.</summary>
    private const long HoldStepMs = 100;

    /// <summary>The report of a run.</summary>
    /// <param name="show">The show as it is.</param>
    /// <param name="log">What was told of the run.</param>
    public static RunReport Of(Show show, RunLog log)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(log);
        var stays = log.Stays.ToLookup(s => s.SlideId);
        var slides = RunningOrder.Of(show).Slides
            .Select(time => (Time: time, Slide: show.Slides[time.Index], Took: stays[time.SlideId].Sum(s => s.Ms), Visits: stays[time.SlideId].Count()))
            .Select(s => new RunSlide(
                s.Slide.Id, s.Time.Number, s.Slide.Title, s.Slide.HoldMs, s.Took, s.Visits, s.Slide.HoldLocked || show.SectionOf(s.Slide.Id) is { WaitingLoop: true }))
            .ToValueList();
        var holds = slides.Where(s => s.Visits > 0 && !s.Keeps)
            .Select(s => new SlideHold(s.SlideId, Math.Clamp((s.TookMs + HoldStepMs / 2) / HoldStepMs * HoldStepMs, Slide.LeastHoldMs, Slide.GreatestHoldMs)))
            .Where(h => h.HoldMs != show.Slide(h.SlideId).HoldMs)
            .ToValueList();
        var (took, planned) = (log.Stays.Sum(s => s.Ms), slides.Where(s => s.Visits > 0).Sum(s => s.PlannedMs));
        return new(
            took, planned, slides, log.Lines,
            holds.Count == 0 ? null : new Several([new SetHolds(holds)], $"Holds of {(holds.Count == 1 ? "a slide" : $"{holds.Count} slides")} taken from a run"),
            Math.Abs(took - planned) <= HoldStepMs / 2 * slides.Count(s => s.Visits > 0));
    }
}

/// <summary>A slide of a run.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="Title">Its heading.</param>
/// <param name="PlannedMs">Its hold, in milliseconds.</param>
/// <param name="TookMs">How long it was shown in all.</param>
/// <param name="Visits">How often it was come to.</param>
/// <param name="Keeps">Whether its hold stays: it is locked, or of a waiting loop.</param>
public sealed record RunSlide(string SlideId, int Number, string Title, long PlannedMs, long TookMs, int Visits, bool Keeps);
