using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>The range of positions at which a cue may play in a live show.</summary>
/// <param name="Cue">The cue.</param>
/// <param name="Stem">Its rendered sound.</param>
/// <param name="First">The position at which it begins.</param>
/// <param name="Last">The last position at which it may play.</param>
/// <param name="DelayMs">Its delay after its first position is reached, in milliseconds.</param>
/// <param name="Begins">Whether it begins automatically when that position is reached.</param>
/// <param name="EndMs">The delay before it ends after its last position is reached, in milliseconds; null to end when that position is left.</param>
internal sealed record LiveStay(LiveCue Cue, LiveStem Stem, int First, int Last, long DelayMs, bool Begins, long? EndMs)
{
    /// <summary>The same range, limited to a position.</summary>
    public LiveStay Until(int position) => position < Last ? this with { Last = position, EndMs = null } : this;
}

/// <summary>
/// Computes the positions at which each cue may play. Invariant: First ≤ Last, and of two beds that start automatically the earlier may play only at positions
/// before the later one begins, so that wherever a presenter jumps, at most one of them plays. Example: slides of 1, 3 and 1 steps have positions 0 to 4. A bed
/// on slides 1 and 2 has 0 to 3. If another on slides 2 and 3 begins with the second step of slide 2, it has 2 to 4, and the first then has 0 to 1.
/// </summary>
internal static class LiveStays
{
    /// <summary>The cues that can play, in the show's order, each with its range.</summary>
    public static IReadOnlyList<LiveStay> Of(TimedShow show, Positions positions)
    {
        var placed = show.Places.All.Where(p => p.Cue.IsNoticed).Select(p => (p.Scheduled, p.Cue, Stay: StayOf(show, positions, p.Scheduled, p.Cue, p.Sound))).ToList();
        var (inOrder, yielding) = BedOrder.Of(placed.Where(p => p.Stay is { Begins: true, Cue.Kind: SoundKind.Bed }).Select(p => (p.Scheduled, p.Cue)));
        var silent = yielding.Select(y => y.Key).ToHashSet();
        // A cue that follows another replaces a bed whenever that happens.
        inOrder = [.. inOrder.Where(b => show.Places.WaitsFor(b.Cue) is null)];
        var until = inOrder.Zip(inOrder.Skip(1)).ToDictionary(b => b.First.Bed.Key, b => positions.LastBefore(b.Second.Bed.StartFrame));
        return
        [
            .. placed
                .Where(p => !silent.Contains(p.Scheduled.Key))
                .Select(p => p.Stay.Until(until.GetValueOrDefault(p.Scheduled.Key, int.MaxValue)))
                .Where(s => s.First <= s.Last),
        ];
    }

    private static LiveStay StayOf(TimedShow show, Positions positions, ScheduledCue planned, Cue cue, Sound sound)
    {
        var covered = show.Order.Of(show.Show, cue.Span!);
        if (cue.EachSlide) covered = [covered.First(s => planned.StartFrame < s.EndFrame)];
        var (firstOfSpan, lastOfSpan) = (positions.Of(covered[0]), positions.Of(covered[^1]) + covered[^1].StepFrames.Count - 1);
        // It may be planned to end during a position, before or after the end of its span.
        var last = planned.StopFrame is { } stop ? positions.LastBefore(stop) : lastOfSpan;
        var (lastSlide, _, from, to) = positions.At(last);
        var endMs = planned.StopFrame < to ? (planned.StopFrame - from) / Frames.PerMs : null;
        var after = show.Places.WaitsFor(cue)?.Id;
        // A cue that follows another may start anywhere in its span, whenever that one ends.
        var (first, delayMs) = after is not null ? (firstOfSpan, 0L) : StartOf(show, positions, cue, planned, covered);
        // A muted video plays without sound.
        var stem = LiveStem.Of(cue.Muted ? planned with { Gain = 0 } : planned);
        var ducksBeds = sound.Kind.IsSpoken() && sound.HasAudio && cue.Ducks && !cue.Muted;
        var live = new LiveCue(
            Id: cue.EachSlide ? $"{cue.Id}@{covered[0].SlideId}" : cue.Id,
            CueId: cue.Id,
            Name: sound.Name,
            Kind: sound.Kind,
            ByHand: cue.Start.Kind == CueStartKind.Hand,
            After: after,
            GapMs: after is null ? 0 : cue.DelayMs,
            FadeIn: cue.FadeIn,
            FadeOut: planned.EndsItself ? cue.FadeOut : planned.Ending,
            HandoverMs: cue.HandoverMs,
            PlaysPastSpan: cue.Stop == CueStop.Finished && !stem.Loops,
            Return: cue.Return,
            Duck: ducksBeds ? LiveDuck.Of(cue.Duck ?? show.Show.Duck, stem, show.Places.Listened) : null,
            OverDb: OverDb(show, stem, sound),
            LengthMs: stem.Loops ? null : (stem.LengthFrames + Frames.PerMs - 1) / Frames.PerMs,
            LastNumber: lastSlide.Number,
            Markers: MarkersOf(sound, cue, planned))
        {
            Video = LiveVideo.Of(cue, sound, show.Show.Slides[covered[0].Index].Picture, firstOfSpan, lastOfSpan, stem.Cue),
        };
        return new(live, stem, first, last, delayMs, Begins: !show.Places.IsManual(cue), endMs);
    }

    private static double OverDb(TimedShow show, LiveStem stem, Sound sound) => sound.Kind == SoundKind.Bed
        ? new Ducking.BedLevels(show.Show.LevelTargets.BedUnderVoiceLufs + show.Show.GainDb, show.Places.Listened, sound.Figures).Depth(stem.Cue, 0, stem.Cue.LengthFrames)
        : 0;

    private static (int Position, long DelayMs) StartOf(TimedShow show, Positions positions, Cue cue, ScheduledCue planned, IReadOnlyList<SlideTime> covered)
    {
        var first = positions.Of(covered[0]);
        return cue.Start.Kind switch
        {
            CueStartKind.Step => (StepOf(show.Show, positions, covered, cue.Start.StepId) ?? first, cue.DelayMs),
            // The position at which that planned time falls. The same applies to a cue that follows one that does not play.
            CueStartKind.End or CueStartKind.After => show.Order.At(planned.StartFrame) is var slide
                ? (positions.Of(slide), (planned.StartFrame - slide.StartFrame) / Frames.PerMs)
                : default,
            _ => (first, cue.Start.Kind == CueStartKind.Hand ? 0 : cue.DelayMs),
        };
    }

    private static int? StepOf(Show show, Positions positions, IReadOnlyList<SlideTime> covered, string? stepId)
    {
        foreach (var slide in covered)
            if (stepId is not null && show.Slides[slide.Index].Steps.FindIndex(s => s.Id == stepId) is >= 0 and var k) return positions.Of(slide) + k;
        return null;
    }

    private static ValueList<LiveMarker> MarkersOf(Sound sound, Cue cue, ScheduledCue planned) => planned.Source.Cut is not null
        ? []
        : [.. sound.Markers.Where(m => m.Frame > cue.InFrame && m.Frame < cue.OutFrame).Select(m => new LiveMarker(m.Name, (planned.Source.Frame(m.Frame) - planned.InFrame) / Frames.PerMs))];
}
