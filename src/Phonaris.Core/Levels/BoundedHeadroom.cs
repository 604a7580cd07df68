using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>
/// How far single cues can be raised while all others keep their levels. Nothing is mixed: the true peak of a sum is at most the sum of the true peaks. For example,
/// where cues peak at 0.5 and 0.3 and 0.9 is allowed, 0.1 is left: the quieter one can come to 0.4, which is 2.4 dB more. The answer is safe, and can be lower than
/// what <see cref="Headroom"/> finds by mixing.
/// </summary>
/// <param name="bounds">The most the true peak of the whole show can be, linear, in steps of 10 ms.</param>
/// <param name="peakDbtp">The highest true peak, in dBTP.</param>
internal sealed class BoundedHeadroom(float[] bounds, double peakDbtp)
{
    /// <summary>The error of a level computed from a gain, in steps of a level.</summary>
    private const double Rounding = 1e-4;

    private readonly float _highest = Gain.FromDecibels(peakDbtp);
    private readonly List<(CueTrack Track, float By)> _raised = [];

    /// <summary>Raises a cue as far as it asks and as there is room. A cue raised later finds what the earlier ones leave.</summary>
    /// <param name="match">The level it asks for; one that is lower than its level now is taken as it is.</param>
    /// <param name="tracks">Everywhere it sounds.</param>
    /// <returns>The level it gets, in whole steps of a level.</returns>
    public MatchedCue Raise(MatchedCue match, IEnumerable<CueTrack> tracks)
    {
        if (match.ToDb <= match.FromDb) return match;
        // By what part of itself the cue grows.
        var by = Gain.FromDecibels(match.ToDb - match.FromDb) - 1;
        foreach (var track in tracks)
        {
            for (var step = track.First; step < track.End; step++)
                if (track.PeakAt(step) is > 0 and var peak) by = Math.Min(by, (_highest - bounds[step] - RaisedAt(step)) / peak);
        }
        by = Math.Max(0, by);
        _raised.AddRange(tracks.Select(t => (t, by)));
        var steps = Math.Floor((match.FromDb + Gain.ToDecibels(1 + by)) / LevelTargets.StepDb + Rounding);
        return match.LoweredTo(Math.Round(steps * LevelTargets.StepDb, 1));
    }

    private float RaisedAt(int step)
    {
        var sum = 0f;
        foreach (var (track, by) in _raised) sum += track.PeakAt(step) * by;
        return sum;
    }
}
