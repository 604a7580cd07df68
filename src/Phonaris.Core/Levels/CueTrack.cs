using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// The loudness of a cue in the show's steps of 10 ms: a <see cref="CueLevelCurve"/> at a position. The show's step s has index s − First in all arrays here.
/// Example: a cue from 12.34 s on has First = 1234; moved to 15.34 s it has the same course, and only First changes.
/// </summary>
/// <param name="cue">The cue.</param>
/// <param name="course">Its loudness over time.</param>
internal sealed class CueTrack(ScheduledCue cue, CueLevelCurve course)
{
    /// <summary>The track of a cue.</summary>
    public static CueTrack Of(ScheduledCue cue, ILoudness sounds) => new(cue, CueLevelCurve.Of(cue, sounds));

    /// <summary>The cue.</summary>
    public ScheduledCue Cue => cue;

    /// <summary>The show's step in which it begins.</summary>
    public int First { get; } = (int)(cue.StartFrame / Loudness.StepFrames);

    /// <summary>The step after the one in which it ends.</summary>
    public int End => First + Energies.Length;

    /// <summary>The sums of squares of its weighted samples, by step.</summary>
    public double[] Energies => course.Energies;

    /// <summary>Its linear gain for energies, by step.</summary>
    public double[] Gains => course.Gains;

    /// <summary>Upper bounds of its true peak, linear, by step.</summary>
    public float[] Peaks => course.Peaks;

    /// <summary>The upper bound of its true peak in a step of the show, linear; 0 where it does not sound.</summary>
    public float PeakAt(int step) => step >= First && step < End ? Peaks[step - First] : 0;

    /// <summary>The integrated loudness of a cue over all its appearances, in LUFS; null for none.</summary>
    public static double? IntegratedOf(IReadOnlyList<CueTrack> tracks) =>
        tracks is [var one] ? one.Course.IntegratedLufs : Loudness.Integrated(CueLevelCurve.MeanSquares(tracks.Select(t => t.Course)));

    /// <summary>The loudest 400 ms of a cue over all its appearances, in LUFS; null for none.</summary>
    public static double? LoudestOf(IReadOnlyList<CueTrack> tracks) =>
        tracks is [var one] ? one.Course.LoudestLufs : Loudness.Loudest(CueLevelCurve.MeanSquares(tracks.Select(t => t.Course)));

    private CueLevelCurve Course => course;
}
