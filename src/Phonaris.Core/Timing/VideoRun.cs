using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A stretch in which a video moves evenly, or stands. Frames are at 48 kHz; pictures have no frames of their own here, they are seen by when they lie in their file.</summary>
/// <param name="FromFrame">Its first frame, counted from where the cue begins, or as the one who has it says.</param>
/// <param name="ToFrame">The frame after its last.</param>
/// <param name="FileFrame">The frame of the file at its beginning.</param>
/// <param name="Speed">How fast the file is gone through: 1 as it was taken, 0 where it stands.</param>
public sealed record VideoRun(long FromFrame, long ToFrame, long FileFrame, double Speed)
{
    /// <summary>The most rounds that are gone through one by one: of a second each, for nearly three hours. Then it is over.</summary>
    private const int MostRounds = 10_000;

    /// <summary>The frame of the file that is seen at a frame of the cue.</summary>
    public long FileFrameAt(long frame) => FileFrame + (long)Math.Round((frame - FromFrame) * Speed);

    /// <summary>What of it lies between two frames; null for nothing.</summary>
    internal VideoRun? Within(long from, long to)
    {
        var (first, end) = (Math.Max(FromFrame, from), Math.Min(ToFrame, to));
        return first < end ? new(first, end, FileFrameAt(first), Speed) : null;
    }

    /// <summary>What is gone through of a file by a cue that sounds from it, in order: a stretch for each round, and for each passage where it is cut.</summary>
    /// <param name="cue">The cue.</param>
    public static IEnumerable<VideoRun> Of(ScheduledCue cue)
    {
        ArgumentNullException.ThrowIfNull(cue);
        for (long round = 0; round < MostRounds && (cue.Rounds == Cue.FillSpan || round < cue.Rounds) && cue.RoundStart(round) < cue.LengthFrames; round++)
        {
            var (start, from) = (cue.RoundStart(round), cue.RoundFrom(round));
            var last = cue.Rounds != Cue.FillSpan && round == cue.Rounds - 1;
            // Where two rounds overlap, the later is seen.
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
            // Where the passage lies among the frames that are used from here on.
            var (first, next) = (Math.Max(at, from), at + passage.Frames);
            if (next > from && start + first - from < end)
                yield return new(start + first - from, Math.Min(end, start + next - from), passage.FromFrame + first - at, 1);
            at = next;
        }
    }
}
