using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>
/// How far single cues can be raised while all others keep their levels, without mixing: the true peak of a sum is at most the sum of the true peaks. Example:
/// cues peak at 0.5 and 0.3, and 0.9 is allowed, so 0.1 is left: the quieter one can be raised to 0.4, by 2.4 dB. The result is safe, but can be lower than
/// what <see cref="Headroom"/> finds by mixing.
/// </summary>
/// <param name="bounds">Upper bounds of the true peak of the whole show, linear, in steps of 10 ms.</param>
/// <param name="peakDbtp">The highest true peak, in dBTP.</param>
internal sealed class BoundedHeadroom(float[] bounds, double peakDbtp)
{
    /// <summary>The rounding error of a level computed from a gain.</summary>
    private const double Rounding = 1e-4;

    private readonly float _highest = Gain.FromDecibels(peakDbtp);
    private readonly List<(CueTrack Track, float By)> _raised = [];

    /// <summary>Raises a cue as far as requested and as the headroom allows. Cues raised later have what is left.</summary>
    /// <param name="match">The requested level; one below its current level is accepted as it is.</param>
    /// <param name="tracks">The tracks of all its appearances.</param>
    /// <returns>The resulting level, in whole level steps.</returns>
    public MatchedCue Raise(MatchedCue match, IEnumerable<CueTrack> tracks)
    {
        if (match.ToDb <= match.FromDb) return match;
        // The relative increase of the cue.
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
