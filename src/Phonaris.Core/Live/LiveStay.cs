using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>The places a cue stays at, by their positions.</summary>
/// <param name="Cue">The cue.</param>
/// <param name="First">Where it begins.</param>
/// <param name="Last">The last place it may sound at.</param>
/// <param name="DelayMs">How much later than its first place it begins.</param>
/// <param name="Begins">Whether it begins by itself when that place is come to.</param>
internal sealed record LiveStay(LiveCue Cue, int First, int Last, long DelayMs, bool Begins);

/// <summary>Works out where cues stay.</summary>
internal static class LiveStays
{
    /// <summary>The cues that can sound, in the show's order, each with its stay; of two beds the later takes over for good.</summary>
    public static IReadOnlyList<LiveStay> Of(Show show, RunningOrder order, CuePlaces places)
    {
        var stays = places.All
            .Where(p => !p.Cue.Muted)
            .Select(p => StayOf(show, order, places, p.Scheduled, p.Cue, p.Sound))
            .Where(s => s.First <= s.Last)
            .ToList();
        var beds = stays.Where(s => s.Cue.Kind == SoundKind.Bed && s.Begins).OrderBy(s => s.First).ThenBy(s => s.DelayMs).ToList();
        for (var i = 1; i < beds.Count; i++)
            foreach (var before in beds.Take(i))
            {
                // It sounds on until the later one does.
                var last = Math.Min(before.Last, beds[i].DelayMs > 0 ? beds[i].First : beds[i].First - 1);
                var at = stays.FindIndex(s => s.Cue.Id == before.Cue.Id);
                stays[at] = stays[at] with { Last = Math.Min(stays[at].Last, last) };
            }
        return [.. stays.Where(s => s.First <= s.Last)];
    }

    private static LiveStay StayOf(Show show, RunningOrder order, CuePlaces places, ScheduledCue planned, Cue cue, Sound sound)
    {
        var covered = order.Of(show, cue.Span!);
        if (cue.EachSlide) covered = [covered.First(s => planned.StartFrame < s.EndFrame)];
        var last = cue.Stop == CueStop.Show && !cue.EachSlide ? order.Slides[^1] : covered[^1];
        var lastPlace = LivePlan.PlaceOf(order, last) + last.StepFrames.Count - 1;
        if (cue.Stop == CueStop.Step && StepOf(show, order, covered, cue.StopStepId) is { } stop) lastPlace = stop - 1;
        var after = cue.Start.CueId is { } other && places.All.Any(p => p.Cue.Id == other && !p.Cue.Muted) ? other : null;
        // What waits for another may be called for anywhere in its span, whenever that ends.
        var start = after is not null ? (Place: LivePlan.PlaceOf(order, covered[0]), DelayMs: 0L) : StartOf(show, order, cue, planned, covered);
        var stem = LiveStem.Of(cue, planned);
        var live = new LiveCue(
            cue.EachSlide ? $"{cue.Id}@{covered[0].SlideId}" : cue.Id, cue.Id, sound.Name, sound.Kind, cue.Start.Kind == CueStartKind.Hand, after, after is null ? 0 : cue.DelayMs,
            cue.FadeIn, cue.FadeOut, cue.HandoverMs, cue.Stop == CueStop.Finished, cue.Return, sound.Kind == SoundKind.Voice && cue.Ducks,
            stem.Loops ? null : stem.Cue.LengthFrames / Frames.PerMs, last.Number, MarkersOf(sound, cue, planned));
        return new(live, start.Place, lastPlace, start.DelayMs, after is null && cue.Start.Kind != CueStartKind.Hand);
    }

    private static (int Place, long DelayMs) StartOf(Show show, RunningOrder order, Cue cue, ScheduledCue planned, IReadOnlyList<SlideTime> covered)
    {
        var first = LivePlan.PlaceOf(order, covered[0]);
        return cue.Start.Kind switch
        {
            CueStartKind.Step => (StepOf(show, order, covered, cue.Start.StepId) ?? first, cue.DelayMs),
            // Where that makes it begin, as planned; what waits for one that does not sound, likewise.
            CueStartKind.End or CueStartKind.After => order.Slides.First(s => planned.StartFrame < s.EndFrame) is var slide
                ? (LivePlan.PlaceOf(order, slide), (planned.StartFrame - slide.StartFrame) / Frames.PerMs)
                : default,
            _ => (first, cue.Start.Kind == CueStartKind.Hand ? 0 : cue.DelayMs),
        };
    }

    private static int? StepOf(Show show, RunningOrder order, IReadOnlyList<SlideTime> covered, string? stepId)
    {
        foreach (var slide in covered)
            if (stepId is not null && show.Slides[slide.Index].Steps.FindIndex(s => s.Id == stepId) is >= 0 and var k) return LivePlan.PlaceOf(order, slide) + k;
        return null;
    }

    private static ValueList<LiveMarker> MarkersOf(Sound sound, Cue cue, ScheduledCue planned) => planned.Source.Cut is not null
        ? []
        : [.. sound.Markers.Where(m => m.Frame > cue.InFrame && m.Frame < cue.OutFrame).Select(m => new LiveMarker(m.Name, (planned.Source.Frame(m.Frame) - planned.InFrame) / Frames.PerMs))];
}
