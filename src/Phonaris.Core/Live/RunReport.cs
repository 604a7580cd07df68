using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>A run compared with the plan.</summary>
/// <param name="TookMs">How long it took, in milliseconds.</param>
/// <param name="PlannedMs">The planned hold of the slides that were shown, each counted once.</param>
/// <param name="Slides">The slides of the running order.</param>
/// <param name="Lines">What happened.</param>
/// <param name="Edit">Sets holds to the times taken, and steps on slides that were shown once; null when that changes nothing.</param>
/// <param name="AsPlanned">Whether it took as long as planned, to the precision of holds.</param>
public sealed record RunReport(long TookMs, long PlannedMs, ValueList<RunSlide> Slides, ValueList<RunLine> Lines, Edit? Edit, bool AsPlanned)
{
    /// <summary>Holds are rounded to a tenth of a second: nobody changes slides more precisely.</summary>
    private const long HoldStepMs = 100;

    /// <summary>The report of a run.</summary>
    /// <param name="show">The current show.</param>
    /// <param name="log">The log of the run.</param>
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
        var steps = slides.Where(s => s.Visits == 1 && !s.Keeps)
            .Select(s => StepsTaken(Held(show.Slide(s.SlideId), holds), stays[s.SlideId].Single().StepsMs))
            .OfType<Edit>().ToList();
        var (took, planned) = (log.Stays.Sum(s => s.Ms), slides.Where(s => s.Visits > 0).Sum(s => s.PlannedMs));
        List<Edit> edits = [.. holds.Count == 0 ? [] : (Edit[])[new SetHolds(holds)], .. steps];
        return new(
            took, planned, slides, log.Lines, edits.Count == 0 ? null : new Several([.. edits], Taken(holds.Count, steps.Count)),
            Math.Abs(took - planned) <= HoldStepMs / 2 * slides.Count(s => s.Visits > 0));
    }

    private static string Taken(int holds, int steps) =>
        $"Took {(holds == 0 ? "" : $"the holds of {Counted(holds)}")}{(holds > 0 && steps > 0 ? " and " : "")}{(steps > 0 ? $"the steps of {Counted(steps)}" : "")} from a run";

    private static string Counted(int count) => count == 1 ? "1 slide" : $"{count} slides";

    private static Slide Held(Slide slide, ValueList<SlideHold> holds) => holds.FirstOrDefault(h => h.SlideId == slide.Id) is { } hold ? slide with { HoldMs = hold.HoldMs } : slide;

    /// <summary>The edit that sets a slide's steps to the times they were taken; null when they are the same, or some were not taken.</summary>
    private static SetSteps? StepsTaken(Slide slide, ValueList<long>? taken)
    {
        if (taken is null || taken.Count == 0 || taken.Count != slide.Steps.Count - 1) return null;
        var now = RunningOrder.StepsMs(slide).ToList();
        var at = taken.Select(ms => Math.Min(slide.HoldMs, (ms + HoldStepMs / 2) / HoldStepMs * HoldStepMs)).ToList();
        if (at.Zip(at.Skip(1)).Any(p => p.Second < p.First) || at.Select((ms, k) => Math.Abs(ms - now[k + 1])).All(off => off < HoldStepMs / 2)) return null;
        return new(slide.Id, [.. slide.Steps.Select((s, k) => k == 0 ? s : s with { OffsetMs = at[k - 1] })]);
    }
}

/// <summary>A slide of a run.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="Title">Its heading.</param>
/// <param name="PlannedMs">Its hold, in milliseconds.</param>
/// <param name="TookMs">How long it was shown in total.</param>
/// <param name="Visits">How often it was shown.</param>
/// <param name="Keeps">Whether its hold is kept: it is locked, or in a waiting loop.</param>
public sealed record RunSlide(string SlideId, int Number, string Title, long PlannedMs, long TookMs, int Visits, bool Keeps);
