using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>
/// A cue made ready to be played live: its course by itself, with cut, speed, fit, level and level points in it. What loops without end
/// is there until a round that is like all that follow, which is then repeated to the frame.
/// </summary>
/// <param name="Cue">What is rendered, from frame 0 on.</param>
/// <param name="LengthFrames">The length of the stem: that of the cue, and of the silence behind it.</param>
/// <param name="LoopFrom">The frame of the stem from which it is repeated; its length where it is not.</param>
public sealed record LiveStem(ScheduledCue Cue, long LengthFrames, long LoopFrom)
{
    /// <summary>The silence between the end of music that ends by itself and its beginning again, in frames: long enough for the presenter to go on in it.</summary>
    private const long BreathFrames = Frames.PerSecond;

    /// <summary>Whether it loops without end.</summary>
    public bool Loops => LoopFrom < LengthFrames;

    /// <summary>The stem of a cue.</summary>
    /// <param name="planned">What it plays by the schedule, before beds hand over and are ducked.</param>
    public static LiveStem Of(ScheduledCue planned)
    {
        ArgumentNullException.ThrowIfNull(planned);
        var plays = planned with { StartFrame = 0, StopFrame = null, FadeIn = default, FadeOut = default, TakesOverFrom = null, ReplacedBy = null };
        // Music that was made as long as its slides loops where they stay longer than was planned: what ends by itself does so first.
        var goesOn = plays.FittedBy is FitMethod.Recut or FitMethod.Loop or FitMethod.Stretch;
        if (goesOn && !plays.EndsItself) plays = plays with { Rounds = Shows.Cue.FillSpan, SeamFrames = Seam.FramesFor(plays.LoopTo - plays.LoopFrom) };
        if (plays.Rounds != Shows.Cue.FillSpan)
        {
            var (_, fadeOut) = FadeShape.Pair(default, FadeShape.Of(plays.Ending), plays.NaturalFrames);
            var once = plays with { EndFrame = plays.NaturalFrames, FadeOut = fadeOut };
            return goesOn ? new(once, once.LengthFrames + BreathFrames, 0) : new(once, once.LengthFrames, once.LengthFrames);
        }
        // From the round on in which the last change of its level lies behind.
        var settled = plays.Envelope.Points.Count == 0 ? 0 : plays.Envelope.Points[^1].Frame;
        var round = Math.Max(1, plays.RoundAt(Math.Max(0, settled - 1)) + 1);
        var loop = plays.RoundStart(round);
        return new(plays with { EndFrame = loop + plays.PeriodFrames }, loop + plays.PeriodFrames, loop);
    }

    /// <summary>The stems of a show's plan, each with the cues of the plan that sound from it: one that restarts on every slide has one where it is as long on all.</summary>
    /// <param name="show">The show.</param>
    public static IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> OfAll(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return [.. LiveStays.Of(show, new(show.Order)).GroupBy(s => s.Stem, (stem, stays) => (stem, (IReadOnlyList<string>)[.. stays.Select(s => s.Cue.Id)]))];
    }

    /// <summary>The schedule that renders the stem.</summary>
    public Schedule ToSchedule() => new(LengthFrames, [Cue], [], []);
}
