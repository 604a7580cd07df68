using System.Numerics.Tensors;

namespace Phonaris.Core.Music;

/// <summary>
/// The tempo over time: from the autocorrelation of the onset strength in windows of 12 s, at a period and its multiples,
/// leads to, under a log-normal prior (Ellis, "Beat tracking by dynamic programming", J. New Music Research 36, 2007; the comb after Scheirer, "Tempo and
/// beat analysis of acoustic musical signals", JASA 103, 1998), followed from window to window by a Viterbi search.
/// </summary>
/// <param name="Periods">The period at each second, in hops of the onset strength.</param>
/// <param name="Strength">How much of the onset strength repeats at the beat or at every other beat, 0 to 1.</param>
/// <param name="Rival">The likelihood of the strongest rival tempo, three beats against two or four, relative to this one, 0 to 1 or a little more.</param>
internal sealed record Tempo(float[] Periods, double Strength, double Rival)
{
    private const int PerSecond = OnsetStrength.PerSecond;
    private const int WindowSeconds = 12;

    /// <summary>The range of periods: 54 to 214 beats per minute.</summary>
    private const int Shortest = 28, Longest = 112;

    /// <summary>The longest lag of the autocorrelation: four of the longest periods.</summary>
    private const int Lags = 4 * Longest + 3;

    /// <summary>The prior's most likely tempo, and its spread in octaves.</summary>
    private const double LikelyBpm = 120, SpreadOctaves = 0.85;

    /// <summary>The cost of doubling the period within a second, relative to a perfect repetition.</summary>
    private const double ChangeCost = 7.5;

    /// <summary>How much less evidence a bar of three gives for its beat than a bar of four.</summary>
    private const double OfThree = 0.8;

    /// <summary>Rival tempos, as fractions of the period.</summary>
    private static readonly double[] Rivals = [2 / 3.0, 3 / 4.0, 4 / 3.0, 3 / 2.0];

    /// <summary>The fastest possible beat.</summary>
    private const double FastestBpm = 190;

    /// <summary>Whether double the tempo is possible.</summary>
    public bool CanDouble => 2 * Bpm <= FastestBpm;

    /// <summary>
    /// How strong onsets between the beats must be, relative to the beats, to be beats themselves; lower when the double tempo is more likely.
    /// Subdivisions are a sixth as strong, skipped beats about half as strong or more.
    /// </summary>
    public double HalvesToDouble => 0.38 * Math.Sqrt(Prior(Middle) / Prior(Middle / 2));

    /// <summary>Whether half the tempo is possible.</summary>
    public bool CanHalve => 2 * Middle <= Longest;

    /// <summary>The share of beats that must be played for them to be beats; higher when the half tempo is more likely. In sparse music half are played or more.</summary>
    public double LeastPlayedShare => 0.45 * Prior(2 * Middle) / Prior(Middle);

    /// <summary>Its median tempo, in beats per minute.</summary>
    public double Bpm => 60 * PerSecond / Middle;

    private double Middle => Periods.Order().ElementAt(Periods.Length / 2);

    /// <summary>The tempo with a beat added between each two.</summary>
    public Tempo Doubled() => this with { Periods = [.. Periods.Select(p => p / 2)] };

    /// <summary>The tempo without every other beat.</summary>
    public Tempo Halved() => this with { Periods = [.. Periods.Select(p => 2 * p)] };

    /// <summary>The tempo of a piece.</summary>
    /// <param name="onsets">Its onset strength.</param>
    public static Tempo Of(float[] onsets)
    {
        if (onsets.AsSpan().IndexOfAnyExcept(0f) < 0) return new([(float)(60 * PerSecond / LikelyBpm)], 0, 0);
        var windows = Math.Max(1, onsets.Length / PerSecond);
        var repeats = new float[windows][];
        var mean = new double[Lags];
        for (var w = 0; w < windows; w++)
        {
            repeats[w] = Autocorrelation(Window(onsets, w));
            for (var lag = 0; lag < mean.Length; lag++) mean[lag] += repeats[w][lag] / windows;
        }
        var likeliest = Enumerable.Range(Shortest, Longest - Shortest + 1).MaxBy(lag => Likely(mean, lag));
        var periods = Follow(repeats, likeliest);
        var rival = Rivals.Max(r => Enumerable.Range((int)Math.Round(likeliest * r) - 2, 5).Where(l => l is >= Shortest and <= Longest).Select(l => Likely(mean, l)).DefaultIfEmpty().Max());
        return new(
            periods,
            Math.Clamp(Enumerable.Range(0, windows).Average(w => Math.Max(At(repeats[w], periods[w]), At(repeats[w], 2 * periods[w]))), 0, 1),
            rival / Math.Max(1e-9, Likely(mean, likeliest)));
    }

