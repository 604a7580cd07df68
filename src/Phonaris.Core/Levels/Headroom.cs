using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// Keeps the sum of the cues below a true peak, by lowering in each place the cue that adds most. It works in passes. In a pass, every window of 100 ms in which
/// the peaks could add up to too much is mixed at the gains of the pass's beginning; each window that is too high asks its loudest cue to be lowered; then every cue is lowered
/// by the most it was asked for. Levels only fall, so a pass without requests is the last. Example: a spot and a bed peak at 0.8 each, together at
/// 1.6 where 0.9 is allowed. The spot is halved, the most in one pass (0.4), the next pass lowers the bed, and so on. Where cues that may not be lowered
/// peak too high on their own, nothing is lowered.
/// </summary>
/// <param name="show">What plays when, at the current levels.</param>
/// <param name="tracks">The loudness of its cues over time, in the order of its schedule.</param>
/// <param name="sounds">The sounds.</param>
internal sealed class Headroom(TimedShow show, IReadOnlyList<CueTrack> tracks, ILoudness sounds)
{
    /// <summary>How much is processed at a time.</summary>
    private const int WindowSteps = 10;

    /// <summary>The most passes: what is lowered in one place is lower everywhere.</summary>
    private const int MostPasses = 8;

    /// <summary>The error allowed below the limiter's threshold, in dB.</summary>
    private const double MarginDb = 0.02;

    /// <summary>Reduces level changes so that the peak is kept.</summary>
    /// <param name="changesDb">The level changes of cues in dB, by cue id. Cues not in it keep their levels.</param>
    /// <param name="peakDbtp">The highest true peak, in dBTP.</param>
    /// <returns>The reduced changes.</returns>
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

    /// <summary>How much cues must be lowered, in dB: for each the most that any window asks.</summary>
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
    /// The cue that may be lowered and contributes most to a window, with its contribution; null for none. A bed that is ducked
    /// there is left out, because ducking sets its loudness whatever its level.
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
