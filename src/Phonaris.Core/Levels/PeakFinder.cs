using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// The true peak of a show, and where the limiter acts. Each step of 10 ms has an upper bound that needs no rendering: the sum of the peaks of its cues. No
/// step peaks above its bound, so only two kinds of places are rendered: pieces of 4 s in which a bound exceeds the limiter's threshold, and, from the highest bound
/// down, windows of 100 ms until the highest peak found exceeds all remaining bounds. Example: three cues peak at 0.5, 0.4 and 0.2. Where all
/// three sound, the bound is 1.1 and the piece is rendered. Where only the last two do, it is 0.6, and once a peak of 0.65 is found, nothing is rendered there.
/// </summary>
/// <param name="schedule">What plays when.</param>
/// <param name="sounds">The sounds and their earlier measurements.</param>
internal sealed class PeakFinder(Schedule schedule, ILoudness sounds)
{
    /// <summary>How much is measured at a time where the limiter may act.</summary>
    private const int PieceSteps = 400;

    /// <summary>How much is rendered at a time in the search for the highest peak.</summary>
    private const int WindowSteps = 10;

    /// <summary>Places that could be higher by less than this are skipped: a tenth of a decibel.</summary>
    private const float CloseEnough = 1.0116f;

    /// <summary>The number of steps before and after which the limiter still has an effect.</summary>
    private const int AfterSteps = (Limiter.FramesBefore + Loudness.StepFrames - 1) / Loudness.StepFrames, BeforeSteps = (Limiter.FramesAfter + Loudness.StepFrames - 1) / Loudness.StepFrames;

    /// <summary>Measures a show where the limiter may act.</summary>
    /// <param name="bounds">Upper bounds of its peaks, linear, by step.</param>
    /// <param name="energies">Its energies without the limiter, by step.</param>
    public LimiterPieces Limit(float[] bounds, double[] energies)
    {
        var pieces = Enumerable.Range(0, (bounds.Length + PieceSteps - 1) / PieceSteps).Where(piece => CouldBeLimited(bounds, piece)).ToList();
        var measured = new MeasuredPiece[pieces.Count];
        Parallel.For(0, pieces.Count, new() { MaxDegreeOfParallelism = Environment.ProcessorCount }, () => new Mixer(schedule, sounds.Open), (i, _, mixer) => { measured[i] = Piece(mixer, pieces[i], energies.Length); return mixer; }, _ => { });
        var (peak, sumPeak, limited, known) = (0f, 0f, new List<(Range Steps, float SumPeak)>(), new bool[bounds.Length]);
        var left = energies.ToArray();
        foreach (var (piece, found) in pieces.Zip(measured))
        {
            var first = piece * PieceSteps;
            (peak, sumPeak) = (Math.Max(peak, found.Peak), Math.Max(sumPeak, found.SumPeak));
            known.AsSpan(first, found.Energies.Length).Fill(true);
            if (!found.IsLimited) continue;
            found.Energies.CopyTo(left, first);
            limited.Add((first..(first + found.Energies.Length), found.SumPeak));
        }
        return new(peak, sumPeak, limited, known, left);
    }

    private static bool CouldBeLimited(float[] bounds, int piece)
    {
        var (from, to) = (Math.Max(0, piece * PieceSteps - AfterSteps), Math.Min(bounds.Length, (piece + 1) * PieceSteps + BeforeSteps));
        return bounds.AsSpan(from, to - from).ContainsAnyInRange(Limiter.Threshold, float.MaxValue);
    }

    private MeasuredPiece Piece(Mixer mixer, int piece, int steps)
    {
        var (first, count) = (piece * PieceSteps, Math.Min(PieceSteps, steps - piece * PieceSteps));
        var (from, to) = ((long)first * Loudness.StepFrames, (long)(first + count) * Loudness.StepFrames);
        var (contextFrom, contextTo) = Mixer.Context(Math.Max(0, from - LoudnessMeter.RunInSteps * Loudness.StepFrames), to + TruePeak.FramesAfter);
        return sounds.Get(("limited", schedule.ContentKey(contextFrom, contextTo)), () => Measure(mixer, first, count), count * sizeof(double));
    }

