using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Mixing;

/// <summary>Waveform outlines of a schedule, from the peaks of its sounds, without rendering.</summary>
public static class SoundOutline
{
    /// <summary>The peaks of a cue's sound in equal parts of a stretch, before level and fades.</summary>
    /// <param name="cue">The cue.</param>
    /// <param name="peaks">Its sound's peaks.</param>
    /// <param name="fromFrame">The stretch's first absolute frame.</param>
    /// <param name="toFrame">The frame after its last.</param>
    /// <param name="columns">One value for each part, 0 to 1; 0 where the cue is silent.</param>
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
            // A part longer than the rest of the repeat also contains the next ones, up to the whole loop.
            if (sound + end - start <= cue.RoundTo(round) || cue.Rounds == 1) continue;
            var more = Math.Min(sound + end - start - cue.RoundTo(round), cue.LoopTo - cue.LoopFrom);
            (from, to) = cue.Source.FileRange(cue.LoopFrom, cue.LoopFrom + more);
            peaks.Read(from, to, next);
            columns[c] = Math.Max(columns[c], next[0]);
        }
    }

    /// <summary>The outline of the whole show: the sum of its cues in each equal part.</summary>
    /// <param name="schedule">What plays when.</param>
    /// <param name="peaksOf">Gives the peaks of a file by its content hash.</param>
    /// <param name="columns">One value for each part, 0 to 1.</param>
    public static void Of(Schedule schedule, Func<string, PeakPyramid> peaksOf, Span<float> columns)
    {
        ArgumentNullException.ThrowIfNull(schedule);
        ArgumentNullException.ThrowIfNull(peaksOf);
        columns.Clear();
        var one = new float[columns.Length];
        foreach (var cue in schedule.Cues)
        {
            // Only the columns in which it plays.
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
