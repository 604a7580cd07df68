using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Timing;

/// <summary>Holds that follow what plays: a slide stays as long as a video or a voice on it.</summary>
public static class FollowedHolds
{
    /// <summary>How long a slide stays for what it follows, in milliseconds; null where it follows nothing, or what begins or ends by how long it stays.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slide">A slide of it.</param>
    public static long? Of(Show show, Slide slide)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slide);
        return slide.StaysFor is { } id && show.FindCue(id) is { } cue && LengthMs(show, slide, cue) is { } ms ? Math.Clamp(ms + slide.BreathMs, Slide.LeastHoldMs, Slide.GreatestHoldMs) : null;
    }

    /// <summary>Whether the hold of a slide can follow a cue: a video or a voice that begins on it and ends by itself.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slide">A slide of it.</param>
    /// <param name="cue">A cue of it.</param>
    public static bool Can(Show show, Slide slide, Cue cue)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slide);
        ArgumentNullException.ThrowIfNull(cue);
        return LengthMs(show, slide, cue) is not null;
    }

    /// <summary>How long a cue takes from the beginning of a slide that it begins on, in milliseconds; null where it begins elsewhere, or has no end of its own.</summary>
    private static long? LengthMs(Show show, Slide slide, Cue cue)
    {
        if (cue is not { Span: not null, Fit: null } || !show.Sound(cue.SoundId).Kind.IsSpoken()) return null;
        var (first, last) = show.Indices(cue.Span);
        var here = show.SlideIndex(slide.Id);
        // Hidden slides ahead of it are not there.
        var later = !cue.EachSlide && here > first && show.Slides.Skip(first).Take(here - first).Any(s => !s.Hidden);
        if (here < first || here > last || later || StartsMs(cue, slide) is not { } startsMs) return null;
        var frames = CuePlaces.NaturalFrames(cue, show.Sound(cue.SoundId));
        // Upwards, so that its end is seen and heard; what goes round without end has none.
        return frames == long.MaxValue ? null : startsMs + (frames + Frames.PerMs - 1) / Frames.PerMs;
    }

    /// <summary>Whether a slide stays as long as it does when holds are worked out anew: locked, or following what plays on it.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slide">A slide of it.</param>
    public static bool Keeps(Show show, Slide slide)
    {
        ArgumentNullException.ThrowIfNull(slide);
        return slide.HoldLocked || Of(show, slide) is not null;
    }

    /// <summary>The edit that brings holds to what they follow; null where they are.</summary>
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

    /// <summary>When a cue starts, in milliseconds from its slide's beginning; null where that is not planned, or depends on how long the slide stays.</summary>
    private static long? StartsMs(Cue cue, Slide slide) => cue.Start.Kind switch
    {
        CueStartKind.Slide => cue.DelayMs,
        CueStartKind.Step when slide.Steps.FindIndex(s => s.Id == cue.Start.StepId) is >= 0 and var k && (k == 0 ? 0 : slide.Steps[k].OffsetMs) is { } offset => offset + cue.DelayMs,
        _ => null,
    };
}
