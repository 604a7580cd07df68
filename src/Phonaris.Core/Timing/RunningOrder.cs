using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// When each slide is shown: the slides that are not hidden, in order, each beginning where the one before it ends. A millisecond is
/// exactly 48 frames, so sums are exact and a show of an hour does not drift.
/// </summary>
public sealed record RunningOrder(ValueList<SlideTime> Slides)
{
    /// <summary>The running time in frames at 48 kHz.</summary>
    public long TotalFrames => Slides.Count == 0 ? 0 : Slides[^1].EndFrame;

    /// <summary>The running order of a show.</summary>
    public static RunningOrder Of(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideTime> times = [];
        long at = 0;
        for (var i = 0; i < show.Slides.Count; i++)
        {
            if (show.Slides[i].Hidden) continue;
            var start = at;
            at += Frames.FromMs(show.Slides[i].HoldMs);
            times.Add(new(show.Slides[i].Id, i, times.Count, start, at, [.. StepsMs(show.Slides[i]).Select(ms => start + Frames.FromMs(ms))]));
        }
        return new([.. times]);
    }

    /// <summary>The slide shown at a frame; after the end, the last one.</summary>
    /// <exception cref="InvalidOperationException">No slide is shown.</exception>
    public SlideTime At(long frame)
    {
        if (Slides.Count == 0) throw new InvalidOperationException("No slide is shown.");
        var (low, high) = (0, Slides.Count - 1);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (frame < Slides[middle].EndFrame) high = middle;
            else low = middle + 1;
        }
        return Slides[low];
    }

    /// <summary>The slides shown within a stretch of frames.</summary>
    /// <param name="fromFrame">Its first frame.</param>
    /// <param name="toFrame">The frame after its last.</param>
    public IEnumerable<SlideTime> Within(long fromFrame, long toFrame)
    {
        if (Slides.Count == 0 || fromFrame >= TotalFrames) yield break;
        for (var i = At(fromFrame).Place; i < Slides.Count && Slides[i].StartFrame < toFrame; i++) yield return Slides[i];
    }

    /// <summary>The shown slides of a span.</summary>
    /// <exception cref="RuleException">The span does not fit the show.</exception>
    public IReadOnlyList<SlideTime> Of(Show show, Span span)
    {
        var (first, last) = show.Indices(span);
        return Between(first, last);
    }

    /// <summary>The slides of a cue as one group, or one group for each slide when it restarts on every slide. Empty when none is shown.</summary>
    internal IEnumerable<IReadOnlyList<SlideTime>> StretchesOf(Show show, Cue cue)
    {
        if (cue.Span is null) return [];
        var covered = Of(show, cue.Span);
        return cue.EachSlide ? covered.Select(s => (IReadOnlyList<SlideTime>)[s]) : covered.Count > 0 ? [covered] : [];
    }

    /// <summary>The slides between two indices among all slides, both included.</summary>
    internal IReadOnlyList<SlideTime> Between(int first, int last)
    {
        // The running order has at most as many slides before an index as the show.
        var from = Math.Min(first, Slides.Count);
        while (from > 0 && Slides[from - 1].Index >= first) from--;
        List<SlideTime> covered = [];
        for (var i = from; i < Slides.Count && Slides[i].Index <= last; i++) covered.Add(Slides[i]);
        return covered;
    }

    /// <summary>
    /// The times of a slide's steps in milliseconds from its beginning: planned times are limited to the hold; steps without a time share the hold
    /// evenly. No step comes before the one before it.
    /// </summary>
    public static IEnumerable<long> StepsMs(Slide slide)
    {
        ArgumentNullException.ThrowIfNull(slide);
        long before = 0;
        for (var k = 0; k < slide.Steps.Count; k++)
        {
            var planned = slide.Steps[k].OffsetMs ?? slide.HoldMs * k / slide.Steps.Count;
            yield return before = Math.Clamp(planned, before, slide.HoldMs);
        }
    }
}
