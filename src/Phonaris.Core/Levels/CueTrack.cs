using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// How loud a cue is along the show, in the show's steps of 10 ms: a <see cref="CueCourse"/> at a place. The show's step s is step s − First of all arrays here. For
/// example a cue from 12.34 s on has First = 1234; moved to 15.34 s the course is the same one, and only First is another.
/// </summary>
/// <param name="cue">The cue.</param>
/// <param name="course">How loud it is along its course.</param>
internal sealed class CueTrack(ScheduledCue cue, CueCourse course)
{
    /// <summary>The track of a cue.</summary>
    public static CueTrack Of(ScheduledCue cue, ILoudness sounds) => new(cue, CueCourse.Of(cue, sounds));

    /// <summary>The cue.</summary>
    public ScheduledCue Cue => cue;

    /// <summary>The show's step in which it begins.</summary>
    public int First { get; } = (int)(cue.StartFrame / Loudness.StepFrames);

    /// <summary>The step after the one in which it ends.</summary>
    public int End => First + Energies.Length;

    /// <summary>The sums of the squares of its weighted samples, step by step.</summary>
    public double[] Energies => course.Energies;

    /// <summary>Its linear gain, step by step, as it bears on the energy.</summary>
    public double[] Gains => course.Gains;

    /// <summary>What its true peak is at most, linear, step by step.</summary>
    public float[] Peaks => course.Peaks;

    /// <summary>What its true peak is at most in a step of the show, linear; 0 where it does not sound.</summary>
    public float PeakAt(int step) => step >= First && step < End ? Peaks[step - First] : 0;

    /// <summary>The integrated loudness of a cue, wherever it sounds, in LUFS; null where it has none.</summary>
    public static double? IntegratedOf(IReadOnlyList<CueTrack> tracks) =>
        tracks is [var one] ? one.Course.IntegratedLufs : Loudness.Integrated(CueCourse.MeanSquares(tracks.Select(t => t.Course)));

    /// <summary>The loudest 400 ms of a cue, wherever it sounds, in LUFS; null where there are none.</summary>
    public static double? LoudestOf(IReadOnlyList<CueTrack> tracks) =>
        tracks is [var one] ? one.Course.LoudestLufs : Loudness.Loudest(CueCourse.MeanSquares(tracks.Select(t => t.Course)));

    private CueCourse Course => course;
}
