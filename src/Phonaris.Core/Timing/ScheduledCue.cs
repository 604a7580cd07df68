using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// One cue as it sounds. Frames are at 48 kHz; those of the schedule count from the show's beginning, those of the sound from its own, as
/// it is at the cue's speed.
/// </summary>
/// <param name="CueId">The cue.</param>
/// <param name="SoundId">Its sound.</param>
/// <param name="Source">The samples it plays.</param>
/// <param name="StartFrame">The first frame in which it sounds.</param>
/// <param name="EndFrame">The frame after the last.</param>
/// <param name="InFrame">The first frame of the sound that is used.</param>
/// <param name="UsedFrames">How many frames of the sound are used.</param>
/// <param name="LoopFrom">The first frame of the sound that loops.</param>
/// <param name="LoopTo">The frame after the last that loops.</param>
/// <param name="SeamFrames">How many frames of two rounds overlap; 0 when it loops once.</param>
/// <param name="Rounds">How often it loops at most; <see cref="Cue.FillSpan"/> for without end.</param>
/// <param name="Gain">Its linear gain.</param>
/// <param name="Envelope">Changes of its gain along its course: level points and ducks.</param>
/// <param name="FadeIn">How it fades in.</param>
/// <param name="FadeOut">How it fades out.</param>
/// <param name="TakesOverFrom">The cue that is replaced by it while it fades in, or null.</param>
/// <param name="ByHand">Whether it is triggered manually, or for a cue that does.</param>
public sealed record ScheduledCue(
    string CueId, string SoundId, SoundSource Source, long StartFrame, long EndFrame, long InFrame, long UsedFrames, long LoopFrom, long LoopTo,
    long SeamFrames, int Rounds, float Gain, Envelope Envelope, FadeShape FadeIn, FadeShape FadeOut, string? TakesOverFrom = null, bool ByHand = false)
{
    /// <summary>Whether it is muted: a video is seen all the same.</summary>
    public bool IsMuted { get; init; }

    /// <summary>Whether there is anything to hear in it: not in a video without sound.</summary>
    public bool HasAudio { get; init; } = true;

    /// <summary>The frame it is stopped at, however long its sound is; null where it ends when it has finished.</summary>
    public long? StopFrame { get; init; }

    /// <summary>The fade it comes to its own end with, before it is made to fit its length.</summary>
    public Fade Ending { get; init; } = Fade.None;

    /// <summary>The way it was made as long as its slides; null where it sounds as it is.</summary>
    public FitMethod? FittedBy { get; init; }

    /// <summary>Whether it was made as long as its slides so that it ends by itself.</summary>
    public bool EndsItself { get; init; }

    /// <summary>The most audible edit of a fitted cue; null for none.</summary>
    public Join? WorstJoin { get; init; }

    /// <summary>The bed that begins at the same moment, so that this one does not sound; or null.</summary>
    public string? ReplacedBy { get; init; }

    /// <summary>Its id among those of a schedule: one that plays again on every slide is there for each.</summary>
    internal (string CueId, long StartFrame) Key => (CueId, StartFrame);

    /// <summary>How long it sounds, in frames.</summary>
    public long LengthFrames => EndFrame - StartFrame;

    /// <summary>From the beginning of one round to the beginning of the next, in frames; the first begins with what leads to it.</summary>
    public long PeriodFrames => LoopTo - LoopFrom - SeamFrames;

    /// <summary>How long it sounds by itself, in frames, its span left aside; <see cref="long.MaxValue"/> for without end.</summary>
    public long NaturalFrames => Rounds == Cue.FillSpan ? long.MaxValue : UsedFrames + (Rounds - 1) * PeriodFrames;

    private long FirstPeriod => LoopTo - InFrame - SeamFrames;

    /// <summary>The round that is entered last at a frame of the cue (0 at its start), from 0.</summary>
    public long RoundAt(long frame)
    {
        if (Rounds == 1 || frame < FirstPeriod) return 0;
        var round = 1 + (frame - FirstPeriod) / PeriodFrames;
        return Rounds == Cue.FillSpan ? round : Math.Min(round, Rounds - 1);
    }

    /// <summary>The frame of the cue at which a round begins.</summary>
    public long RoundStart(long round) => round == 0 ? 0 : FirstPeriod + (round - 1) * PeriodFrames;

    /// <summary>The frame of the sound that a round begins with.</summary>
    public long RoundFrom(long round) => round == 0 ? InFrame : LoopFrom;

    /// <summary>The frame of the sound after the last one of a round.</summary>
    public long RoundTo(long round) => Rounds != Cue.FillSpan && round == Rounds - 1 ? InFrame + UsedFrames : LoopTo;

    /// <summary>The frame of its file after the last one that is heard: where it is broken off, or has finished.</summary>
    public long HeardTo
    {
        get
        {
            var round = RoundAt(LengthFrames - 1);
            var to = Math.Min(RoundFrom(round) + LengthFrames - RoundStart(round), RoundTo(round));
            return Source.FileRange(to - 1, to).To;
        }
    }

    /// <summary>The frames of the schedule at which a new round begins, or a passage that does not follow from the one before.</summary>
    public IEnumerable<long> EditPoints()
    {
        if (Source.Cut is { } cut)
            foreach (var run in cut.Runs().Skip(1).Where(r => r.AtFrame < LengthFrames)) yield return StartFrame + run.AtFrame;
        if (Rounds == 1) yield break;
        for (long round = 1; RoundStart(round) < LengthFrames && (Rounds == Cue.FillSpan || round < Rounds); round++)
            yield return StartFrame + RoundStart(round);
    }

    /// <summary>The linear gain of its level, envelope and fades at a frame of the cue (0 at its start).</summary>
    public float GainAt(long frame) => Gain * Envelope.GainAt(frame) * FadesAt(frame);

    /// <summary>The linear gain of its fades at a frame of the cue.</summary>
    public float FadesAt(long frame) => FadeIn.At(frame) * FadeOut.At(LengthFrames - 1 - frame);
}
