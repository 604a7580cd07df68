using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// Keeps what cues come to together below a true peak: where it would be higher, the one that adds most is lowered until it is not. Only where the
/// peaks of cues could come to that much is the sum looked at. Where what may not be lowered comes higher by itself, nothing is lowered for it.
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
    /// <param name="changesDb">By how much the levels of cues are to change, in dB, by their ids; those that are not there stay, and are not lowered.</param>
    /// <param name="peakDbtp">The highest true peak, in dBTP.</param>
    /// <param name="stepDb">Levels are set in steps of this, in dB.</param>
    public void Keep(IDictionary<string, double> changesDb, double peakDbtp, double stepDb)
    {
        var most = Gain.FromDecibels(peakDbtp - MarginDb);
        for (var pass = 0; pass < MostPasses && Lower(changesDb, most, stepDb); pass++)
        {
        }
    }

    private bool Lower(IDictionary<string, double> changesDb, float most, double stepDb)
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
        // The most that any window asks of a cue, so that one pass brings it down for all of them.
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
            asked[cueId] = Math.Max(asked.GetValueOrDefault(cueId), Math.Ceiling(20 * Math.Log10(own / left) / stepDb) * stepDb);
        }
        foreach (var (cueId, db) in asked) changesDb[cueId] -= db;
        return asked.Count > 0;

        float ChangeOf(CueTrack track) => changesDb.TryGetValue(track.Cue.CueId, out var db) ? Gain.FromDecibels(db) : 1;
    }

    /// <summary>
    /// The cue that adds most to a window, of those that may be lowered, and how much that is; null for none. A bed is none of them where it makes room
    /// for a voice: it is as loud as it is to be there, whatever its level.
    /// </summary>
    private (string CueId, float Peak)? Greatest(int first, IDictionary<string, double> changesDb) => tracks
        .Where(t => t.First < first + WindowSteps && t.End > first && changesDb.ContainsKey(t.Cue.CueId) && !(IsBed(t) && MakesRoom(first)))
        .Select(t => ((string CueId, float Peak)?)(t.Cue.CueId, PeakIn(t, first) * Gain.FromDecibels(changesDb[t.Cue.CueId])))
        .MaxBy(t => t!.Value.Peak);

    private bool IsBed(CueTrack track) => show.Show.Sound(track.Cue.SoundId).Kind == SoundKind.Bed;

    private bool MakesRoom(int first)
    {
        var (from, to) = ((long)first * Loudness.StepFrames, (long)(first + WindowSteps) * Loudness.StepFrames);
        return show.Schedule.Ducked.Any(d => d.Duck.DepthDb is null && d.StartFrame < to && d.EndFrame > from);
    }

    private static float PeakIn(CueTrack track, int first)
    {
        var (from, to) = (Math.Max(first, track.First) - track.First, Math.Min(first + WindowSteps, track.End) - track.First);
        return track.Peaks[from..to].Max();
    }
}
