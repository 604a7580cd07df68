using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Timing;

/// <summary>
/// Starting values for a request that leaves out details, such as a loop without its part. All can be changed afterwards. Parts are in
/// frames of the sound at 48 kHz.
/// </summary>
/// <param name="After">
/// The other cues it can follow, the most likely first: those that end within its slides, by how close that is to its first slide.
/// Cues that follow it are left out.
/// </param>
/// <param name="LoopPart">A section to loop: the middle half of the trimmed part.</param>
/// <param name="Beginning">The part to use when only the beginning is wanted: the first five seconds.</param>
public sealed record CueProposals(ValueList<string> After, LoopPart LoopPart, LoopPart Beginning)
{
    private const long BeginningFrames = 5 * Frames.PerSecond;

    /// <summary>The proposals for a cue.</summary>
    /// <param name="timed">The show with its times.</param>
    /// <param name="cueId">The cue.</param>
    /// <exception cref="RuleException">The cue is not in the show.</exception>
    public static CueProposals Of(TimedShow timed, string cueId)
    {
        ArgumentNullException.ThrowIfNull(timed);
        var (show, order, schedule) = (timed.Show, timed.Order, timed.Schedule);
        var cue = show.Cue(cueId);
        var quarter = (cue.OutFrame - cue.InFrame) / 4;
        return new(
            [.. Likeliest(show, order, schedule, cue)],
            new(cue.InFrame + quarter, cue.OutFrame - quarter),
            new(cue.InFrame, Math.Min(show.Sound(cue.SoundId).Frames, cue.InFrame + BeginningFrames)));
    }

    private static IEnumerable<string> Likeliest(Show show, RunningOrder order, Schedule schedule, Cue cue)
    {
        var times = order.Slides.ToDictionary(s => s.SlideId);
        var start = TimeOf(cue.Span?.First)?.StartFrame ?? 0;
        var end = TimeOf(cue.Span?.Last)?.EndFrame ?? 0;
        var ends = schedule.Cues.Concat(schedule.Silent).ToLookup(c => c.CueId, c => c.EndFrame);
        return show.Cues
            .Where(c => c.Span is not null && !SetStart.Waits(show, c.Id).Contains(cue.Id))
            .OrderBy(c => ends[c.Id].DefaultIfEmpty(long.MaxValue).Max() is var at && at < end ? Math.Abs(at - start) : long.MaxValue)
            .Select(c => c.Id);

        SlideTime? TimeOf(string? slideId) => slideId is null ? null : times.GetValueOrDefault(slideId);
    }
}
