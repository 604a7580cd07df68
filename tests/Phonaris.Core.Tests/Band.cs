using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>Plays pieces with known beats: mono, one voice after the other added up.</summary>
internal sealed class Band(double seconds) : ISoundReader
{
    private static readonly double[] Roots = [220, 174.6, 261.6, 196];

    private readonly float[] _samples = new float[(int)(seconds * Rate)];
    private readonly Random _random = new(5);

    public const int Rate = 48_000;

    public long Frames => _samples.Length;

    /// <summary>The times of its beats, in seconds.</summary>
    public List<double> Beats { get; } = [];

    public void Read(long frame, Span<float> destination)
    {
        for (var i = 0; i < destination.Length / 2; i++)
        {
            var at = frame + i;
            destination[2 * i] = destination[2 * i + 1] = at >= 0 && at < _samples.Length ? _samples[at] : 0;
        }
    }

    /// <summary>Plays bars to the end.</summary>
    /// <param name="style">click, drums, waltz, sparse, rolled or pads.</param>
    /// <param name="bpm">The tempo.</param>
    /// <param name="perBar">Beats per bar.</param>
    /// <param name="drift">The change of tempo along the piece, from 0 to 1.</param>
    /// <param name="form">The chords of each group of four bars, repeated.</param>
    public Band Play(string style, double bpm, int perBar = 4, Func<double, double>? drift = null, string form = "A")
    {
        var at = 0.37;
        for (var beat = 0; at < seconds - 0.1; beat++)
        {
            Beats.Add(at);
            var gap = 60 / (bpm * (drift?.Invoke(at / seconds) ?? 1));
            Beat(style, at, gap, beat, perBar, form[beat / perBar / 4 % form.Length] - 'A');
            at += gap;
        }
        return this;
    }

    /// <summary>Sounds without a beat: a drone that swells, or drops at random.</summary>
    public Band Drift(bool drops)
    {
        for (var i = 0; i < _samples.Length && !drops; i++)
        {
            var t = i / (double)Rate;
            _samples[i] = (float)(0.1 * (1 + Math.Sin(t)) * Math.Sin(2 * Math.PI * 110 * t) + 0.1 * (1 + Math.Sin(t * 1.3)) * Math.Sin(2 * Math.PI * 165.3 * t));
        }
        for (var drop = 0; drops && drop < seconds * 3; drop++) Noise(_random.NextDouble() * seconds, 0.08, 0.3, false);
        return this;
    }

    private void Beat(string style, double at, double gap, int beat, int perBar, int part)
    {
        var inBar = beat % perBar;
        var root = Roots[(beat / perBar + part) % Roots.Length] * (1 + part * 0.06);
        switch (style)
        {
            case "click":
                Noise(at, 0.03, 0.4, true);
                break;
            case "drums":
                if (inBar % 2 == 0) Kick(at);
                else Noise(at, 0.12, 0.3, false);
                Noise(at, 0.04, 0.12, true);
                Noise(at + gap / 2, 0.04, 0.1, true);
                Tone(at, root, gap, 0.1);
                if (inBar == 0) Tone(at, root / 2, gap * perBar, 0.15);
                break;
            case "waltz":
                if (inBar == 0) Tone(at, root / 2, gap, 0.3);
                else foreach (var third in (double[])[1, 1.26, 1.5]) Tone(at, root * third, gap * 0.6, 0.12);
                break;
            case "sparse":
                if (inBar == 0) Kick(at);
                if (inBar == 2) Noise(at, 0.1, 0.25, false);
                if (beat % 3 != 1) Tone(at, root * (1 + _random.Next(3) * 0.25), gap * 1.5, 0.25, 0.01);
                break;
            case "rolled":
                // A broken chord over two beats of the bar, and a rest.
                if (inBar < 2) foreach (var half in (int[])[0, 1]) Tone(at + half * gap / 2, root * (1 + 0.25 * (2 * inBar + half)), gap * 2, 0.2);
                break;
            case "pads":
                Tone(at, root, gap * 1.6, 0.1, 0.06);
                if (inBar == 0) Tone(at, root * 1.5, gap * perBar * 1.5, 0.06, 0.1);
                break;
        }
    }

    private void Tone(double at, double hertz, double length, double amplitude, double attack = 0.003)
    {
        for (var i = 0; i < length * Rate && (int)(at * Rate) + i < _samples.Length; i++)
        {
            var t = i / (double)Rate;
            var shape = Math.Min(1, t / attack) * Math.Exp(-3 * t / length);
            _samples[(int)(at * Rate) + i] += (float)(amplitude * shape * (Math.Sin(2 * Math.PI * hertz * t) + 0.4 * Math.Sin(4 * Math.PI * hertz * t)));
        }
    }

    private void Noise(double at, double length, double amplitude, bool high)
    {
        var last = 0.0;
        for (var i = 0; i < length * Rate && (int)(at * Rate) + i < _samples.Length; i++)
        {
            var value = _random.NextDouble() * 2 - 1;
            _samples[(int)(at * Rate) + i] += (float)(amplitude * Math.Exp(-5 * i / (length * Rate)) * (high ? value - last : value));
            last = value;
        }
    }

    private void Kick(double at)
    {
        for (var i = 0; i < 0.15 * Rate && (int)(at * Rate) + i < _samples.Length; i++)
        {
            var t = i / (double)Rate;
            _samples[(int)(at * Rate) + i] += (float)(0.5 * Math.Exp(-25 * t) * Math.Sin(2 * Math.PI * (50 * t + 3 * (1 - Math.Exp(-40 * t)))));
        }
    }
}
