using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// Ducking: how beds get quieter under voices. Each stretch of speech is a trigger, and the gain of a bed follows it along four points: it begins to fall an attack before the
/// speech, is down when that begins, stays down for the hold behind it, and is up again a release later. How far down (the depth) is what the bed is above the loudness
/// that targets ask of it under a voice, so a quiet bed hardly moves. Where two stretches overlap, the bed is at each moment as low as the lower one asks. For
/// example speech from 10 to 12 s, attack 0.15 s, hold 0.4 s, release 0.8 s, a bed at −22 LUFS that is to be at −28: 0 dB until 9.85 s, −6 dB from 10 to 12.4 s,
/// 0 dB from 13.2 s on.
/// </summary>
internal static class Ducking
{
    /// <summary>How much of a bed is looked at at once for its loudness, in frames: less than a level changes in.</summary>
    private const long LookFrames = Frames.PerSecond / 2;

    /// <summary>Where voices speak along the show, those close to each other as one.</summary>
    /// <param name="voices">The voices that sound for which beds are ducked, each with how.</param>
    /// <param name="listened">What is known of their sounds.</param>
    public static ValueList<DuckingStretch> Of(IEnumerable<(ScheduledCue Voice, Duck Duck)> voices, Listened listened) => [.. voices
        .SelectMany(v => Speech.Of(v.Voice, listened).Select(s => new DuckingStretch(v.Voice.StartFrame + s.FromFrame, v.Voice.StartFrame + s.ToFrame, v.Duck)))
        .GroupBy(d => d.Duck)
        .SelectMany(Merged)
        .OrderBy(d => d.StartFrame)];

    /// <summary>Stretches for which beds do the same: between those close to each other they stay down.</summary>
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

    /// <summary>What a bed does while voices speak, in its own frames.</summary>
    /// <param name="bed">The bed, by itself.</param>
    /// <param name="voices">Where they speak, in order.</param>
    /// <param name="levels">How loud the bed is, and is to be meanwhile.</param>
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

    /// <summary>Lowers a course to another that begins no earlier than what it was lowered to before.</summary>
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

    /// <summary>The part of a course of the show that falls on a cue, in frames of the cue.</summary>
    private static Envelope Within(Envelope show, long start, long end)
    {
        var inner = show.Points.Where(p => p.Frame > start && p.Frame < end).Select(p => p with { Frame = p.Frame - start }).ToList();
        return new([new(0, show.DbAt(start)), .. inner, new(end - start, show.DbAt(end))]);
    }

    /// <summary>How loud beds are, and what is asked of them under a voice.</summary>
    /// <param name="UnderLufs">How loud a bed is to be under a voice, in LUFS.</param>
    /// <param name="Listened">What is known of their sounds.</param>
    /// <param name="Known">What was measured of the bed's sound, where nobody has listened to it.</param>
    public readonly record struct BedLevels(double UnderLufs, Listened Listened, SoundFigures Known)
    {
        /// <summary>How far down a bed has to go while a voice speaks, in tenths of a decibel.</summary>
        public double Depth(ScheduledCue bed, DuckingStretch voice)
        {
            var (from, to) = (Math.Max(voice.StartFrame, bed.StartFrame), Math.Min(voice.EndFrame, bed.EndFrame));
            // One that begins behind the voice, or ends before it, is on its way only.
            if (from >= to) (from, to) = (Math.Max(voice.DownFrame, bed.StartFrame), Math.Min(voice.UpFrame, bed.EndFrame));
            return Depth(bed, from - bed.StartFrame, to - bed.StartFrame);
        }

        /// <summary>How far down it would have to go over a stretch of its own frames, in tenths of a decibel.</summary>
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
