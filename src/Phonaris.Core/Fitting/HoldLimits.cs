using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>How long slides may stay when their holds are worked out again. Locked ones, and those that follow what plays on them, stay as long as they do.</summary>
/// <param name="LeastMs">The least hold, in milliseconds.</param>
/// <param name="GreatestMs">The greatest; a slide stays longer where steps, a voice or a video need it.</param>
public sealed record HoldLimits(long LeastMs, long GreatestMs)
{
    /// <summary>From a second to as long as a slide can stay.</summary>
    public static HoldLimits Usual { get; } = new(1_000, Slide.GreatestHoldMs);

    /// <summary>What is left of a slide after its last step and after a voice or a video on it, in milliseconds.</summary>
    private const long RestMs = 300;

    /// <summary>Checks that they are in order.</summary>
    /// <exception cref="RuleException">They are not.</exception>
    public HoldLimits Validated()
    {
        if (LeastMs < Slide.LeastHoldMs || LeastMs > GreatestMs || GreatestMs > Slide.GreatestHoldMs)
            throw new RuleException("The shortest hold must be at least 0.1 s and the longest at most 4 hours.", "least");
        return this;
    }

    /// <summary>What slides can take of a time shared out.</summary>
    /// <param name="show">The show.</param>
    /// <param name="schedule">Its schedule.</param>
    /// <param name="slides">The slides, next to each other.</param>
    /// <param name="weight">The share of each beside the others'.</param>
    internal List<HoldShares.Share> SharesOf(Show show, Schedule schedule, IReadOnlyList<SlideTime> slides, Func<Slide, double> weight)
    {
        var kept = slides.Select(t => FollowedHolds.Keeps(show, show.Slides[t.Index])).ToArray();
        var least = slides.Select((t, k) => kept[k] ? show.Slides[t.Index].HoldMs : LeastOf(show.Slides[t.Index])).ToArray();
        foreach (var voice in Uncut(show, schedule)) Keep(show, voice, slides, kept, least);
        return [.. slides.Select((t, k) => kept[k] ? new HoldShares.Share(least[k], least[k], least[k]) : new(weight(show.Slides[t.Index]), least[k], Math.Max(least[k], GreatestMs)))];
    }

    /// <summary>Steps that are planned are not cut short.</summary>
    private long LeastOf(Slide slide) =>
        slide.Steps.Count > 1 && slide.Steps.Max(s => s.OffsetMs ?? 0) is > 0 and var last ? Math.Max(LeastMs, last + RestMs) : LeastMs;

    /// <summary>
    /// Raises the least holds so that a voice or a video is not cut short: those slides that it covers, from the one it begins on, stay as long as
    /// it needs together. What is missing is shared out among them by how long they stay. For example, a voice of 30 s on three slides of 10 s
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
            // The last takes what rounding leaves.
            var part = n == free.Count - 1 ? missing : (long)Math.Round(missing * show.Slides[slides[free[n]].Index].HoldMs / staying);
            least[free[n]] += part;
            (missing, staying) = (missing - part, staying - show.Slides[slides[free[n]].Index].HoldMs);
        }
    }

    /// <summary>What slides wait for: voices, and videos, which are seen where they are muted too.</summary>
    private static IEnumerable<ScheduledCue> Uncut(Show show, Schedule schedule) =>
        schedule.ByThemselves.Where(c => show.Cue(c.CueId).IsNoticed && show.Sound(c.SoundId).Kind.IsSpoken());

    /// <summary>Why a time cannot be shared out.</summary>
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
