using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// Beds do not sound together: where one begins while another sounds, or where that ends, the later takes over, and the earlier sounds
/// on for the length of the handover, as far as it can, while both are crossfaded.
/// </summary>
internal static class Handovers
{
    /// <summary>Beds with no more than this between them meet: 50 ms.</summary>
    private const long MeetFrames = 50 * Frames.PerMs;

    /// <summary>Beds one after the other, with handovers where they meet.</summary>
    /// <param name="beds">The beds as they would sound by themselves, in the order they begin, no two at once; each with the length of the handover to it, in frames.</param>
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
                // It cannot sound on: it ends where the later begins, or where it ended anyway.
                if (before.EndFrame > later.StartFrame) order[i - 1] = Shortened(before, later.StartFrame);
                continue;
            }
            var fade = new FadeShape(length, FadeCurve.EqualPower);
            order[i - 1] = Faded(before with { EndFrame = end }, before.FadeIn, fade);
            order[i] = Faded(later, fade, later.FadeOut) with { TakesOverFrom = before.CueId };
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
