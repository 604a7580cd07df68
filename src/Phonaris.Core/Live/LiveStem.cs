using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>
/// The rendered sound of a cue for a live show: on its own, with cut, speed, fit, level and level points. A cue that loops without end
/// is rendered up to a repeat that equals all later ones, which is then repeated exactly.
/// </summary>
/// <param name="Cue">What is rendered, from frame 0 on.</param>
/// <param name="LengthFrames">The length in frames, with the silence at its end.</param>
/// <param name="LoopFrom">The frame from which it repeats; its length when it does not.</param>
public sealed record LiveStem(ScheduledCue Cue, long LengthFrames, long LoopFrom)
{
    /// <summary>The silence between the end of music with its own ending and its repeat, in frames: long enough for the presenter to go on in it.</summary>
    private const long BreathFrames = Frames.PerSecond;

    /// <summary>Its name: the same for stems that sound the same.</summary>
    public string Key => ToSchedule().ContentKey(0, LengthFrames);

    /// <summary>Whether it loops without end.</summary>
    public bool Loops => LoopFrom < LengthFrames;

    /// <summary>The stem of a cue.</summary>
    /// <param name="planned">What it plays by the schedule, before crossfades and ducking.</param>
    public static LiveStem Of(ScheduledCue planned)
    {
        ArgumentNullException.ThrowIfNull(planned);
        var plays = planned with { StartFrame = 0, StopFrame = null, FadeIn = default, FadeOut = default, CrossfadesFrom = null, ReplacedBy = null };
        // Fitted music repeats when its slides stay longer than planned; music with its own ending plays that first.
        var goesOn = plays.FittedBy is FitMethod.Recut or FitMethod.Loop or FitMethod.Stretch;
        if (goesOn && !plays.EndsItself) plays = plays with { Rounds = Shows.Cue.FillSpan, SeamFrames = EqualPowerCrossfade.FramesFor(plays.LoopTo - plays.LoopFrom) };
        if (plays.Rounds != Shows.Cue.FillSpan)
        {
            var (_, fadeOut) = FadeShape.Pair(default, FadeShape.Of(plays.Ending), plays.NaturalFrames);
            var once = plays with { EndFrame = plays.NaturalFrames, FadeOut = fadeOut };
            return goesOn ? new(once, once.LengthFrames + BreathFrames, 0) : new(once, once.LengthFrames, once.LengthFrames);
        }
        // From the repeat after its last level change.
        var settled = plays.Envelope.Points.Count == 0 ? 0 : plays.Envelope.Points[^1].Frame;
        var round = Math.Max(1, plays.RoundAt(Math.Max(0, settled - 1)) + 1);
        var loop = plays.RoundStart(round);
        return new(plays with { EndFrame = loop + plays.PeriodFrames }, loop + plays.PeriodFrames, loop);
    }

    /// <summary>The stems of a plan, each with the cues that use it: a cue that restarts on every slide shares one where the lengths are equal.</summary>
    /// <param name="show">The show.</param>
    public static IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> OfAll(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return [.. LiveStays.Of(show, new(show.Order)).GroupBy(s => s.Stem, (stem, stays) => (stem, (IReadOnlyList<string>)[.. stays.Select(s => s.Cue.Id)]))];
    }

    /// <summary>The schedule that renders the stem.</summary>
    public Schedule ToSchedule() => new(LengthFrames, [Cue], [], []);
}