    /// <summary>
    /// The likelihood of a period: it repeats, and so do two of it and a whole bar. Two thirds or four thirds of a beat repeat as much on their own where notes are
    /// dotted.
    /// </summary>
    private static double Likely(double[] repeats, int lag)
    {
        return Math.Max(0, Near(1)) * Math.Max(0, Near(2) + Math.Max(Near(4), OfThree * Near(3))) * Prior(lag);

        double Near(int times) => repeats.AsSpan(times * lag - times / 2, 2 * (times / 2) + 1).ToArray().Max();
    }

    private static double Prior(double lag) => Math.Exp(-0.5 * Math.Pow(Math.Log2(60.0 * PerSecond / lag / LikelyBpm) / SpreadOctaves, 2));

    private static ReadOnlySpan<float> Window(float[] onsets, int second)
    {
        const int length = WindowSeconds * PerSecond;
        var from = Math.Clamp(second * PerSecond + PerSecond / 2 - length / 2, 0, Math.Max(0, onsets.Length - length));
        return onsets.AsSpan(from, Math.Min(length, onsets.Length - from));
    }

    /// <summary>The autocorrelation of a window minus its mean, each lag divided by its number of products, 1 at lag 0.</summary>
    private static float[] Autocorrelation(ReadOnlySpan<float> window)
    {
        var values = new float[Lags];
        var centred = new float[window.Length];
        TensorPrimitives.Subtract(window, window.Length > 0 ? TensorPrimitives.Average<float>(window) : 0, centred);
        for (var lag = 0; lag < values.Length && lag < centred.Length; lag++)
            values[lag] = TensorPrimitives.Dot<float>(centred.AsSpan(lag), centred.AsSpan(0, centred.Length - lag)) / (centred.Length - lag);
        var power = values[0];
        if (power > 0) TensorPrimitives.Divide(values, power, values);
        else values.AsSpan().Clear();
        return values;
    }

    private static float At(float[] values, float lag)
    {
        var (floor, part) = ((int)lag, lag - (int)lag);
        return values[floor] + (values[Math.Min(floor + 1, values.Length - 1)] - values[floor]) * part;
    }

    /// <summary>The most likely path of the period around one: it repeats strongly, and changes slowly.</summary>
    private static float[] Follow(float[][] repeats, int around)
    {
        var (low, high) = (Math.Max(Shortest - 4, (int)(around * 0.8)), Math.Min(Longest, (int)(around * 1.25) + 1));
        var count = high - low + 1;
        var best = new double[repeats.Length, count];
        var from = new int[repeats.Length, count];
        const int reach = 3;
        for (var w = 0; w < repeats.Length; w++)
            for (var p = 0; p < count; p++)
            {
                var (most, at) = (w == 0 ? 0 : double.NegativeInfinity, p);
                for (var q = Math.Max(0, p - reach); w > 0 && q <= Math.Min(count - 1, p + reach); q++)
                {
                    var value = best[w - 1, q] - ChangeCost * Math.Abs(p - q) / around;
                    if (value > most) (most, at) = (value, q);
                }
                best[w, p] = most + repeats[w][low + p];
                from[w, p] = at;
            }
        var last = repeats.Length - 1;
        var path = Enumerable.Range(0, count).MaxBy(p => best[last, p]);
        var periods = new float[repeats.Length];
        for (var w = last; w >= 0; w--)
        {
            periods[w] = Peak(repeats[w], low + path);
            path = from[w, path];
        }
        return periods;
    }

    /// <summary>The vertex of the parabola through a value and its neighbours.</summary>
    private static float Peak(float[] values, int at)
    {
        if (at < 1 || at + 1 >= values.Length) return at;
        var (a, b, c) = (values[at - 1], values[at], values[at + 1]);
        var bend = a - 2 * b + c;
        return bend < 0 ? at + Math.Clamp(0.5f * (a - c) / bend, -0.5f, 0.5f) : at;
    }
}
