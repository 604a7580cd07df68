namespace Phonaris.Demo;

/// <summary>A piece being made: stereo at 48 kHz, with the few instruments the demo needs. Times are in seconds, pitches in MIDI note numbers.</summary>
internal sealed class Synth
{
    public const int Rate = 48_000;

    private readonly Random _random;

    public Synth(double seconds, int seed)
    {
        Samples = new float[(int)(seconds * Rate) * 2];
        _random = new(seed);
    }

    /// <summary>Interleaved samples.</summary>
    public float[] Samples { get; }

    public static double Hertz(double note) => 440 * Math.Pow(2, (note - 69) / 12);

    /// <summary>A plucked string: a burst of noise looping a delay line that dulls it (Karplus and Strong, 1983).</summary>
    public void Pluck(double at, double note, double seconds, double loud, double pan = 0, double bright = 0.5)
    {
        var period = (int)Math.Round(Rate / Hertz(note));
        var line = new double[period];
        double last = 0;
        for (var i = 0; i < period; i++) line[i] = last += ((_random.NextDouble() * 2 - 1) - last) * bright;
        var (at0, damp) = (0, 0.996 - note * 0.00003);
        Each(at, seconds, (i, t) =>
        {
            var next = (at0 + 1) % period;
            var y = line[at0];
            line[at0] = damp * 0.5 * (line[at0] + line[next]);
            at0 = next;
            return y * loud * Release(t, seconds, 0.08);
        }, pan);
    }

    /// <summary>A soft sustained tone of a few detuned sines.</summary>
    public void Pad(double at, double note, double seconds, double loud, double pan, double swell)
    {
        var phase = _random.NextDouble();
        Each(at, seconds, (_, t) =>
        {
            double sum = 0;
            for (var k = -1; k <= 1; k++)
            {
                var w = Math.Tau * Hertz(note + k * 0.07) * t + k + phase;
                sum += Math.Sin(w) + 0.35 * Math.Sin(2 * w) + 0.12 * Math.Sin(3 * w + 0.4);
            }
            var breath = 0.85 + 0.15 * Math.Sin(Math.Tau * 0.13 * t + phase * 6);
            return sum / 3 * loud * breath * Math.Min(1, t / swell) * Release(t, seconds, swell);
        }, pan);
    }

    /// <summary>A struck bell: inharmonic partials that fade out, the higher the sooner.</summary>
    public void Bell(double at, double note, double seconds, double loud, double pan = 0)
    {
        double[] partials = [1, 2.76, 5.4, 8.93, 11.34];
        Each(at, seconds, (_, t) =>
        {
            double sum = 0;
            for (var k = 0; k < partials.Length; k++)
                sum += Math.Sin(Math.Tau * Hertz(note) * partials[k] * t) * Math.Exp(-t * (2 + 2.2 * k)) / (1 + k);
            return sum * loud * Math.Min(1, t / 0.002) * Release(t, seconds, 0.1);
        }, pan);
    }

    /// <summary>Filtered noise under an envelope: brushes, wings, wind.</summary>
    /// <param name="color">0 for dark, 1 for bright.</param>
    /// <param name="envelope">The loudness at a time.</param>
    public void Noise(double at, double seconds, double color, Func<double, double> envelope, double pan = 0)
    {
        double low = 0, lower = 0;
        var a = 0.02 + color * 0.5;
        Each(at, seconds, (_, t) =>
        {
            low += (_random.NextDouble() * 2 - 1 - low) * a;
            lower += (low - lower) * a * 0.2;
            return (low - lower) * envelope(t);
        }, pan);
    }

    /// <summary>A tone whose pitch glides.</summary>
    public void Glide(double at, double seconds, Func<double, double> hertz, Func<double, double> envelope, double pan = 0)
    {
        double phase = 0;
        Each(at, seconds, (_, t) =>
        {
            phase += hertz(t) / Rate;
            return (Math.Sin(Math.Tau * phase) + 0.2 * Math.Sin(2 * Math.Tau * phase)) * envelope(t);
        }, pan);
    }

    /// <summary>A room around it all: a few delayed copies, darker each time.</summary>
    public void Room(double amount)
    {
        int[] delays = [1423, 2311, 3559, 4793, 7621];
        var dry = (float[])Samples.Clone();
        foreach (var (delay, k) in delays.Select((d, k) => (d, k)))
        {
            float left = 0, right = 0;
            var gain = (float)(amount / (1 + k));
            for (var i = delay * 2; i + 1 < Samples.Length; i += 2)
            {
                // Sides crossed, so that the room is wide.
                left += (dry[i - delay * 2 + 1] - left) * 0.35f;
                right += (dry[i - delay * 2] - right) * 0.35f;
                Samples[i] += left * gain;
                Samples[i + 1] += right * gain;
            }
        }
    }

    /// <summary>Brings the greatest sample to a peak, and the edges to silence over a few milliseconds.</summary>
    public Synth Finish(double peak = 0.7)
    {
        var most = Samples.Max(Math.Abs);
        for (var i = 0; i < Samples.Length; i++)
        {
            var edge = Math.Min(1, Math.Min(i, Samples.Length - 1 - i) / (0.004 * Rate * 2));
            Samples[i] *= (float)(peak / most * edge);
        }
        return this;
    }

    private void Each(double at, double seconds, Func<int, double, double> sample, double pan)
    {
        var (left, right) = (Math.Cos((pan + 1) * Math.PI / 4), Math.Sin((pan + 1) * Math.PI / 4));
        var start = (int)Math.Round(at * Rate);
        var count = (int)(seconds * Rate);
        for (var i = 0; i < count; i++)
        {
            var to = (start + i) * 2;
            if (to + 1 >= Samples.Length) return;
            var y = sample(i, (double)i / Rate);
            if (to < 0) continue;
            Samples[to] += (float)(y * left);
            Samples[to + 1] += (float)(y * right);
        }
    }

    private static double Release(double t, double seconds, double release) => Math.Clamp((seconds - t) / release, 0, 1);
}
