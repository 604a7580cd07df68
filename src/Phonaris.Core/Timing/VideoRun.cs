using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A stretch in which a video plays evenly or is still. Frames are audio frames at 48 kHz; a picture is found by its time in the file.</summary>
/// <param name="FromFrame">Its first frame, counted from the start of the cue unless the owner says otherwise.</param>
/// <param name="ToFrame">The frame after its last.</param>
/// <param name="FileFrame">The frame of the file at its beginning.</param>
/// <param name="Speed">The playback speed: 1 as recorded, 0 for still.</param>
public sealed record VideoRun(long FromFrame, long ToFrame, long FileFrame, double Speed)
{
    /// <summary>The most repeats that are listed one by one: nearly three hours of repeats of a second. After that it is over.</summary>
    private const int MostRounds = 10_000;

    /// <summary>The frame of the file shown at a frame of the cue.</summary>
    public long FileFrameAt(long frame) => FileFrame + (long)Math.Round((frame - FromFrame) * Speed);

    /// <summary>Its part between two frames; null for none.</summary>
    internal VideoRun? Within(long from, long to)
    {
        var (first, end) = (Math.Max(FromFrame, from), Math.Min(ToFrame, to));
        return first < end ? new(first, end, FileFrameAt(first), Speed) : null;
    }

    /// <summary>The stretches of the file that a cue shows, in order: one for each repeat, and for each passage when it is cut.</summary>
    /// <param name="cue">The cue.</param>
    public static IEnumerable<VideoRun> Of(ScheduledCue cue)
    {
        ArgumentNullException.ThrowIfNull(cue);
        for (long round = 0; round < MostRounds && (cue.Rounds == Cue.FillSpan || round < cue.Rounds) && cue.RoundStart(round) < cue.LengthFrames; round++)
        {
            var (start, from) = (cue.RoundStart(round), cue.RoundFrom(round));
            var last = cue.Rounds != Cue.FillSpan && round == cue.Rounds - 1;
            // Where two repeats overlap, the later one is shown.
            var end = Math.Min(cue.LengthFrames, last ? start + cue.RoundTo(round) - from : cue.RoundStart(round + 1));
            foreach (var run in Passages(cue.Source, start, end, from)) yield return run;
        }
    }

    private static IEnumerable<VideoRun> Passages(SoundSource source, long start, long end, long from)
    {
        if (source.Cut is not { } cut)
        {
            yield return new(start, end, source.FileRange(from, from).From, source.Speed);
            yield break;
        }
        long at = 0;
        foreach (var passage in cut.Passages)
        {
            // The position of the passage among the frames used from here on.
            var (first, next) = (Math.Max(at, from), at + passage.Frames);
            if (next > from && start + first - from < end)
                yield return new(start + first - from, Math.Min(end, start + next - from), passage.FromFrame + first - at, 1);
            at = next;
        }
    }
}
