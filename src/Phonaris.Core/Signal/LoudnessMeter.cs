using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Phonaris.Core.Signal;

/// <summary>
/// Loudness by ITU-R BS.1770-5 and EBU R 128: K-weights the sound and computes mean squares, from which <see cref="Loudness"/> is computed.
/// Accepts blocks of any size.
/// </summary>
public sealed class LoudnessMeter
{
    /// <summary>The number of steps after which the filters have forgotten the past: 150 ms, 36 time constants of the high pass.</summary>
    internal const int RunInSteps = 15;

    private readonly int _channels, _stepFrames;
    private readonly double[] _weights;
    private readonly KWeighting _weighting;
    private readonly KWeighting.State[] _states;
    private readonly float[] _pair;
    private readonly List<double> _steps = [];
    private double _sum;
    private int _filled;

    /// <summary>A meter for the engine's format, or another.</summary>
    /// <param name="sampleRate">Frames per second.</param>
    /// <param name="channels">Samples per frame, 1 or more, with the weights of BS.1770-5 for their positions (Annex 3): four are L R Ls Rs, five L R C Ls Rs, six
    /// L R C LFE Ls Rs, seven L R C LFE Cb Ls Rs, eight L R C LFE Lb Rb Ls Rs; the LFE is not counted.</param>
    public LoudnessMeter(int sampleRate = Frames.PerSecond, int channels = Frames.Channels)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(sampleRate, 1000);
        ArgumentOutOfRangeException.ThrowIfLessThan(channels, 1);
        (_channels, _stepFrames) = (channels, sampleRate / 100);
        _weighting = new(sampleRate);
        _pair = new float[2 * _stepFrames];
        _states = new KWeighting.State[(channels + 1) / 2];
        _weights = channels switch
        {
            4 => [1, 1, 1.41, 1.41],
            5 => [1, 1, 1, 1.41, 1.41],
            6 => [1, 1, 1, 0, 1.41, 1.41],
            7 => [1, 1, 1, 0, 1, 1.41, 1.41],
            8 => [1, 1, 1, 0, 1, 1, 1.41, 1.41],
            _ => [.. Enumerable.Repeat(1.0, channels)],
        };
    }

    /// <summary>The mean squares of the weighted sound so far, in steps of 10 ms.</summary>
    internal ReadOnlySpan<double> Steps => CollectionsMarshal.AsSpan(_steps);

    /// <summary>The momentary loudness (400 ms) every 100 ms so far, in LUFS; −∞ for silence.</summary>
    public IEnumerable<double> MomentaryLufs() => Loudness.Momentary(Steps);

    /// <summary>The short-term loudness (3 s) every 100 ms so far, in LUFS; −∞ for silence.</summary>
    public IEnumerable<double> ShortTermLufs() => Loudness.ShortTerm(Steps);

    /// <summary>The loudness of each 100 ms so far, in LUFS; −∞ for silence.</summary>
    public IEnumerable<double> TenthsLufs() => Loudness.Tenths(Steps);

    /// <summary>Adds the next interleaved samples, in whole frames.</summary>
    public void Add(ReadOnlySpan<float> samples)
    {
        if (_channels == 2 && _filled == 0) samples = AddHalves(MemoryMarshal.Cast<float, Vector64<float>>(samples));
        while (samples.Length >= _channels)
        {
            var count = Math.Min(samples.Length / _channels, _stepFrames - _filled);
            var stretch = samples[..(count * _channels)];
            for (var pair = 0; pair < _states.Length; pair++)
            {
                var frames = MemoryMarshal.Cast<float, Vector64<float>>(Pair(stretch, pair));
                var squares = _weighting.SumsOfSquares(frames, frames, ref _states[pair]);
                _sum += squares[0] * _weights[2 * pair] + (2 * pair + 1 < _channels ? squares[1] * _weights[2 * pair + 1] : 0);
            }
            samples = samples[stretch.Length..];
            if ((_filled += count) < _stepFrames) continue;
            _steps.Add(_sum / _stepFrames);
            (_sum, _filled) = (0, 0);
        }
    }

    /// <summary>
    /// Processes two halves of a long stereo block side by side, in half the time. Before the second half, enough of the samples before
    /// it is filtered that the filters have forgotten the past.
    /// </summary>
    /// <returns>The remaining samples.</returns>
    private ReadOnlySpan<float> AddHalves(ReadOnlySpan<Vector64<float>> frames)
    {
        var steps = frames.Length / _stepFrames / 2;
        if (steps <= 2 * RunInSteps) return MemoryMarshal.Cast<Vector64<float>, float>(frames);
        var half = steps * _stepFrames;
        var runIn = frames[(half - RunInSteps * _stepFrames)..half];
        var entered = default(KWeighting.State);
        _weighting.SumsOfSquares(runIn, runIn, ref entered);
        var state = KWeighting.State.From(_states[0], entered);
        var at = _steps.Count;
        CollectionsMarshal.SetCount(_steps, at + 2 * steps);
        for (var step = 0; step < steps; step++)
        {
            var from = step * _stepFrames;
            var squares = _weighting.SumsOfSquares(frames.Slice(from, _stepFrames), frames.Slice(half + from, _stepFrames), ref state);
            _steps[at + step] = (squares[0] + squares[1]) / _stepFrames;
            _steps[at + steps + step] = (squares[2] + squares[3]) / _stepFrames;
        }
        _states[0] = KWeighting.State.From(state, state);
        return MemoryMarshal.Cast<Vector64<float>, float>(frames[(2 * half)..]);
    }

    /// <summary>Two channels side by side; a single last one is paired with silence.</summary>
    private ReadOnlySpan<float> Pair(ReadOnlySpan<float> stretch, int pair)
    {
        if (_channels == 2) return stretch;
        var count = stretch.Length / _channels;
        for (var i = 0; i < count; i++)
        {
            _pair[2 * i] = stretch[i * _channels + 2 * pair];
            _pair[2 * i + 1] = 2 * pair + 1 < _channels ? stretch[i * _channels + 2 * pair + 1] : 0;
        }
        return _pair.AsSpan(0, 2 * count);
    }

    /// <summary>The integrated loudness in LUFS so far, or null if nothing passed the gates.</summary>
    public double? IntegratedLufs() => Loudness.Integrated(Steps);

    /// <summary>The maximum momentary loudness (400 ms) in LUFS so far, or null if none is above −70 LUFS.</summary>
    public double? LoudestLufs() => Loudness.Loudest(Steps);

    /// <summary>The maximum short-term loudness (3 s) in LUFS so far, or null if none is above −70 LUFS.</summary>
    public double? LoudestShortTermLufs() => Loudness.LoudestShortTerm(Steps);

    /// <summary>The loudness range in LU so far, or null if the sound is too short or too quiet.</summary>
    public double? RangeLu() => Loudness.Range(Steps);
}
