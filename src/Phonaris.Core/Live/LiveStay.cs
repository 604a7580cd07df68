using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>The places a cue stays at, by their positions.</summary>
/// <param name="Cue">The cue.</param>
/// <param name="Stem">What it sounds from.</param>
/// <param name="First">Where it begins.</param>
/// <param name="Last">The last place it may sound at.</param>
/// <param name="DelayMs">How much later than its first place it begins.</param>
/// <param name="Begins">Whether it begins by itself when that place is come to.</param>
/// <param name="EndMs">How long after its last place was come to it ends, in milliseconds; null for as that is left.</param>
internal sealed record LiveStay(LiveCue Cue, LiveStem Stem, int First, int Last, long DelayMs, bool Begins, long? EndMs)
{
    /// <summary>The stay, to no later than a place.</summary>
    public LiveStay Until(int place) => place < Last ? this with { Last = place, EndMs = null } : this;
}

/// <summary>Works out where cues stay.</summary>
internal static class LiveStays
{
    /// <summary>The cues that can sound, in the show's order, each with its stay; of two beds the later takes over for good.</summary>
    public static IReadOnlyList<LiveStay> Of(TimedShow show, Places where)
    {
        var placed = show.Places.All.Where(p => p.Cue.IsNoticed).Select(p => (p.Scheduled, p.Cue, Stay: StayOf(show, where, p.Scheduled, p.Cue, p.Sound))).ToList();
        var (inOrder, yielding) = BedOrder.Of(placed.Where(p => p.Stay is { Begins: true, Cue.Kind: SoundKind.Bed }).Select(p => (p.Scheduled, p.Cue)));
        var silent = yielding.Select(y => y.Key).ToHashSet();
        // What waits for another takes over whenever that comes to it.
        inOrder = [.. inOrder.Where(b => show.Places.WaitsFor(b.Cue) is null)];
        // It sounds on until the later one does: that is at a place's coming, or while one stays.
        var until = inOrder.Zip(inOrder.Skip(1)).ToDictionary(b => b.First.Bed.Key, b => where.LastBefore(b.Second.Bed.StartFrame));
        return
        [
            .. placed
                .Where(p => !silent.Contains(p.Scheduled.Key))
                .Select(p => p.Stay.Until(until.GetValueOrDefault(p.Scheduled.Key, int.MaxValue)))
                .Where(s => s.First <= s.Last),
        ];
    }

    private static LiveStay StayOf(TimedShow show, Places where, ScheduledCue planned, Cue cue, Sound sound)
    {
        var covered = show.Order.Of(show.Show, cue.Span!);
        if (cue.EachSlide) covered = [covered.First(s => planned.StartFrame < s.EndFrame)];
        // It is to stop while a place stays, where it ends earlier or later than its span does.
        var lastPlace = planned.StopFrame is { } stop ? where.LastBefore(stop) : where.Of(covered[^1]) + covered[^1].StepFrames.Count - 1;
        var (last, _, from, to) = where.At(lastPlace);
        var endMs = planned.StopFrame < to ? (planned.StopFrame - from) / Frames.PerMs : null;
        var after = show.Places.WaitsFor(cue)?.Id;
        // What waits for another may be called for anywhere in its span, whenever that ends.
        var start = after is not null ? (Place: where.Of(covered[0]), DelayMs: 0L) : StartOf(show, where, cue, planned, covered);
        // A video that is muted is played all the same, and not heard.
        var stem = LiveStem.Of(cue.Muted ? planned with { Gain = 0 } : planned);
        var live = new LiveCue(
            cue.EachSlide ? $"{cue.Id}@{covered[0].SlideId}" : cue.Id, cue.Id, sound.Name, sound.Kind, cue.Start.Kind == CueStartKind.Hand, after, after is null ? 0 : cue.DelayMs,
            cue.FadeIn, planned.EndsItself ? cue.FadeOut : planned.Ending, cue.HandoverMs, cue.Stop == CueStop.Finished && !stem.Loops, cue.Return,
            sound.Kind.IsSpoken() && sound.HasAudio && cue.Ducks && !cue.Muted ? LiveDuck.Of(cue.Duck ?? show.Show.Duck, stem, show.Places.Listened) : null, OverDb(show, stem, sound), stem.Loops ? null : (stem.LengthFrames + Frames.PerMs - 1) / Frames.PerMs, last.Number, MarkersOf(sound, cue, planned))
        {
            Video = LiveVideo.Of(cue, sound, show.Show.Slides[covered[0].Index].Picture, where.Of(covered[0]), where.Of(covered[^1]) + covered[^1].StepFrames.Count - 1, stem.Cue),
        };
        return new(live, stem, start.Place, lastPlace, start.DelayMs, !show.Places.WaitsForHand(cue), endMs);
    }

    private static double OverDb(TimedShow show, LiveStem stem, Sound sound) => sound.Kind == SoundKind.Bed
        ? new Ducks.BedLevels(show.Show.LevelTargets.BedUnderVoiceLufs + show.Show.GainDb, show.Places.Listened, sound.Figures).Depth(stem.Cue, 0, stem.Cue.LengthFrames)
        : 0;

    private static (int Place, long DelayMs) StartOf(TimedShow show, Places where, Cue cue, ScheduledCue planned, IReadOnlyList<SlideTime> covered)
    {
        var first = where.Of(covered[0]);
        return cue.Start.Kind switch
        {
            CueStartKind.Step => (StepOf(show.Show, where, covered, cue.Start.StepId) ?? first, cue.DelayMs),
            // Where that makes it begin, as planned; what waits for one that does not sound, likewise.
            CueStartKind.End or CueStartKind.After => show.Order.At(planned.StartFrame) is var slide
                ? (where.Of(slide), (planned.StartFrame - slide.StartFrame) / Frames.PerMs)
                : default,
            _ => (first, cue.Start.Kind == CueStartKind.Hand ? 0 : cue.DelayMs),
        };
    }

    private static int? StepOf(Show show, Places where, IReadOnlyList<SlideTime> covered, string? stepId)
    {
        foreach (var slide in covered)
            if (stepId is not null && show.Slides[slide.Index].Steps.FindIndex(s => s.Id == stepId) is >= 0 and var k) return where.Of(slide) + k;
        return null;
    }

    private static ValueList<LiveMarker> MarkersOf(Sound sound, Cue cue, ScheduledCue planned) => planned.Source.Cut is not null
        ? []
        : [.. sound.Markers.Where(m => m.Frame > cue.InFrame && m.Frame < cue.OutFrame).Select(m => new LiveMarker(m.Name, (planned.Source.Frame(m.Frame) - planned.InFrame) / Frames.PerMs))];
}
