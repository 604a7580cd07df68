using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>How long slides may stay when their holds are worked out anew. Locked ones, and those that follow what plays on them, stay as long as they do.</summary>
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
            throw new RuleException("The least hold is at least 0.1 s and no more than the greatest, which is four hours at most.", "least");
        return this;
    }

    /// <summary>What a slide can take of a time shared out.</summary>
    /// <param name="show">The show.</param>
    /// <param name="schedule">Its schedule.</param>
    /// <param name="time">The slide.</param>
    /// <param name="weight">Its share beside the others'.</param>
    internal HoldShares.Share ShareOf(Show show, Schedule schedule, SlideTime time, double weight)
    {
        var slide = show.Slides[time.Index];
        if (FollowedHolds.Keeps(show, slide)) return new(slide.HoldMs, slide.HoldMs, slide.HoldMs);
        var least = LeastMs;
        // Steps that are planned, and voices and videos that begin here, are not cut short.
        if (slide.Steps.Count > 1 && slide.Steps.Max(s => s.OffsetMs ?? 0) is > 0 and var last) least = Math.Max(least, last + RestMs);
        foreach (var voice in Uncut(show, schedule).Where(c => c.StartFrame >= time.StartFrame && c.StartFrame < time.EndFrame))
            if (voice.NaturalFrames < Frames.FromMs(Slide.GreatestHoldMs)) least = Math.Max(least, (voice.StartFrame - time.StartFrame + voice.NaturalFrames) / Frames.PerMs + RestMs);
        return new(weight, least, Math.Max(least, GreatestMs));
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
                ? $"The slides cannot be shorter than {Say.Time(Frames.FromMs(least))} together: voices, videos, steps, locked holds and the least hold keep them. Unlock some, or aim longer."
                : $"The slides cannot be longer than {Say.Time(Frames.FromMs(greatest))} together: locked holds and the greatest hold keep them. Unlock some, or aim shorter.",
            "hold");
    }
}
