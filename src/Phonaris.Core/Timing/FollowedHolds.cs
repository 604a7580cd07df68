using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Timing;

/// <summary>Holds that follow media: a slide stays as long as a video or a voice on it.</summary>
public static class FollowedHolds
{
    /// <summary>The hold that a slide's media asks for, in milliseconds; null when it follows none, or when the media itself depends on the hold.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slide">A slide of it.</param>
    public static long? Of(Show show, Slide slide)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slide);
        return slide.StaysFor is { } id && show.FindCue(id) is { } cue && HoldMs(show, slide, cue) is { } ms ? Math.Clamp(ms, Slide.LeastHoldMs, Slide.GreatestHoldMs) : null;
    }

    /// <summary>Whether a slide's hold can follow a cue: a video or a voice that begins on it and ends on its own.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slide">A slide of it.</param>
    /// <param name="cue">A cue of it.</param>
    public static bool Can(Show show, Slide slide, Cue cue)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slide);
        ArgumentNullException.ThrowIfNull(cue);
        return HoldMs(show, slide, cue) is not null;
    }

    /// <summary>The hold needed for a cue that begins on a slide, and the pause after it, in milliseconds; null when it begins elsewhere or has no end of its own.</summary>
    private static long? HoldMs(Show show, Slide slide, Cue cue)
    {
        if (cue is not { Span: not null, Fit: null } || !show.Sound(cue.SoundId).Kind.IsSpoken()) return null;
        var (first, last) = show.Indices(cue.Span);
        var here = show.SlideIndex(slide.Id);
        // Hidden slides before it are not counted.
        var later = !cue.EachSlide && here > first && show.Slides.Skip(first).Take(here - first).Any(s => !s.Hidden);
        if (here < first || here > last || later || StepOf(cue, slide) is not { } step) return null;
        var frames = CuePlaces.NaturalFrames(cue, show.Sound(cue.SoundId));
        // Rounded up, so that its end is seen and heard; a cue that loops without end has none.
        return frames == long.MaxValue ? null : HoldFor(slide, step, cue.DelayMs + (frames + Frames.PerMs - 1) / Frames.PerMs + slide.BreathMs);
    }

    /// <summary>
    /// The shortest hold, in milliseconds, that leaves a given time after a step. No step comes before the one before it, and a step without a time comes
    /// at its share of the hold (<see cref="RunningOrder.StepsMs"/>): of n steps, the one at index j comes at j/n of the hold, so the time is left
    /// in a hold of time × n / (n − j). Example: three steps, the second without a time, the third at 2 s, and 12 s needed after that: the second
    /// comes at a third of the hold, so the hold has to be 18 s.
    /// </summary>
    private static long HoldFor(Slide slide, int step, long behindMs)
    {
        long hold = behindMs;
        for (var j = 1; j <= step; j++)
        {
            var (count, left) = (slide.Steps.Count, slide.Steps.Count - j);
            hold = Math.Max(hold, slide.Steps[j].OffsetMs is { } planned ? planned + behindMs : (behindMs * count + left - 1) / left);
        }
        return hold;
    }

    /// <summary>Whether a slide's hold is kept when holds are recomputed: it is locked or follows media.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slide">A slide of it.</param>
    public static bool Keeps(Show show, Slide slide)
    {
        ArgumentNullException.ThrowIfNull(slide);
        return slide.HoldLocked || Of(show, slide) is not null;
    }

    /// <summary>The edit that sets holds to the media they follow; null when they already match.</summary>
    /// <param name="show">The show.</param>
    public static SetHolds? Edit(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        ValueList<SlideHold> holds = [.. from slide in show.Slides
                                         let ms = Of(show, slide)
                                         where ms is not null && ms != slide.HoldMs
                                         select new SlideHold(slide.Id, ms.Value, slide.StaysFor, slide.BreathMs)];
        return holds.Count == 0 ? null : new(holds);
    }

    /// <summary>The index of the step a cue starts with, 0 for the slide itself; null when its start is not planned.</summary>
    private static int? StepOf(Cue cue, Slide slide) => cue.Start.Kind switch
    {
        CueStartKind.Slide => 0,
        CueStartKind.Step when slide.Steps.FindIndex(s => s.Id == cue.Start.StepId) is >= 0 and var k && (k == 0 || slide.Steps[k].OffsetMs is not null) => k,
        _ => null,
    };
}
