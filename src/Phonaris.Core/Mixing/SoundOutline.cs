using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Mixing;

/// <summary>What a schedule looks like: outlines from the peaks of its sounds, without rendering.</summary>
public static class SoundOutline
{
    /// <summary>The greatest magnitudes of a cue's sound in equal parts of a stretch, before level and fades.</summary>
    /// <param name="cue">The cue.</param>
    /// <param name="peaks">Its sound's peaks.</param>
    /// <param name="fromFrame">The stretch's first absolute frame.</param>
    /// <param name="toFrame">The frame after its last.</param>
    /// <param name="columns">One value for each part, 0 to 1; 0 where the cue does not sound.</param>
    public static void Of(ScheduledCue cue, PeakPyramid peaks, long fromFrame, long toFrame, Span<float> columns)
    {
        ArgumentNullException.ThrowIfNull(cue);
        ArgumentNullException.ThrowIfNull(peaks);
        var length = toFrame - fromFrame;
        Span<float> next = stackalloc float[1];
        for (var c = 0; c < columns.Length; c++)
        {
            var start = Math.Max(fromFrame + length * c / columns.Length, cue.StartFrame) - cue.StartFrame;
            var end = Math.Min(fromFrame + length * (c + 1) / columns.Length, cue.EndFrame) - cue.StartFrame;
            if (end <= start)
            {
                columns[c] = 0;
                continue;
            }
            var round = cue.RoundAt(start);
            var sound = cue.RoundFrom(round) + start - cue.RoundStart(round);
            var last = Math.Min(sound + end - start, cue.RoundTo(round));
            var (from, to) = cue.Source.FileRange(sound, last);
            peaks.Read(from, to, columns.Slice(c, 1));
            // A part that is longer than what is left of the round holds some of the next ones, at most all that loops.
            if (sound + end - start <= cue.RoundTo(round) || cue.Rounds == 1) continue;
            var more = Math.Min(sound + end - start - cue.RoundTo(round), cue.LoopTo - cue.LoopFrom);
            (from, to) = cue.Source.FileRange(cue.LoopFrom, cue.LoopFrom + more);
            peaks.Read(from, to, next);
            columns[c] = Math.Max(columns[c], next[0]);
        }
    }

    /// <summary>The outline of the whole show: in each equal part, the sum of what its cues come to.</summary>
    /// <param name="schedule">What sounds when.</param>
    /// <param name="peaksOf">Gives the peaks of a content hash.</param>
    /// <param name="columns">One value for each part, 0 to 1.</param>
    public static void Of(Schedule schedule, Func<string, PeakPyramid> peaksOf, Span<float> columns)
    {
        ArgumentNullException.ThrowIfNull(schedule);
        ArgumentNullException.ThrowIfNull(peaksOf);
        columns.Clear();
        var one = new float[columns.Length];
        foreach (var cue in schedule.Cues)
        {
            // Only the columns it sounds in.
            var first = (int)(cue.StartFrame * columns.Length / schedule.TotalFrames);
            var last = (int)Math.Min(columns.Length, (cue.EndFrame * columns.Length + schedule.TotalFrames - 1) / schedule.TotalFrames);
            for (var c = first; c < last; c++)
            {
                Of(cue, peaksOf(cue.Source.Media), schedule.TotalFrames * c / columns.Length, schedule.TotalFrames * (c + 1) / columns.Length, one.AsSpan(c, 1));
                if (one[c] == 0) continue;
                var middle = schedule.TotalFrames * (2 * c + 1) / (2 * columns.Length);
                columns[c] += one[c] * cue.GainAt(Math.Clamp(middle - cue.StartFrame, 0, cue.LengthFrames - 1));
            }
        }
        for (var c = 0; c < columns.Length; c++) columns[c] = Math.Min(1, columns[c]);
    }
}
