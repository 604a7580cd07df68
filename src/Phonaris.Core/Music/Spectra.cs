using System.Numerics.Tensors;
using NWaves.Transforms;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Music;

/// <summary>
/// A sound's short-time power spectra, gathered into bands. The sound is taken in mono at half the engine's rate; nothing that music is
/// told apart by lies above what is left.
/// </summary>
internal sealed class Spectra
{
    /// <summary>The rate spectra are taken at, in hertz.</summary>
    public const int Rate = Frames.PerSecond / 2;

    /// <summary>Spectra worked on at once by one thread.</summary>
    private const int Run = 256;

    private readonly int _bands;

    private Spectra(int hopFrames, int bands, int count)
    {
        (HopFrames, _bands, Count) = (hopFrames, bands, count);
        Power = new float[(long)count * bands];
    }

    /// <summary>How far apart they are, in frames at 48 kHz; the first is centred on frame 0.</summary>
    public int HopFrames { get; }

    /// <summary>How many there are.</summary>
    public int Count { get; }

    /// <summary>All powers, spectrum after spectrum.</summary>
    public float[] Power { get; }

    /// <summary>The powers of the bands of one spectrum.</summary>
    public Span<float> this[int index] => Power.AsSpan(index * _bands, _bands);

    /// <summary>Takes the spectra of a whole sound, on all cores.</summary>
    /// <param name="sound">The sound.</param>
    /// <param name="window">The length of each, in samples at <see cref="Rate"/>; a power of two. Each is weighted by a Hann window.</param>
    /// <param name="hopFrames">How far apart they are, in frames at 48 kHz; even.</param>
    /// <param name="bands">For each band the spectrum's bins it takes and their weights.</param>
    /// <param name="done">Told the fraction done, by any thread.</param>
    /// <param name="cancel">Stops it.</param>
    public static Spectra Of(ISoundReader sound, int window, int hopFrames, IReadOnlyList<Band> bands, Action<double> done, CancellationToken cancel)
    {
        var spectra = new Spectra(hopFrames, bands.Count, (int)(sound.Frames / hopFrames) + 1);
        var hann = new float[window];
        for (var i = 0; i < window; i++) hann[i] = 0.5f - 0.5f * MathF.Cos(2 * MathF.PI * (i + 0.5f) / window);
        var runs = (spectra.Count + Run - 1) / Run;
        var ended = 0;
        Parallel.For(0, runs, new() { CancellationToken = cancel, MaxDegreeOfParallelism = Environment.ProcessorCount }, () => new Desk(window, hopFrames), (run, _, desk) =>
        {
            var first = run * Run;
            var count = Math.Min(Run, spectra.Count - first);
            desk.Take(sound, (long)first * hopFrames, count);
            for (var k = 0; k < count; k++)
            {
                TensorPrimitives.Multiply(desk.Mono.AsSpan(k * hopFrames / 2, window), hann, desk.Windowed);
                desk.Transform();
                var powers = spectra[first + k];
                for (var b = 0; b < powers.Length; b++)
                    powers[b] = TensorPrimitives.Dot(desk.Power.AsSpan(bands[b].FirstBin, bands[b].Weights.Length), bands[b].Weights);
            }
            done((double)Interlocked.Increment(ref ended) / runs);
            return desk;
        }, _ => { });
        return spectra;
    }

    /// <summary>What one thread works with.</summary>
    private sealed class Desk(int window, int hopFrames)
    {
        private readonly RealFft _fft = new(window);
        private readonly float[] _stereo = new float[((Run - 1) * hopFrames + 2 * window) * Frames.Channels];
        private readonly float[] _re = new float[window];
        private readonly float[] _im = new float[window];

        public float[] Mono { get; } = new float[(Run - 1) * hopFrames / 2 + window];

        public float[] Windowed { get; } = new float[window];

        public float[] Power { get; } = new float[window / 2 + 1];

        /// <summary>Reads what a run of spectra needs, the first centred on a frame.</summary>
        public void Take(ISoundReader sound, long frame, int count)
        {
            var samples = (count - 1) * hopFrames / 2 + window;
            var stereo = _stereo.AsSpan(0, samples * 4);
            sound.Read(frame - window, stereo);
            for (var i = 0; i < samples; i++) Mono[i] = 0.25f * (stereo[4 * i] + stereo[4 * i + 1] + stereo[4 * i + 2] + stereo[4 * i + 3]);
        }

        public void Transform()
        {
            _fft.Direct(Windowed, _re, _im);
            var re = _re.AsSpan(0, Power.Length);
            var im = _im.AsSpan(0, Power.Length);
            TensorPrimitives.Multiply(re, re, Power);
            TensorPrimitives.MultiplyAdd(im, im, Power, Power);
        }
    }
}
