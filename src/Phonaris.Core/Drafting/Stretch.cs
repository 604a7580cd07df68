using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Drafting;

/// <summary>Consecutive slides for one bed.</summary>
/// <param name="First">The index of the first among the shown slides, from 0.</param>
/// <param name="Last">The index of the last.</param>
/// <param name="Frames">Their length in frames.</param>
/// <param name="Section">The section they are, or begin in; null for none.</param>
/// <param name="Waits">Whether they are a waiting loop.</param>
internal sealed record Stretch(int First, int Last, long Frames, Section? Section, bool Waits)
{
    /// <summary>The shortest stretch after splitting: 45 s, in frames.</summary>
    private const long Least = 45 * Values.Frames.PerSecond;

    /// <summary>The slides without a bed, split for a number of beds: at sections first; then the shortest are joined when there are too many, or the longest split when there are too few.</summary>
    /// <param name="show">The show.</param>
    /// <param name="order">Its running order.</param>
    /// <param name="beds">How many beds there are.</param>
    public static List<Stretch> Of(Show show, RunningOrder order, int beds)
    {
        var free = Free(show, order);
        while (free.Count > beds)
        {
            var pair = Enumerable.Range(0, free.Count - 1)
                .Where(k => free[k].Last + 1 == free[k + 1].First && free[k].Waits == free[k + 1].Waits)
                .OrderBy(k => free[k].Frames + free[k + 1].Frames)
                .Cast<int?>().FirstOrDefault();
            if (pair is { } at)
            {
                free[at] = free[at] with { Last = free[at + 1].Last, Frames = free[at].Frames + free[at + 1].Frames };
                free.RemoveAt(at + 1);
            }
            else free.Remove(free.MinBy(s => s.Frames)!);
        }
        var parts = free.ConvertAll(_ => 1);
        for (var more = beds - free.Count; more > 0; more--)
        {
            var longest = Enumerable.Range(0, free.Count)
                .Where(k => !free[k].Waits && free[k].Last - free[k].First >= parts[k] && free[k].Frames / (parts[k] + 1) >= Least)
                .OrderByDescending(k => free[k].Frames / parts[k])
                .Cast<int?>().FirstOrDefault();
            if (longest is not { } most) break;
            parts[most]++;
        }
        return [.. free.Zip(parts).SelectMany(s => s.First.Parted(show, order, s.Second))];
    }

    /// <summary>The stretch in parts of about the same length.</summary>
    private IEnumerable<Stretch> Parted(Show show, RunningOrder order, int parts)
    {
        var (from, first) = (order.Slides[First].StartFrame, First);
        for (var part = 1; part <= parts; part++)
        {
            // The slide nearest to where the next part should begin; each remaining part keeps at least one slide.
            var begins = from + Frames * part / parts;
            var next = part == parts ? Last + 1 : Enumerable.Range(first + 1, Last - (parts - part) - first + 1).MinBy(i => Math.Abs(order.Slides[i].StartFrame - begins));
            yield return new(first, next - 1, order.Slides[next - 1].EndFrame - order.Slides[first].StartFrame, show.SectionOf(order.Slides[first].SlideId), Waits);
            first = next;
        }
    }

    /// <summary>The slides without a bed, split at sections.</summary>
    private static List<Stretch> Free(Show show, RunningOrder order)
    {
        var covered = new bool[order.Slides.Count];
        foreach (var cue in show.Cues.Where(c => c.Span is not null && show.Sound(c.SoundId).Kind == SoundKind.Bed))
            foreach (var slide in order.Of(show, cue.Span!)) covered[slide.Place] = true;
        var free = new List<Stretch>();
        for (var i = 0; i < covered.Length; i++)
        {
            if (covered[i]) continue;
            var slide = order.Slides[i];
            var section = show.SectionOf(slide.SlideId);
            var frames = slide.EndFrame - slide.StartFrame;
            if (free is [.., var last] && last.Last == i - 1 && last.Section?.Id == section?.Id) free[^1] = last with { Last = i, Frames = last.Frames + frames };
            else free.Add(new(i, i, frames, section, section?.WaitingLoop == true));
        }
        return free;
    }
}
