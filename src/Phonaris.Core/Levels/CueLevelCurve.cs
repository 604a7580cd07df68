using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// The loudness of a cue over time, in steps of 10 ms, computed from the track of its sound without rendering. Where one repeat runs into
/// the next, or a bed into another, their power is taken to cross over evenly, which is what equal-power seams do.
/// </summary>
internal sealed class CueLevelCurve
{
    // A gain is sampled at the beginning, middle and end of a step; it changes little in between.
    private const float PeakMargin = 1.001f;

    private readonly ScheduledCue _cue;
    private readonly LoudnessTrack _sound;

    /// <summary>The approximate size of a step, in bytes.</summary>
    private const long StepBytes = 2 * sizeof(double) + sizeof(float);

    /// <summary>The course of a cue, computed once and reused while the cue is unchanged, even when it is moved by whole steps.</summary>
    public static CueLevelCurve Of(ScheduledCue cue, ILoudness sounds)
    {
        var moved = cue.StartFrame - cue.StartFrame % Loudness.StepFrames;
        var here = cue with { StartFrame = cue.StartFrame - moved, EndFrame = cue.EndFrame - moved, StopFrame = null };
        return sounds.Get(("along", here), () => new CueLevelCurve(here, sounds.TrackOf(here.Source)), here.LengthFrames / Loudness.StepFrames * StepBytes);
    }

    private CueLevelCurve(ScheduledCue cue, LoudnessTrack sound)
    {
        (_cue, _sound) = (cue, sound);
        _integrated = new(() => Loudness.Integrated(MeanSquares([this])));
        _loudest = new(() => Loudness.Loudest(MeanSquares([this])));
        var count = (int)((cue.EndFrame + Loudness.StepFrames - 1) / Loudness.StepFrames);
        (Energies, Gains, Peaks) = (new double[count], new double[count], new float[count]);
        for (var step = 0; step < count; step++)
        {
            var from = Math.Max(cue.StartFrame, (long)step * Loudness.StepFrames) - cue.StartFrame;
            var to = Math.Min(cue.EndFrame, (long)(step + 1) * Loudness.StepFrames) - cue.StartFrame;
            var (energy, peak) = Bare(from, to);
            var (gain, greatest) = GainOver(from, to);
            (Energies[step], Gains[step], Peaks[step]) = (energy * gain * gain, gain, peak * greatest);
        }
    }

    /// <summary>Its integrated loudness in LUFS; null where it has none.</summary>
    public double? IntegratedLufs => _integrated.Value;
    private readonly Lazy<double?> _integrated;

    /// <summary>Its loudest 400 ms in LUFS, padded with silence when it is shorter; null for none.</summary>
    public double? LoudestLufs => _loudest.Value;
    private readonly Lazy<double?> _loudest;

    /// <summary>The sums of squares of its weighted samples, by step.</summary>
    public double[] Energies { get; }

    /// <summary>Its linear gain for energies, by step.</summary>
    public double[] Gains { get; }

    /// <summary>Upper bounds of its true peak, linear, by step.</summary>
    public float[] Peaks { get; }

    /// <summary>
    /// The mean squares of several courses, by step, separated by silence so that no block reaches from one into the next,
    /// which plays elsewhere in the show. Example: for a chime of 150 ms on each of four slides, each block of 400 ms holds one chime.
    /// </summary>
    public static double[] MeanSquares(IEnumerable<CueLevelCurve> courses)
    {
        var silence = new double[Loudness.MomentarySteps - 1];
        List<double> steps = [];
        foreach (var course in courses)
        {
            if (steps.Count > 0) steps.AddRange(silence);
            steps.AddRange(course.Energies.Select(e => e / Loudness.StepFrames));
        }
        while (steps.Count < Loudness.MomentarySteps) steps.Add(0);
        return [.. steps];
    }

    /// <summary>A stretch without level and fades.</summary>
    private (double Energy, float Peak) Bare(long from, long to)
    {
        var (energy, peak) = (0.0, 0f);
        while (from < to)
        {
            var round = _cue.RoundAt(from);
            var inRound = from - _cue.RoundStart(round);
            var seam = round > 0 && inRound < _cue.SeamFrames;
            var until = seam ? _cue.RoundStart(round) + _cue.SeamFrames : round == _cue.RoundAt(long.MaxValue) ? long.MaxValue : _cue.RoundStart(round + 1);
            var count = Math.Min(to, until) - from;
            var entered = _cue.RoundFrom(round) + inRound;
            if (seam)
            {
                var left = _cue.LoopTo - _cue.SeamFrames + inRound;
                var (leaving, entering) = EqualPowerCrossfade.GainsAt(inRound + count / 2, _cue.SeamFrames, 0);
                energy += entering * entering * _sound.Energy(entered, entered + count) + leaving * leaving * _sound.Energy(left, left + count);
                peak = Math.Max(peak, _sound.Peak(entered, entered + count) + _sound.Peak(left, left + count));
            }
            else
            {
                energy += _sound.Energy(entered, entered + count);
                peak = Math.Max(peak, _sound.Peak(entered, entered + count));
            }
            from += count;
        }
        return (energy, peak);
    }

    /// <summary>The RMS of its gain over a stretch by Simpson's rule, and its maximum.</summary>
    private (double Gain, float Greatest) GainOver(long from, long to)
    {
        if (from >= _cue.FadeIn.Frames && to <= _cue.LengthFrames - _cue.FadeOut.Frames && _cue.Envelope.StaysOver(from, to))
        {
            var even = _cue.Gain * _cue.Envelope.GainAt(from);
            return (even, even);
        }
        var (first, middle, last) = (_cue.GainAt(from), _cue.GainAt((from + to) / 2), _cue.GainAt(to - 1));
        return (Math.Sqrt((first * first + 4.0 * middle * middle + last * last) / 6), Math.Max(Math.Max(first, middle), last) * PeakMargin);
    }
}
