using Phonaris.Core.Audio;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>Where each cue lies by itself: its start, its end, what it plays; before beds hand over and make room.</summary>
public static class CuePlaces
{
    /// <summary>The cues that have a time, in the show's order.</summary>
    internal static List<ScheduledCue> Of(Show show, RunningOrder order)
    {
        var ends = new Dictionary<string, long?>();
        var placed = show.Cues.ToDictionary(c => c.Id, _ => (IReadOnlyList<ScheduledCue>)[]);
        foreach (var cue in show.Cues) EndOf(cue);
        return [.. show.Cues.SelectMany(c => placed[c.Id])];

        // A cue that comes after another is placed behind it; there are no circles.
        long? EndOf(Cue cue)
        {
            if (ends.TryGetValue(cue.Id, out var known)) return known;
            var after = cue.Start.CueId is { } id && show.Cues.FirstOrDefault(c => c.Id == id) is { } other ? EndOf(other) : null;
            placed[cue.Id] = [.. Stretches(show, order, cue).Select(slides => Place(show, order, cue, slides, after)).OfType<ScheduledCue>()];
            return ends[cue.Id] = placed[cue.Id] is [.., var last] ? last.EndFrame : null;
        }
    }

    /// <summary>Whether a cue waits for a hand, or for a cue that does.</summary>
    public static bool WaitsForHand(Show show, Cue cue) =>
        cue.Start.Kind == CueStartKind.Hand
        || (cue.Start.CueId is { } id && show.Cues.FirstOrDefault(c => c.Id == id) is { Span: not null } other && WaitsForHand(show, other));

    private static IEnumerable<IReadOnlyList<SlideTime>> Stretches(Show show, RunningOrder order, Cue cue)
    {
        if (cue.Span is null) return [];
        var covered = order.Of(show, cue.Span);
        return cue.EachSlide ? covered.Select(s => (IReadOnlyList<SlideTime>)[s]) : covered.Count > 0 ? [covered] : [];
    }

    private static ScheduledCue? Place(Show show, RunningOrder order, Cue cue, IReadOnlyList<SlideTime> slides, long? after)
    {
        var spanEnd = slides[^1].EndFrame;
        var start = Math.Max(after ?? StepFrame(show, cue.Start.StepId, slides) ?? slides[0].StartFrame, slides[0].StartFrame) + Frames.FromMs(cue.DelayMs);
        // What would begin behind its span does not begin.
        if (start >= spanEnd) return null;
        var sound = show.Sound(cue.SoundId);
        var source = new SoundSource(sound.Media, cue.Speed);
        var (from, to) = (source.Frame(cue.InFrame), source.Frame(cue.OutFrame));
        var (loopFrom, loopTo) = Loop(cue, source, from, to);
        var place = new ScheduledCue(
            cue.Id, sound.Id, source, start, 0, from, to - from, loopFrom, loopTo, cue.Rounds == 1 ? 0 : Seam.FramesFor(loopTo - loopFrom), cue.Rounds,
            Gain.FromDecibels(cue.LevelDb), Envelope.Of(cue.LevelPoints), default, default);
        var offset = Frames.FromMs(cue.StopOffsetMs);
        var limit = cue.Stop switch
        {
            CueStop.Span => spanEnd + offset,
            CueStop.Step => (StepFrame(show, cue.StopStepId, slides) ?? spanEnd) + offset,
            CueStop.Show => order.TotalFrames + Math.Min(0, offset),
            // Going round without end has no finish but the span's.
            _ => cue.Rounds == Cue.FillSpan ? spanEnd : order.TotalFrames,
        };
        var natural = place.NaturalFrames == long.MaxValue ? long.MaxValue : start + place.NaturalFrames;
        var end = Math.Min(Math.Min(natural, limit), order.TotalFrames);
        if (end <= start) return null;
        var (fadeIn, fadeOut) = FadeShape.Pair(FadeShape.Of(cue.FadeIn), FadeShape.Of(cue.FadeOut), end - start);
        return place with { EndFrame = end, FadeIn = fadeIn, FadeOut = fadeOut };
    }

    /// <summary>The part that goes round, within what is used and long enough for its seam.</summary>
    private static (long From, long To) Loop(Cue cue, SoundSource source, long from, long to)
    {
        if (cue.LoopPart is not { } part) return (from, to);
        var (loopFrom, loopTo) = (Math.Max(from, source.Frame(part.FromFrame)), Math.Min(to, source.Frame(part.ToFrame)));
        return loopTo - loopFrom >= Shows.Edits.SetPart.LeastFrames ? (loopFrom, loopTo) : (from, to);
    }

    private static long? StepFrame(Show show, string? stepId, IReadOnlyList<SlideTime> slides)
    {
        if (stepId is null) return null;
        foreach (var slide in slides)
            if (show.Slides[slide.Index].Steps.FindIndex(s => s.Id == stepId) is >= 0 and var k) return slide.StepFrames[k];
        return null;
    }
}
