using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// One cue as it plays. Frames are at 48 kHz. Frames of the schedule count from the show's beginning; frames of the sound count from its own, at
/// the cue's speed.
/// </summary>
/// <param name="CueId">The cue.</param>
/// <param name="SoundId">Its sound.</param>
/// <param name="Source">The samples it plays.</param>
/// <param name="StartFrame">The frame at which it starts.</param>
/// <param name="EndFrame">The frame after the last.</param>
/// <param name="InFrame">The first frame of the sound that is used.</param>
/// <param name="UsedFrames">How many frames of the sound are used.</param>
/// <param name="LoopFrom">The first frame of the loop.</param>
/// <param name="LoopTo">The frame after the last of the loop.</param>
/// <param name="SeamFrames">How many frames of two repeats overlap; 0 when it plays once.</param>
/// <param name="Rounds">How often it loops at most; <see cref="Cue.FillSpan"/> for no limit.</param>
/// <param name="Gain">Its linear gain.</param>
/// <param name="Envelope">Its gain over time: level points and ducking.</param>
/// <param name="FadeIn">Its fade-in.</param>
/// <param name="FadeOut">Its fade-out.</param>
/// <param name="CrossfadesFrom">The bed it crossfades from, or null.</param>
/// <param name="ByHand">Whether it is triggered manually, or follows a cue that is.</param>
public sealed record ScheduledCue(
    string CueId, string SoundId, SoundSource Source, long StartFrame, long EndFrame, long InFrame, long UsedFrames, long LoopFrom, long LoopTo,
    long SeamFrames, int Rounds, float Gain, Envelope Envelope, FadeShape FadeIn, FadeShape FadeOut, string? CrossfadesFrom = null, bool ByHand = false)
{
    /// <summary>Whether it is muted; a muted video is still seen.</summary>
    public bool IsMuted { get; init; }

    /// <summary>Whether it can be heard; false for a video without sound.</summary>
    public bool HasAudio { get; init; } = true;

    /// <summary>The frame at which it is stopped; null when it plays to its end.</summary>
    public long? StopFrame { get; init; }

    /// <summary>The fade-out at its own end, before it is fitted.</summary>
    public Fade Ending { get; init; } = Fade.None;

    /// <summary>The fitting method; null when it is unfitted.</summary>
    public FitMethod? FittedBy { get; init; }

    /// <summary>Whether it is fitted so that it ends on its own.</summary>
    public bool EndsItself { get; init; }

    /// <summary>The most audible edit of a fitted cue; null for none.</summary>
    public EditPoint? WorstEdit { get; init; }

    /// <summary>The bed that begins at the same moment and plays instead, or null.</summary>
    public string? ReplacedBy { get; init; }

    /// <summary>Its id within the schedule; a cue that restarts on every slide has one for each.</summary>
    internal (string CueId, long StartFrame) Key => (CueId, StartFrame);

    /// <summary>How long it sounds, in frames.</summary>
    public long LengthFrames => EndFrame - StartFrame;

    /// <summary>The distance between the beginnings of two repeats, in frames; the first also has the part before the loop.</summary>
    public long PeriodFrames => LoopTo - LoopFrom - SeamFrames;

    /// <summary>How long it plays on its own, in frames, regardless of its span; <see cref="long.MaxValue"/> for no end.</summary>
    public long NaturalFrames => Rounds == Cue.FillSpan ? long.MaxValue : UsedFrames + (Rounds - 1) * PeriodFrames;

    private long FirstPeriod => LoopTo - InFrame - SeamFrames;

    /// <summary>The repeat that is entered last at a frame of the cue (0 at its start), from 0.</summary>
    public long RoundAt(long frame)
    {
        if (Rounds == 1 || frame < FirstPeriod) return 0;
        var round = 1 + (frame - FirstPeriod) / PeriodFrames;
        return Rounds == Cue.FillSpan ? round : Math.Min(round, Rounds - 1);
    }

    /// <summary>The frame of the cue at which a repeat begins.</summary>
    public long RoundStart(long round) => round == 0 ? 0 : FirstPeriod + (round - 1) * PeriodFrames;

    /// <summary>The first frame of the sound in a repeat.</summary>
    public long RoundFrom(long round) => round == 0 ? InFrame : LoopFrom;

    /// <summary>The frame of the sound after the last one of a repeat.</summary>
    public long RoundTo(long round) => Rounds != Cue.FillSpan && round == Rounds - 1 ? InFrame + UsedFrames : LoopTo;

    /// <summary>The frame of its file after the last one that is heard, whether it is stopped or plays to its end.</summary>
    public long HeardTo
    {
        get
        {
            var round = RoundAt(LengthFrames - 1);
            var to = Math.Min(RoundFrom(round) + LengthFrames - RoundStart(round), RoundTo(round));
            return Source.FileRange(to - 1, to).To;
        }
    }

    /// <summary>The frames of the schedule at which a repeat begins, or a passage that does not continue the one before.</summary>
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
