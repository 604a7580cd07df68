using System.Numerics.Tensors;
using NWaves.Transforms;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Music;

/// <summary>
/// The short-time power spectra of a sound, summed into bands. The sound is reduced to mono at half the engine's rate or an eighth of it;
/// the frequencies above that do not help to tell music apart.
/// </summary>
internal sealed class Spectra
{
    /// <summary>Spectra computed at once by one thread.</summary>
    private const int Run = 256;

    private readonly int _bands;

    private Spectra(int hopFrames, int bands, int count)
    {
        (HopFrames, _bands, Count) = (hopFrames, bands, count);
        Power = new float[(long)count * bands];
    }

    /// <summary>The hop, in frames at 48 kHz; the first spectrum is centred on frame 0.</summary>
    public int HopFrames { get; }

    /// <summary>The number of spectra.</summary>
    public int Count { get; }

    /// <summary>All powers, spectrum after spectrum.</summary>
    public float[] Power { get; }

    /// <summary>The powers of the bands of one spectrum.</summary>
    public Span<float> this[int index] => Power.AsSpan(index * _bands, _bands);

    /// <summary>Computes the spectra of a whole sound, on all cores.</summary>
    /// <param name="sound">The sound.</param>
    /// <param name="framing">How it is split into spectra.</param>
    /// <param name="bands">For each band its bins and their weights.</param>
    /// <param name="done">Receives the progress from 0 to 1, from any thread.</param>
    /// <param name="cancel">Cancels the computation.</param>
    public static Spectra Of(ISoundReader sound, Framing framing, IReadOnlyList<Band> bands, Action<double> done, CancellationToken cancel)
    {
        var spectra = new Spectra(framing.HopFrames, bands.Count, framing.CountOf(sound.Frames));
        var (window, hop) = (framing.Window, framing.HopFrames / framing.Step);
        var hann = new float[window];
        for (var i = 0; i < window; i++) hann[i] = 0.5f - 0.5f * MathF.Cos(2 * MathF.PI * (i + 0.5f) / window);
        var runs = (spectra.Count + Run - 1) / Run;
        var ended = 0;
        Parallel.For(0, runs, new() { CancellationToken = cancel, MaxDegreeOfParallelism = Environment.ProcessorCount }, () => new Desk(framing), (run, _, desk) =>
        {
            var first = run * Run;
            var count = Math.Min(Run, spectra.Count - first);
            var mono = desk.Take(sound, (long)first * framing.HopFrames, (count - 1) * hop + window);
            for (var k = 0; k < count; k++)
            {
                TensorPrimitives.Multiply(mono.Slice(k * hop, window), hann, desk.Windowed);
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

    /// <summary>The buffers of one thread.</summary>
    private sealed class Desk(Framing framing)
    {
        private readonly RealFft _fft = new(framing.Window);
        private readonly float[] _re = new float[framing.Window];
        private readonly float[] _im = new float[framing.Window];
        private float[] _stereo = [], _half = [], _eighth = [];

        public float[] Windowed { get; } = new float[framing.Window];

        public float[] Power { get; } = new float[framing.Window / 2 + 1];

        /// <summary>Reads samples in mono, beginning half a window before a frame.</summary>
        public ReadOnlySpan<float> Take(ISoundReader sound, long frame, int samples)
        {
            var first = frame - framing.Window / 2 * framing.Step;
            if (framing.Step == 2) return Halved(sound, first, samples);
            var half = Halved(sound, first - 2 * Decimator.Reach, (samples - 1) * Decimator.Factor + 1 + 2 * Decimator.Reach);
            var eighth = Room(ref _eighth, samples);
            Decimator.Keep(half, eighth);
            return eighth;
        }

        private Span<float> Halved(ISoundReader sound, long frame, int samples)
        {
            var stereo = Room(ref _stereo, samples * 2 * Frames.Channels);
            sound.Read(frame, stereo);
            var half = Room(ref _half, samples);
            for (var i = 0; i < samples; i++) half[i] = 0.25f * (stereo[4 * i] + stereo[4 * i + 1] + stereo[4 * i + 2] + stereo[4 * i + 3]);
            return half;
        }

        private static Span<float> Room(ref float[] kept, int samples)
        {
            if (kept.Length < samples) kept = new float[samples];
            return kept.AsSpan(0, samples);
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
