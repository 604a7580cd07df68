using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>
/// A shift of a part of a show, for example of everything after a slide whose hold changed: sent once instead of with every item
/// in it.
/// </summary>
/// <param name="FromFrame">The first frame of the part, before.</param>
/// <param name="ToFrame">The frame after its last, before.</param>
/// <param name="Frames">The frames it is shifted by.</param>
/// <param name="Index">The change of its slides' indices among all slides.</param>
/// <param name="Place">The change of their indices among shown slides.</param>
public sealed record Shift(long FromFrame, long ToFrame, long Frames, int Index, int Place)
{
    /// <summary>The longest part that was shifted as a whole; null for none.</summary>
    internal static Shift? Between(RunningOrder before, RunningOrder after)
    {
        var known = before.Slides.ToDictionary(s => s.SlideId);
        Shift? longest = null, current = null;
        foreach (var now in after.Slides)
        {
            if (!known.TryGetValue(now.SlideId, out var was)) continue;
            var moved = new Shift(was.StartFrame, was.EndFrame, now.StartFrame - was.StartFrame, now.Index - was.Index, now.Place - was.Place);
            current = current is not null && moved == current with { FromFrame = moved.FromFrame, ToFrame = moved.ToFrame } && moved.FromFrame == current.ToFrame
                ? current with { ToFrame = moved.ToFrame }
                : moved;
            if (current is { Frames: 0, Index: 0, Place: 0 }) continue;
            if (longest is null || current.ToFrame - current.FromFrame > longest.ToFrame - longest.FromFrame) longest = current;
        }
        return longest;
    }

    internal SlideTime Of(SlideTime slide) => !Holds(slide.StartFrame) ? slide : slide with
    {
        StartFrame = slide.StartFrame + Frames,
        EndFrame = slide.EndFrame + Frames,
        Index = slide.Index + Index,
        Place = slide.Place + Place,
        StepFrames = [.. slide.StepFrames.Select(at => at + Frames)],
    };

    internal ScheduledCue Of(ScheduledCue cue) => !Holds(cue.StartFrame) ? cue : cue with
    {
        StartFrame = cue.StartFrame + Frames,
        EndFrame = cue.EndFrame + Frames,
        StopFrame = cue.StopFrame + Frames,
    };

    internal StrandView Of(StrandView strand) => !Holds(strand.StartFrame) ? strand : strand with
    {
        StartFrame = strand.StartFrame + Frames,
        EndFrame = strand.EndFrame + Frames,
        EditPoints = [.. strand.EditPoints.Select(at => at + Frames)],
        Rows = [.. strand.Rows.Select(r => r with { FromFrame = r.FromFrame + Frames, ToFrame = r.ToFrame + Frames })],
        TailFrom = strand.TailFrom + Frames,
        HandoverEnd = strand.HandoverEnd + Frames,
    };

    private bool Holds(long frame) => frame >= FromFrame && frame < ToFrame;
}
