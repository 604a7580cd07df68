using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>The limits of holds when they are computed again. Locked holds, and holds that follow media, do not change.</summary>
/// <param name="LeastMs">The shortest hold, in milliseconds.</param>
/// <param name="GreatestMs">The longest hold; longer if steps, a voice or a video need it.</param>
public sealed record HoldLimits(long LeastMs, long GreatestMs)
{
    /// <summary>From a second to the longest hold possible.</summary>
    public static HoldLimits Usual { get; } = new(1_000, Slide.GreatestHoldMs);

    /// <summary>The time that remains after the last step, and after a voice or a video, in milliseconds.</summary>
    private const long RestMs = 300;

    /// <summary>Validates the limits.</summary>
    /// <exception cref="RuleException">They are not in order.</exception>
    public HoldLimits Validated()
    {
        if (LeastMs < Slide.LeastHoldMs || LeastMs > GreatestMs || GreatestMs > Slide.GreatestHoldMs)
            throw new RuleException("The shortest hold must be at least 0.1 s and the longest at most 4 hours.", "least");
        return this;
    }

    /// <summary>The shares and limits of slides when a time is distributed.</summary>
    /// <param name="show">The show.</param>
    /// <param name="schedule">Its schedule.</param>
    /// <param name="slides">Consecutive slides.</param>
    /// <param name="weight">The weight of a slide.</param>
    internal List<HoldShares.Share> SharesOf(Show show, Schedule schedule, IReadOnlyList<SlideTime> slides, Func<Slide, double> weight)
    {
        var kept = slides.Select(t => FollowedHolds.Keeps(show, show.Slides[t.Index])).ToArray();
        var least = slides.Select((t, k) => kept[k] ? show.Slides[t.Index].HoldMs : LeastOf(show.Slides[t.Index])).ToArray();
        foreach (var voice in Uncut(show, schedule)) Keep(show, voice, slides, kept, least);
        return [.. slides.Select((t, k) => kept[k] ? new HoldShares.Share(least[k], least[k], least[k]) : new(weight(show.Slides[t.Index]), least[k], Math.Max(least[k], GreatestMs)))];
    }

    /// <summary>Planned steps are not cut.</summary>
    private long LeastOf(Slide slide) =>
        slide.Steps.Count > 1 && slide.Steps.Max(s => s.OffsetMs ?? 0) is > 0 and var last ? Math.Max(LeastMs, last + RestMs) : LeastMs;

    /// <summary>
    /// Raises the shortest holds so that no voice or video is cut: the slides that it covers, from the one on which it starts, get the time
    /// it needs together. What is missing is distributed in proportion to their holds. For example, a voice of 30 s on three slides of 10 s
    /// raises each to 10.1 s, not the first to 30.3 s.
    /// </summary>
    private static void Keep(Show show, ScheduledCue voice, IReadOnlyList<SlideTime> slides, bool[] kept, long[] least)
    {
        var begins = slides.Select((t, k) => (t, k)).Where(x => voice.StartFrame >= x.t.StartFrame && voice.StartFrame < x.t.EndFrame).Select(x => x.k).DefaultIfEmpty(-1).First();
        if (begins < 0 || voice.NaturalFrames >= Frames.FromMs(Slide.GreatestHoldMs)) return;
        var cue = show.Cue(voice.CueId);
        var last = cue is { EachSlide: false, Span: { } span } ? show.Indices(span).Last : slides[begins].Index;
        var covered = Enumerable.Range(begins, slides.Count - begins).TakeWhile(k => k == begins || slides[k].Index <= last).ToList();
        var free = covered.Where(k => !kept[k]).ToList();
        var missing = (voice.StartFrame - slides[begins].StartFrame + voice.NaturalFrames) / Frames.PerMs + RestMs - covered.Sum(k => least[k]);
        var staying = free.Sum(k => (double)show.Slides[slides[k].Index].HoldMs);
        for (var n = 0; n < free.Count && missing > 0; n++)
        {
            // The last slide takes the rounding error.
            var part = n == free.Count - 1 ? missing : (long)Math.Round(missing * show.Slides[slides[free[n]].Index].HoldMs / staying);
            least[free[n]] += part;
            (missing, staying) = (missing - part, staying - show.Slides[slides[free[n]].Index].HoldMs);
        }
    }

    /// <summary>What slides wait for: voices, and videos, also muted ones.</summary>
    private static IEnumerable<ScheduledCue> Uncut(Show show, Schedule schedule) =>
        schedule.ByThemselves.Where(c => show.Cue(c.CueId).IsNoticed && show.Sound(c.SoundId).Kind.IsSpoken());

    /// <summary>Why a time cannot be distributed.</summary>
    internal static RuleException Refused(IReadOnlyList<HoldShares.Share> shares, long totalMs)
    {
        var (least, greatest) = (shares.Sum(s => s.LeastMs), shares.Sum(s => s.GreatestMs));
        return new(
            totalMs < least
                ? $"The slides take at least {Wording.Time(Frames.FromMs(least))} because of voices, videos, steps, locked holds and the shortest hold. Unlock some, or set a longer target."
                : $"The slides take at most {Wording.Time(Frames.FromMs(greatest))} because of locked holds and the longest hold. Unlock some, or set a shorter target.",
            "hold");
    }
}
