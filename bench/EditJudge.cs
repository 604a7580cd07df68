using System.Numerics.Tensors;
using NWaves.Transforms;
using Phonaris.Core.Signal;

namespace Phonaris.Bench;

/// <summary>
/// How noticeable an edit is, measured by other features than those it was found by: the two seconds before and after it are compared with the original continuation,
/// every 23 ms, by chroma and log-mel spectra. The figure is the percentage of random pairs of passages that are more alike.
/// </summary>
internal sealed class EditJudge
{
    private const int Rate = 48_000, Window = 4096, Hop = 1104, MelBands = 40, Pitches = 12, Size = MelBands + Pitches;

    /// <summary>Two seconds, in hops.</summary>
    private const int Context = 2 * Rate / Hop;

    private const int RandomPairs = 20_000;

    private readonly float[] _features;
    private readonly int _count;
    private readonly float[] _random;

    public EditJudge(ISoundReader sound)
    {
        _count = (int)Math.Max(1, sound.Frames / Hop);
        _features = new float[_count * Size];
        Parallel.For(0, _count, new ParallelOptions(), () => new Desk(), (k, _, desk) =>
        {
            sound.Read(((long)k * Hop) - Window / 2, desk.Stereo);
            Hear(desk, _features.AsSpan(k * Size, Size));
            return desk;
        }, _ => { });
        Scale(0, MelBands);
        Scale(MelBands, Pitches);
        var random = new Random(11);
        _random = new float[RandomPairs];
        for (var n = 0; n < RandomPairs; n++) _random[n] = Unlike(random.Next(_count), random.Next(_count));
        Array.Sort(_random);
    }

    /// <summary>The percentage of random pairs of passages that are more alike than those of an edit.</summary>
    /// <param name="fromFrame">Where the sound is left.</param>
    /// <param name="toFrame">Where it is entered.</param>
    public double Percentile(long fromFrame, long toFrame)
    {
        var unlike = Unlike((int)(fromFrame / Hop), (int)(toFrame / Hop));
        var at = Array.BinarySearch(_random, unlike);
        return 100.0 * (at < 0 ? ~at : at) / _random.Length;
    }

    private float Unlike(int a, int b)
    {
        var (sum, count) = (0f, 0);
        for (var k = -Context; k < Context; k++)
        {
            if (Math.Min(a, b) + k < 0 || Math.Max(a, b) + k >= _count) continue;
            sum += TensorPrimitives.Distance<float>(_features.AsSpan((a + k) * Size, Size), _features.AsSpan((b + k) * Size, Size));
            count++;
        }
        return count == 0 ? float.MaxValue : sum / count;
    }

    private static void Hear(Desk desk, Span<float> heard)
    {
        for (var n = 0; n < Window; n++)
            desk.Mono[n] = (desk.Stereo[2 * n] + desk.Stereo[2 * n + 1]) * (0.5f - 0.5f * MathF.Cos(2 * MathF.PI * n / Window));
        desk.Fft.Direct(desk.Mono, desk.Re, desk.Im);
        for (var bin = 3; bin < Window / 2; bin++)
        {
            var hertz = (double)bin * Rate / Window;
            var power = desk.Re[bin] * desk.Re[bin] + desk.Im[bin] * desk.Im[bin];
            var mel = (int)(2595 * Math.Log10(1 + hertz / 700) / 3923 * MelBands);
            if (mel < MelBands) heard[mel] += power;
            if (hertz is > 60 and < 2100) heard[MelBands + (((int)Math.Round(12 * Math.Log2(hertz / 440)) % Pitches) + Pitches) % Pitches] += power;
        }
        for (var band = 0; band < MelBands; band++) heard[band] = MathF.Log(heard[band] + 1e-3f);
        var chroma = heard[MelBands..];
        for (var pitch = 0; pitch < Pitches; pitch++) chroma[pitch] = MathF.Sqrt(chroma[pitch]);
        var length = TensorPrimitives.Norm<float>(chroma);
        if (length > 0) TensorPrimitives.Divide<float>(chroma, length, chroma);
    }

    /// <summary>Scales a group of values to a total variance of one.</summary>
    private void Scale(int first, int count)
    {
        var mean = new double[count];
        for (var k = 0; k < _count; k++)
            for (var n = 0; n < count; n++) mean[n] += _features[k * Size + first + n] / (double)_count;
        var variance = 0.0;
        for (var k = 0; k < _count; k++)
            for (var n = 0; n < count; n++) variance += Math.Pow(_features[k * Size + first + n] - mean[n], 2) / _count;
        var by = (float)(1 / Math.Sqrt(Math.Max(1e-12, variance)));
        for (var k = 0; k < _count; k++)
            for (var n = 0; n < count; n++) _features[k * Size + first + n] *= by;
    }

    /// <summary>The buffers of one thread.</summary>
    private sealed class Desk
    {
        public RealFft Fft { get; } = new(Window);

        public float[] Stereo { get; } = new float[2 * Window];

        public float[] Mono { get; } = new float[Window];

        public float[] Re { get; } = new float[Window];

        public float[] Im { get; } = new float[Window];
    }
}
