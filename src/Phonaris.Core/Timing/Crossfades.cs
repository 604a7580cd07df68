using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// Beds do not play at the same time. Where one begins while another plays, or where that one ends, the later replaces it. The earlier plays
/// on for the length of the crossfade, as far as its sound lasts.
/// </summary>
internal static class Crossfades
{
    /// <summary>The largest gap between beds that still counts as meeting: 50 ms.</summary>
    private const long MeetFrames = 50 * Frames.PerMs;

    /// <summary>Beds in order, with crossfades where they meet.</summary>
    /// <param name="beds">The beds with their own times, by start, no two at once; each with the length of the crossfade into it, in frames.</param>
    /// <param name="total">The running time in frames.</param>
    public static IEnumerable<ScheduledCue> Between(IEnumerable<(ScheduledCue Bed, long Handover)> beds, long total)
    {
        var sorted = beds.ToList();
        var order = sorted.ConvertAll(b => b.Bed);
        for (var i = 1; i < order.Count; i++)
        {
            var (before, later) = (order[i - 1], order[i]);
            if (later.StartFrame > before.EndFrame + MeetFrames) continue;
            var natural = before.NaturalFrames == long.MaxValue ? total : before.StartFrame + before.NaturalFrames;
            var end = Math.Min(Math.Min(later.StartFrame + sorted[i].Handover, natural), Math.Min(later.EndFrame, total));
            var length = end - later.StartFrame;
            if (length < FadeShape.BareEdgeFrames)
            {
                // It has no more sound: it ends where the later begins, or where it ended anyway.
                if (before.EndFrame > later.StartFrame) order[i - 1] = Shortened(before, later.StartFrame);
                continue;
            }
            var fade = new FadeShape(length, FadeCurve.EqualPower);
            order[i - 1] = Faded(before with { EndFrame = end }, before.FadeIn, fade);
            order[i] = Faded(later, fade, later.FadeOut) with { CrossfadesFrom = before.CueId };
        }
        return order;
    }

    private static ScheduledCue Shortened(ScheduledCue cue, long end) => Faded(cue with { EndFrame = end }, cue.FadeIn, cue.FadeOut);

    private static ScheduledCue Faded(ScheduledCue cue, FadeShape fadeIn, FadeShape fadeOut)
    {
        var (first, last) = FadeShape.Pair(fadeIn, fadeOut, cue.LengthFrames);
        return cue with { FadeIn = first, FadeOut = last };
    }
}
