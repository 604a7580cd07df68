using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>A show's times for printing or for other programs: each slide with its steps and the sounds that begin on it. Frames are at 48 kHz.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="TotalFrames">The running time.</param>
/// <param name="TargetMs">The target running time in milliseconds, or null.</param>
/// <param name="Slides">The slides of the running order.</param>
public sealed record TimingSheet(string Title, long TotalFrames, long? TargetMs, ValueList<TimedSlide> Slides)
{
    /// <summary>The timing sheet of a show.</summary>
    /// <param name="timed">The show with its times.</param>
    public static TimingSheet Of(TimedShow timed)
    {
        ArgumentNullException.ThrowIfNull(timed);
        var (show, order, schedule) = (timed.Show, timed.Order, timed.Schedule);
        var cues = schedule.Cues.Concat(schedule.AudibleManually).OrderBy(c => c.StartFrame).ToList();
        return new(show.Title, order.TotalFrames, show.TargetMs, [.. order.Slides.Select(time => new TimedSlide(
            time.Number, show.Slides[time.Index].Title, time.StartFrame, time.EndFrame - time.StartFrame, show.Slides[time.Index].HoldLocked,
            [.. show.Slides[time.Index].Steps.Select((step, k) => new TimedStep(step.Label, time.StepFrames[k])).Skip(1)],
            [.. cues.Where(c => c.StartFrame >= time.StartFrame && c.StartFrame < time.EndFrame).Select(c => Timed(show, c))]))]);
    }

    private static TimedSound Timed(Show show, ScheduledCue scheduled)
    {
        var cue = show.Cue(scheduled.CueId);
        var sound = show.Sound(cue.SoundId);
        return new(
            sound.Name, sound.Kind, scheduled.StartFrame, scheduled.EndFrame, cue.InFrame, cue.OutFrame,
            Ms(scheduled.FadeIn), Ms(scheduled.FadeOut), cue.LevelDb, scheduled.ByHand)
        { CrossfadesFrom = scheduled.CrossfadesFrom is { } before ? show.Sound(show.Cue(before).SoundId).Name : null };

        // The shortest fades only prevent clicks and are not listed.
        static long Ms(FadeShape fade) => fade.Frames <= FadeShape.BareEdgeFrames ? 0 : fade.Frames / Frames.PerMs;
    }
}

/// <summary>A slide of a timing sheet.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Title">Its heading.</param>
/// <param name="StartFrame">Its start.</param>
/// <param name="HoldFrames">Its hold.</param>
/// <param name="Locked">Whether its hold is locked.</param>
/// <param name="Steps">Its steps, without the slide itself.</param>
/// <param name="Sounds">The sounds that begin on it.</param>
public sealed record TimedSlide(int Number, string Title, long StartFrame, long HoldFrames, bool Locked, ValueList<TimedStep> Steps, ValueList<TimedSound> Sounds);

/// <summary>A step of a timing sheet.</summary>
/// <param name="Label">A description of what appears; may be empty.</param>
/// <param name="AtFrame">Its planned time.</param>
public sealed record TimedStep(string Label, long AtFrame);

/// <summary>A sound of a timing sheet.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Kind">The kind of sound.</param>
/// <param name="StartFrame">When it begins.</param>
/// <param name="EndFrame">When it ends.</param>
/// <param name="InFrame">The first frame of the sound that is used.</param>
/// <param name="OutFrame">The frame after the last.</param>
/// <param name="FadeInMs">The fade-in in milliseconds.</param>
/// <param name="FadeOutMs">The fade-out in milliseconds.</param>
/// <param name="LevelDb">Its level in dB.</param>
/// <param name="ByHand">Whether it is triggered manually; its times are as if it began with its slide.</param>
public sealed record TimedSound(
    string Name, SoundKind Kind, long StartFrame, long EndFrame, long InFrame, long OutFrame, long FadeInMs, long FadeOutMs, double LevelDb, bool ByHand)
{
    /// <summary>The name of the bed it crossfades from; null for none.</summary>
    public string? CrossfadesFrom { get; init; }
}
