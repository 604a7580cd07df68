using System.Runtime.InteropServices;

namespace Phonaris.Core.Signal;

/// <summary>
/// The loudness and peaks of a sound over time, in steps of 10 ms: the measurements of any part at any level are computed from it, without
/// reading the sound again.
/// </summary>
public sealed class LoudnessTrack
{
    /// <summary>The part that one core processes at once: whole steps.</summary>
    private const int StretchSteps = 3000;

    /// <summary>The size of an empty track, in bytes.</summary>
    public const long EmptyBytes = sizeof(double);

    // For each step, the sum of the squares of the weighted samples up to it.
    private readonly double[] _sums;
    private readonly float[] _peaks;

    private LoudnessTrack(float[] squares, float[] peaks)
    {
        _peaks = peaks;
        _sums = new double[squares.Length + 1];
        for (var step = 0; step < squares.Length; step++) _sums[step + 1] = _sums[step] + (double)squares[step] * Loudness.StepFrames;
    }

    /// <summary>Its size in bytes.</summary>
    public long Bytes => (long)_sums.Length * sizeof(double) + (long)_peaks.Length * sizeof(float);

    /// <summary>Measures a whole sound, on all cores.</summary>
    /// <param name="sound">The sound.</param>
    /// <param name="cancel">Cancels it.</param>
    public static LoudnessTrack Of(ISoundReader sound, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(sound);
        var steps = (int)((sound.Frames + Loudness.StepFrames - 1) / Loudness.StepFrames);
        var (squares, peaks) = (new float[steps], new float[steps]);
        Parallel.For(0, (steps + StretchSteps - 1) / StretchSteps, new() { CancellationToken = cancel }, stretch =>
        {
            var from = stretch * StretchSteps;
            Listen(sound, from, Math.Min(StretchSteps, steps - from), squares.AsSpan(from), peaks.AsSpan(from));
        });
        return new(squares, peaks);
    }

    private static void Listen(ISoundReader sound, int from, int count, Span<float> squares, Span<float> peaks)
    {
        // The filters settle on the samples before.
        var before = Math.Min(from, LoudnessMeter.RunInSteps);
        var samples = new float[((before + count) * Loudness.StepFrames + TruePeak.FramesAfter) * Values.Frames.Channels];
        sound.Read((long)(from - before) * Loudness.StepFrames, samples);
        var meter = new LoudnessMeter();
        meter.Add(samples.AsSpan(0, (before + count) * Loudness.StepFrames * Values.Frames.Channels));
        for (var step = 0; step < count; step++) squares[step] = (float)meter.Steps[before + step];
        var around = new float[(TruePeak.FramesBefore + Loudness.StepFrames + TruePeak.FramesAfter) * Values.Frames.Channels];
        for (var step = 0; step < count; step++)
        {
            var at = ((before + step) * Loudness.StepFrames - TruePeak.FramesBefore) * Values.Frames.Channels;
            if (at >= 0) peaks[step] = TruePeak.Of(samples.AsSpan(at, around.Length));
            else
            {
                // Before the sound there is silence.
                samples.AsSpan(0, around.Length + at).CopyTo(around.AsSpan(-at));
                peaks[step] = TruePeak.Of(around);
            }
        }
    }

    /// <summary>Its length in frames, rounded to a step.</summary>
    public long Frames => (long)_peaks.Length * Loudness.StepFrames;

    /// <summary>Where it contains speech, if it is a voice.</summary>
    public ValueList<FrameStretch> Spoken => _spoken ??= VoiceActivity.Of(this);
    private ValueList<FrameStretch>? _spoken;

    /// <summary>The mean squares of its weighted samples, step by step.</summary>
    public double[] MeanSquares()
    {
        var squares = new double[_peaks.Length];
        for (var step = 0; step < squares.Length; step++) squares[step] = (_sums[step + 1] - _sums[step]) / Loudness.StepFrames;
        return squares;
    }

    /// <summary>The sum of the squares of the weighted samples of a part; within a step it is interpolated.</summary>
    /// <param name="fromFrame">Its first frame.</param>
    /// <param name="toFrame">The frame after its last; outside the sound there is silence.</param>
    public double Energy(long fromFrame, long toFrame) => SumTo(toFrame) - SumTo(fromFrame);

    /// <summary>The maximum true peak of the steps that a part touches, linear.</summary>
    /// <param name="fromFrame">Its first frame.</param>
    /// <param name="toFrame">The frame after its last; outside the sound there is silence.</param>
    public float Peak(long fromFrame, long toFrame)
    {
        var last = Math.Min(_peaks.Length, (toFrame + Loudness.StepFrames - 1) / Loudness.StepFrames);
        var peak = 0f;
        for (var step = Math.Max(0, fromFrame / Loudness.StepFrames); step < last; step++) peak = Math.Max(peak, _peaks[step]);
        return peak;
    }

    /// <summary>The track as bytes: for each step its mean square and its true peak, as 32-bit little-endian numbers.</summary>
    public byte[] ToBytes()
    {
        var numbers = new float[2 * _peaks.Length];
        var squares = MeanSquares();
        for (var step = 0; step < _peaks.Length; step++) (numbers[2 * step], numbers[2 * step + 1]) = ((float)squares[step], _peaks[step]);
        return MemoryMarshal.AsBytes(numbers.AsSpan()).ToArray();
    }

    /// <summary>Reads what <see cref="ToBytes"/> wrote.</summary>
    public static LoudnessTrack FromBytes(ReadOnlySpan<byte> bytes)
    {
        var numbers = MemoryMarshal.Cast<byte, float>(bytes);
        var (squares, peaks) = (new float[numbers.Length / 2], new float[numbers.Length / 2]);
        for (var step = 0; step < peaks.Length; step++) (squares[step], peaks[step]) = (numbers[2 * step], numbers[2 * step + 1]);
        return new(squares, peaks);
    }

    private double SumTo(long frame)
    {
        if (frame <= 0) return 0;
        var step = frame / Loudness.StepFrames;
        if (step >= _peaks.Length) return _sums[^1];
        return _sums[step] + (_sums[step + 1] - _sums[step]) * (frame % Loudness.StepFrames) / Loudness.StepFrames;
    }
}
