using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// Keeps what cues come to together below a true peak, by lowering in each place the one that adds most. It goes in passes. In a pass every window of 100 ms in which
/// the peaks of cues could come to that much is mixed at the gains the pass began with; each that is too high asks its loudest cue to go down; then every cue goes down
/// by the most it was asked for. So levels only fall, and a pass in which nobody is asked is the last. For example a spot and a bed that peak at 0.8 each, together at
/// 1.6 where 0.9 is allowed: the spot is asked to go to a half at most in a pass (0.4), the next pass asks the bed, and so on. Where what may not be lowered comes
/// higher by itself, nothing is lowered for it.
/// </summary>
/// <param name="show">What sounds when, at the levels there are.</param>
/// <param name="tracks">How loud its cues are along the show, in the order of its schedule.</param>
/// <param name="sounds">The sounds.</param>
internal sealed class Headroom(TimedShow show, IReadOnlyList<CueTrack> tracks, ILoudness sounds)
{
    /// <summary>How much is looked at at once.</summary>
    private const int WindowSteps = 10;

    /// <summary>How often all is looked at: what is lowered in one place is lower in all others.</summary>
    private const int MostPasses = 8;

    /// <summary>What the limiter could still make out, in dB.</summary>
    private const double MarginDb = 0.02;

    /// <summary>Lowers changes of level so that the peak is kept.</summary>
    /// <param name="changesDb">The level changes of cues in dB, by cue id. Cues not in it keep their levels.</param>
    /// <param name="peakDbtp">The highest true peak, in dBTP.</param>
    /// <returns>By how much they may change.</returns>
    public Dictionary<string, double> Keep(IReadOnlyDictionary<string, double> changesDb, double peakDbtp)
    {
        var most = Gain.FromDecibels(peakDbtp - MarginDb);
        var kept = new Dictionary<string, double>(changesDb);
        for (var pass = 0; pass < MostPasses; pass++)
        {
            var asked = AskedOf(kept, most);
            if (asked.Count == 0) break;
            foreach (var (cueId, db) in asked) kept[cueId] -= db;
        }
        return kept;
    }

    /// <summary>By how much cues are to be lower, in dB: of what the windows ask of each, the most.</summary>
    private Dictionary<string, double> AskedOf(Dictionary<string, double> changesDb, float most)
    {
        var bounds = new float[(show.Schedule.TotalFrames + Loudness.StepFrames - 1) / Loudness.StepFrames];
        foreach (var track in tracks)
        {
            var by = ChangeOf(track);
            for (var step = track.First; step < track.End; step++) bounds[step] += track.Peaks[step - track.First] * by;
        }
        var mixer = new Mixer(show.Schedule with { Cues = [.. tracks.Select(t => t.Cue with { Gain = t.Cue.Gain * ChangeOf(t) })] }, sounds.Open);
        var kept = new Mixer(show.Schedule with { Cues = [.. tracks.Where(t => !changesDb.ContainsKey(t.Cue.CueId)).Select(t => t.Cue)] }, sounds.Open);
        var samples = new float[(TruePeak.FramesBefore + WindowSteps * Loudness.StepFrames + TruePeak.FramesAfter) * Frames.Channels];
        var asked = new Dictionary<string, double>();
        for (var first = 0; first < bounds.Length; first += WindowSteps)
        {
            if (!bounds.AsSpan(first, Math.Min(WindowSteps, bounds.Length - first)).ContainsAnyInRange(MathF.BitIncrement(most), float.MaxValue)) continue;
            mixer.Sum((long)first * Loudness.StepFrames - TruePeak.FramesBefore, samples);
            var peak = TruePeak.Of(samples);
            if (peak <= most || Greatest(first, changesDb) is not (var cueId, var own)) continue;
            kept.Sum((long)first * Loudness.StepFrames - TruePeak.FramesBefore, samples);
            if (TruePeak.Of(samples) > most) continue;
            var left = Math.Max(own - (peak - most), own / 2);
            asked[cueId] = Math.Max(asked.GetValueOrDefault(cueId), Math.Ceiling(20 * Math.Log10(own / left) / LevelTargets.StepDb) * LevelTargets.StepDb);
        }
        return asked;

        float ChangeOf(CueTrack track) => changesDb.TryGetValue(track.Cue.CueId, out var db) ? Gain.FromDecibels(db) : 1;
    }

    /// <summary>
    /// The cue that may be lowered and contributes most to a window, with its contribution; null for none. A bed is none of them where it is ducked
    /// for a voice: it is as loud as it is to be there, whatever its level.
    /// </summary>
    private (string CueId, float Peak)? Greatest(int first, Dictionary<string, double> changesDb) => tracks
        .Where(t => t.First < first + WindowSteps && t.End > first && changesDb.ContainsKey(t.Cue.CueId) && !(IsBed(t) && MakesRoom(first)))
        .Select(t => ((string CueId, float Peak)?)(t.Cue.CueId, PeakIn(t, first) * Gain.FromDecibels(changesDb[t.Cue.CueId])))
        .MaxBy(t => t!.Value.Peak);

    private bool IsBed(CueTrack track) => show.Show.Sound(track.Cue.SoundId).Kind == SoundKind.Bed;

    private bool MakesRoom(int first)
    {
        var (from, to) = ((long)first * Loudness.StepFrames, (long)(first + WindowSteps) * Loudness.StepFrames);
        return show.Schedule.DuckingStretches.Any(d => d.Duck.DepthDb is null && d.StartFrame < to && d.EndFrame > from);
    }

    private static float PeakIn(CueTrack track, int first)
    {
        var (from, to) = (Math.Max(first, track.First) - track.First, Math.Min(first + WindowSteps, track.End) - track.First);
        return track.Peaks[from..to].Max();
    }
}