    private static MeasuredPiece Measure(Mixer mixer, int first, int count)
    {
        var before = Math.Min(first, LoudnessMeter.RunInSteps);
        var start = (long)(first - before) * Loudness.StepFrames;
        var (limited, sum) = (new float[((before + count) * Loudness.StepFrames + TruePeak.FramesAfter) * Frames.Channels], new float[((before + count) * Loudness.StepFrames + TruePeak.FramesAfter) * Frames.Channels]);
        mixer.Render(start, limited);
        mixer.Sum(start, sum);
        var meter = new LoudnessMeter();
        meter.Add(limited.AsSpan(0, (before + count) * Loudness.StepFrames * Frames.Channels));
        var energies = new double[count];
        for (var step = 0; step < count; step++) energies[step] = meter.Steps[before + step] * Loudness.StepFrames;
        return new(energies, TruePeak.Of(Own(limited)), TruePeak.Of(Own(sum)), !Own(limited).SequenceEqual(Own(sum)));

        // The run-in is longer than the history of the true-peak filter; the show begins after silence.
        ReadOnlySpan<float> Own(float[] samples) => before > 0
            ? samples.AsSpan((before * Loudness.StepFrames - TruePeak.FramesBefore) * Frames.Channels)
            : new float[TruePeak.FramesBefore * Frames.Channels].Concat(samples).ToArray();
    }

    /// <summary>The highest true peak of a show, linear.</summary>
    /// <param name="bounds">Upper bounds of its peaks, linear, by step.</param>
    /// <param name="pieces">The measured pieces.</param>
    public float Highest(float[] bounds, LimiterPieces pieces)
    {
        var (known, peak) = (pieces.Known, pieces.Peak);
        var windows = Enumerable.Range(0, (bounds.Length + WindowSteps - 1) / WindowSteps)
            .Select(w => (First: w * WindowSteps, Bound: BoundOf(w * WindowSteps)))
            .Where(w => w.Bound > 0)
            .OrderByDescending(w => w.Bound);
        var mixer = new Mixer(schedule, sounds.Open);
        var samples = new float[(TruePeak.FramesBefore + WindowSteps * Loudness.StepFrames + TruePeak.FramesAfter) * Frames.Channels];
        foreach (var (first, bound) in windows)
        {
            if (bound <= peak * CloseEnough) break;
            var start = (long)first * Loudness.StepFrames - TruePeak.FramesBefore;
            // There is silence before the first sample.
            var missing = (int)Math.Max(0, -start);
            samples.AsSpan(0, missing * Frames.Channels).Clear();
            mixer.Render(start + missing, samples.AsSpan(missing * Frames.Channels));
            peak = Math.Max(peak, TruePeak.Of(samples));
        }
        return peak;

        float BoundOf(int first)
        {
            var greatest = 0f;
            for (var step = first; step < Math.Min(first + WindowSteps, bounds.Length); step++)
                if (!known[step]) greatest = Math.Max(greatest, bounds[step]);
            return greatest;
        }
    }

    /// <summary>The measurements where the limiter may act.</summary>
    /// <param name="Peak">The true peak after the limiter, linear.</param>
    /// <param name="SumPeak">The true peak of the sum before the limiter, linear.</param>
    /// <param name="Limited">The pieces in which it acts, and the peak of the sum in each, linear.</param>
    /// <param name="Known">Whether each step was measured.</param>
    /// <param name="Energies">The energies of the show after the limiter, by step.</param>
    public sealed record LimiterPieces(float Peak, float SumPeak, List<(Range Steps, float SumPeak)> Limited, bool[] Known, double[] Energies);

    /// <summary>A measured piece.</summary>
    private sealed record MeasuredPiece(double[] Energies, float Peak, float SumPeak, bool IsLimited);
}
