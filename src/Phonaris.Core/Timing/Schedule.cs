using System.Security.Cryptography;
using System.Text;
using Phonaris.Core.Audio;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// When and how each cue sounds, in absolute frames and linear gains: computed once from the show; drawn by the run sheet and
/// played by the mixer.
/// </summary>
/// <param name="TotalFrames">The running time in frames at 48 kHz.</param>
/// <param name="Cues">The cues that sound by themselves, in the show's order; one that sounds anew on every slide is there for each.</param>
/// <param name="ByHand">The cues that wait for a hand, as if it came with their slide.</param>
public sealed record Schedule(long TotalFrames, ValueList<ScheduledCue> Cues, ValueList<ScheduledCue> ByHand)
{
    /// <summary>The schedule of a show.</summary>
    public static Schedule Of(Show show) => Of(show, RunningOrder.Of(show));

    /// <summary>The schedule of a show whose running order is known.</summary>
    public static Schedule Of(Show show, RunningOrder order)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(order);
        var placed = show.Cues.ToLookup(c => c.Start.Kind == CueStartKind.Hand, c => Place(show, order, c));
        return new(order.TotalFrames, [.. placed[false].SelectMany(p => p)], [.. placed[true].SelectMany(p => p)]);
    }

    /// <summary>
    /// A name for what is heard in a stretch of frames: equal when, and only when, the same cues sound there in the same way.
    /// What was rendered under it can be kept.
    /// </summary>
    public string ContentKey(long fromFrame, long toFrame)
    {
        var text = new StringBuilder();
        foreach (var cue in Cues)
            if (cue.StartFrame < toFrame && cue.EndFrame > fromFrame) text.Append(cue).Append('\n');
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{fromFrame} {toFrame} {TotalFrames}\n{text}")).AsSpan(0, 12));
    }

    private static IEnumerable<ScheduledCue> Place(Show show, RunningOrder order, Cue cue)
    {
        if (cue.Span is null) return [];
        var covered = order.Of(show, cue.Span);
        var stretches = cue.EachSlide ? covered.Select(s => (IReadOnlyList<SlideTime>)[s]) : covered.Count > 0 ? [covered] : [];
        return stretches.Select(slides => Place(show, order, cue, slides)).OfType<ScheduledCue>();
    }

    private static ScheduledCue? Place(Show show, RunningOrder order, Cue cue, IReadOnlyList<SlideTime> slides)
    {
        var spanEnd = slides[^1].EndFrame;
        var start = BeginsAt(show, cue.Start, slides) + Frames.FromMs(cue.DelayMs);
        var used = cue.OutFrame - cue.InFrame;
        var seam = cue.Rounds == 1 ? 0 : Seam.FramesFor(used);
        var natural = cue.Rounds == Cue.FillSpan ? spanEnd - start : used + (cue.Rounds - 1) * (used - seam);
        var end = Math.Min(start + natural, cue.Stop == CueStop.Span ? spanEnd : order.TotalFrames);
        if (end <= start) return null;
        var sound = show.Sound(cue.SoundId);
        var (fadeIn, fadeOut) = FadeShape.Pair(cue.FadeIn, cue.FadeOut, end - start);
        return new(
            cue.Id, sound.Id, sound.Media, start, end, cue.InFrame, used, seam, cue.Rounds, Gain.FromDecibels(cue.LevelDb), fadeIn, fadeOut);
    }

    /// <summary>The frame of what a cue starts with: a step of the slides it covers, else the first of them.</summary>
    private static long BeginsAt(Show show, CueStart start, IReadOnlyList<SlideTime> slides)
    {
        if (start.StepId is { } stepId)
            foreach (var slide in slides)
                if (show.Slides[slide.Index].Steps.FindIndex(s => s.Id == stepId) is >= 0 and var k) return slide.StepFrames[k];
        return slides[0].StartFrame;
    }
}

/// <summary>One cue as it sounds. Frames are at 48 kHz; those of the schedule count from the show's beginning.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="SoundId">Its sound.</param>
/// <param name="Media">The content hash of its sound's file.</param>
/// <param name="StartFrame">The first frame in which it sounds.</param>
/// <param name="EndFrame">The frame after the last.</param>
/// <param name="InFrame">The first frame of the sound that is used.</param>
/// <param name="UsedFrames">How many frames of the sound are used.</param>
/// <param name="SeamFrames">How many frames of two rounds overlap; 0 when it goes round once.</param>
/// <param name="Rounds">How often it goes round at most; <see cref="Cue.FillSpan"/> for without end.</param>
/// <param name="Gain">Its linear gain.</param>
/// <param name="FadeIn">How it swells in.</param>
/// <param name="FadeOut">How it dies away.</param>
public sealed record ScheduledCue(
    string CueId, string SoundId, string Media, long StartFrame, long EndFrame, long InFrame, long UsedFrames, long SeamFrames, int Rounds,
    float Gain, FadeShape FadeIn, FadeShape FadeOut)
{
    /// <summary>How long it sounds, in frames.</summary>
    public long LengthFrames => EndFrame - StartFrame;

    /// <summary>From the beginning of one round to the beginning of the next, in frames.</summary>
    public long PeriodFrames => UsedFrames - SeamFrames;

    /// <summary>The round that is entered last at a frame of the cue (0 at its start), from 0.</summary>
    public long RoundAt(long frame) =>
        Rounds == Cue.FillSpan ? frame / PeriodFrames : Math.Min(frame / PeriodFrames, Rounds - 1);

    /// <summary>The frames of the schedule at which a new round begins.</summary>
    public IEnumerable<long> Knots()
    {
        if (Rounds == 1) yield break;
        for (long round = 1; round * PeriodFrames < LengthFrames && (Rounds == Cue.FillSpan || round < Rounds); round++)
            yield return StartFrame + round * PeriodFrames;
    }

    /// <summary>The linear gain of its level and fades at a frame of the cue (0 at its start).</summary>
    public float GainAt(long frame) => Gain * (FadeIn.At(frame) * FadeOut.At(LengthFrames - 1 - frame));
}
