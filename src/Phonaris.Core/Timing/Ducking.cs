using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// Ducking: how beds are lowered under voices. Each stretch of speech is a trigger, and the gain of a bed follows four points: it begins to fall one attack before the
/// speech, reaches its depth when the speech begins, holds it for the hold time after the speech, and is back after the release. The depth is how far the bed is above the
/// target for beds under a voice, so a quiet bed is hardly lowered. Where two stretches overlap, the lower gain applies at each moment. For
/// example: speech from 10 to 12 s, attack 0.15 s, hold 0.4 s, release 0.8 s, a bed at −22 LUFS with a target of −28: 0 dB until 9.85 s, −6 dB from 10 to 12.4 s,
/// 0 dB from 13.2 s on.
/// </summary>
internal static class Ducking
{
    /// <summary>The window in which a bed's loudness is read, in frames; shorter than a level change.</summary>
    private const long LookFrames = Frames.PerSecond / 2;

    /// <summary>The stretches in which voices speak, in the show; those close to each other are joined.</summary>
    /// <param name="voices">The voices under which beds are ducked, each with its settings.</param>
    /// <param name="listened">The analysis of their sounds.</param>
    public static ValueList<DuckingStretch> Of(IEnumerable<(ScheduledCue Voice, Duck Duck)> voices, Listened listened) => [.. voices
        .SelectMany(v => Speech.Of(v.Voice, listened).Select(s => new DuckingStretch(v.Voice.StartFrame + s.FromFrame, v.Voice.StartFrame + s.ToFrame, v.Duck)))
        .GroupBy(d => d.Duck)
        .SelectMany(Merged)
        .OrderBy(d => d.StartFrame)];

    /// <summary>Stretches that are ducked alike; between two that are close the beds stay lowered.</summary>
    private static List<DuckingStretch> Merged(IEnumerable<DuckingStretch> stretches)
    {
        List<DuckingStretch> merged = [];
        foreach (var next in stretches.OrderBy(d => d.StartFrame))
        {
            if (merged is [.., var last] && next.DownFrame <= last.HeldTo) merged[^1] = last with { EndFrame = Math.Max(last.EndFrame, next.EndFrame) };
            else merged.Add(next);
        }
        return merged;
    }

    /// <summary>The gain of a bed while voices speak, in its own frames.</summary>
    /// <param name="bed">The bed on its own.</param>
    /// <param name="voices">The stretches of speech, in order.</param>
    /// <param name="levels">The bed's loudness and its target under a voice.</param>
    public static Envelope For(ScheduledCue bed, ValueList<DuckingStretch> voices, BedLevels levels)
    {
        List<EnvelopePoint> points = [];
        foreach (var voice in voices)
        {
            if (voice.DownFrame >= bed.EndFrame || voice.UpFrame <= bed.StartFrame) continue;
            var depth = voice.Duck.DepthDb ?? levels.Depth(bed, voice);
            if (depth == 0) continue;
            Lower(points, [new(voice.DownFrame, 0), new(voice.StartFrame, -depth), new(voice.HeldTo, -depth), new(voice.UpFrame, 0)]);
        }
        return points.Count == 0 ? Envelope.Even : Within(new([.. points]), bed.StartFrame, bed.EndFrame);
    }

    /// <summary>Combines two gain curves by the lower one; the second begins no earlier than the last one combined.</summary>
    private static void Lower(List<EnvelopePoint> points, EnvelopePoint[] other)
    {
        var from = points.Count;
        while (from > 0 && points[from - 1].Frame > other[0].Frame) from--;
        if (from == points.Count)
        {
            points.AddRange(points is [.., var end] && end.Frame == other[0].Frame ? other[1..] : other);
            return;
        }
        var (before, later) = (new Envelope([.. points.Skip(Math.Max(0, from - 1))]), new Envelope([.. other]));
        var frames = before.Points.Concat(later.Points).Select(p => p.Frame).Distinct().Order().ToList();
        points.RemoveRange(Math.Max(0, from - 1), points.Count - Math.Max(0, from - 1));
        for (var i = 0; i < frames.Count; i++)
        {
            var (one, two) = (before.DbAt(frames[i]), later.DbAt(frames[i]));
            points.Add(new(frames[i], Math.Min(one, two)));
            if (i + 1 == frames.Count) break;
            var (apart, then) = (one - two, before.DbAt(frames[i + 1]) - later.DbAt(frames[i + 1]));
            if (apart * then >= 0) continue;
            var meet = frames[i] + (long)((frames[i + 1] - frames[i]) * (apart / (apart - then)));
            if (meet > frames[i] && meet < frames[i + 1]) points.Add(new(meet, before.DbAt(meet)));
        }
    }

    /// <summary>The part of a gain curve that falls on a cue, in frames of the cue.</summary>
    private static Envelope Within(Envelope show, long start, long end)
    {
        var inner = show.Points.Where(p => p.Frame > start && p.Frame < end).Select(p => p with { Frame = p.Frame - start }).ToList();
        return new([new(0, show.DbAt(start)), .. inner, new(end - start, show.DbAt(end))]);
    }

    /// <summary>The loudness of beds, and their target under a voice.</summary>
    /// <param name="UnderLufs">The target for beds under a voice, in LUFS.</param>
    /// <param name="Listened">The analysis of their sounds.</param>
    /// <param name="Known">The measurements of the bed's sound, used when it has not been analysed.</param>
    public readonly record struct BedLevels(double UnderLufs, Listened Listened, SoundFigures Known)
    {
        /// <summary>The depth of a bed under a voice, in tenths of a decibel.</summary>
        public double Depth(ScheduledCue bed, DuckingStretch voice)
        {
            var (from, to) = (Math.Max(voice.StartFrame, bed.StartFrame), Math.Min(voice.EndFrame, bed.EndFrame));
            // A bed that begins after the voice or ends before it is only in attack or release.
            if (from >= to) (from, to) = (Math.Max(voice.DownFrame, bed.StartFrame), Math.Min(voice.UpFrame, bed.EndFrame));
            return Depth(bed, from - bed.StartFrame, to - bed.StartFrame);
        }

        /// <summary>The depth needed for a stretch of the bed's own frames, in tenths of a decibel.</summary>
        public double Depth(ScheduledCue bed, long from, long to) => Math.Clamp(Math.Round(Lufs(bed, from, to) - UnderLufs, 1), 0, Duck.GreatestDb);

        private double Lufs(ScheduledCue bed, long from, long to)
        {
            if (Listened.Track is null) return (Known.LoudnessLufs ?? double.NegativeInfinity) + Gain.ToDecibels(bed.Gain);
            var (track, sum) = (Listened.Track(bed.Source.Media), 0.0);
            for (var at = from; at < to; at += LookFrames)
            {
                var length = Math.Min(LookFrames, to - at);
                var entered = bed.RoundFrom(bed.RoundAt(at)) + at - bed.RoundStart(bed.RoundAt(at));
                var (first, last) = bed.Source.FileRange(entered, entered + length);
                double gain = bed.Gain * bed.Envelope.GainAt(at + length / 2);
                if (last > first) sum += track.Energy(first, last) / (last - first) * length * gain * gain;
            }
            return Loudness.Lufs(sum / (to - from));
        }
    }
}
