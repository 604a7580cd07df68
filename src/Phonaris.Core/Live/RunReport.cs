using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

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
                s.Slide.Id, s.Time.Number, s.Slide.Title, s.Slide.HoldMs, s.Took, s.Visits, FollowedHolds.Keeps(show, s.Slide) || show.SectionOf(s.Slide.Id) is { WaitingLoop: true }))
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
