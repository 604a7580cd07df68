using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Beds that lie over each other: one takes over where the other's span goes on.</summary>
public static class Clashes
{
    /// <summary>The clashes of a show, in the order of the slides.</summary>
    public static ValueList<Finding> Of(Show show, RunningOrder order, Schedule schedule)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(order);
        ArgumentNullException.ThrowIfNull(schedule);
        var beds = schedule.Cues
            .Where(c => show.Sound(c.SoundId).Kind == SoundKind.Bed && !show.Cue(c.CueId).EachSlide)
            .Select(c => (Cue: show.Cue(c.CueId), c.StartFrame))
            .OrderBy(c => c.StartFrame)
            .ToList();
        var clashes = beds.SelectMany((later, i) => beds.Take(i).Select(b => (later.StartFrame, Finding: Clash(show, order, b.Cue, later.Cue, later.StartFrame))));
        var yielding = schedule.Silent.Where(c => c.GivesWayTo is not null && !show.Cue(c.CueId).EachSlide).Select(c => (c.StartFrame, Finding: (Finding?)Yields(show, order, c)));
        return [.. clashes.Concat(yielding).OrderBy(c => c.StartFrame).Select(c => c.Finding).OfType<Finding>()];
    }

    private static Finding Yields(Show show, RunningOrder order, ScheduledCue yielding)
    {
        var (at, name) = (order.Slides.First(s => yielding.StartFrame < s.EndFrame), show.Sound(yielding.SoundId).Name);
        return new(
            [yielding.CueId, yielding.GivesWayTo!], at.SlideId,
            $"{name} does not sound: {show.CueName(yielding.GivesWayTo!)} begins at the same moment, on slide {at.Number}.", new Remedy($"Mute {name}", new SetMuted(yielding.CueId, true)));
    }

    private static Finding? Clash(Show show, RunningOrder order, Cue before, Cue later, long start)
    {
        var at = order.Slides.First(s => start < s.EndFrame);
        var covered = order.Of(show, before.Span!);
        if (before.Stop != CueStop.Span || covered.Count == 0 || covered[^1].Number < at.Number || (covered[^1].Number == at.Number && start >= covered[^1].EndFrame)) return null;
        // What is to end there begins wherever it must.
        if (later is { Start.Kind: CueStartKind.End, Fit: null }) return null;
        var (name, other) = (show.Sound(before.SoundId).Name, show.Sound(later.SoundId).Name);
        var kept = covered.TakeWhile(s => s.Number < at.Number).LastOrDefault();
        var remedy = kept is null
            ? new Remedy($"Mute {name}", new SetMuted(before.Id, true))
            : new Remedy($"End {name} with slide {kept.Number}", new SetSpan(before.Id, before.Span! with { Last = kept.SlideId }));
        return new([before.Id, later.Id], at.SlideId, $"{name} still lies on slide {at.Number}, where {other} takes over.", remedy);
    }
}
