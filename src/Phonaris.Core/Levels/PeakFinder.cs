using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// The true peak of a show, and where the limiter works. A bound is known of each step of 10 ms without rendering: the sum of the peaks of the cues there. No
/// step peaks above its bound, so only two kinds of places are rendered: pieces of 4 s in which a bound is over the limiter's threshold, and, from the highest bound
/// down, windows of 100 ms until the highest peak found is above all bounds that are left. For example three cues of peaks 0.5, 0.4 and 0.2: where all
/// three sound the bound is 1.1 and the piece is measured; where only the last two do it is 0.6, and once a peak of 0.65 was found nobody looks there.
/// </summary>
/// <param name="schedule">What sounds when.</param>
/// <param name="sounds">The sounds, and what was measured of them.</param>
internal sealed class PeakFinder(Schedule schedule, ILoudness sounds)
{
    /// <summary>How much is measured at once where the limiter may be at work.</summary>
    private const int PieceSteps = 400;

    /// <summary>How much is rendered at once in search of the highest.</summary>
    private const int WindowSteps = 10;

    /// <summary>What could be higher by less than this is not looked at: a tenth of a decibel.</summary>
    private const float CloseEnough = 1.0116f;

    /// <summary>Steps on which the limiter still bears after it has been at work, and before it is.</summary>
    private const int AfterSteps = (Limiter.FramesBefore + Loudness.StepFrames - 1) / Loudness.StepFrames, BeforeSteps = (Limiter.FramesAfter + Loudness.StepFrames - 1) / Loudness.StepFrames;

    /// <summary>Measures a show where the limiter could be at work.</summary>
    /// <param name="bounds">What its peaks come to at most, linear, step by step.</param>
    /// <param name="energies">Its energies, step by step, as if there were no limiter.</param>
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

        // The run-in is longer than what true peak has to know of before; the show's first frames come after silence.
        ReadOnlySpan<float> Own(float[] samples) => before > 0
            ? samples.AsSpan((before * Loudness.StepFrames - TruePeak.FramesBefore) * Frames.Channels)
            : new float[TruePeak.FramesBefore * Frames.Channels].Concat(samples).ToArray();
    }

    /// <summary>The highest true peak of a show, linear.</summary>
    /// <param name="bounds">What its peaks come to at most, linear, step by step.</param>
    /// <param name="pieces">What was measured of it.</param>
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
            // No sample before the first: there is silence.
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

    /// <summary>Where the limiter could be at work, as measured.</summary>
    /// <param name="Peak">The true peak there of what comes out, linear.</param>
    /// <param name="SumPeak">That of the sum before the limiter, linear.</param>
    /// <param name="Limited">The pieces it works in, and how high the sum would peak in each, linear.</param>
    /// <param name="Known">Step by step, whether it was measured.</param>
    /// <param name="Energies">The energies of the show, step by step, as the limiter leaves them.</param>
    public sealed record LimiterPieces(float Peak, float SumPeak, List<(Range Steps, float SumPeak)> Limited, bool[] Known, double[] Energies);

    /// <summary>A piece as it was measured.</summary>
    private sealed record MeasuredPiece(double[] Energies, float Peak, float SumPeak, bool IsLimited);
}
