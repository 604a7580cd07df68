using System.Numerics.Tensors;

namespace Phonaris.Core.Music;

/// <summary>
/// How far apart the beats are, and how that changes: from the autocorrelation of the onset strength in windows of 12 s, at a beat and at the beats it
/// leads to, under a log-normal prior (Ellis, "Beat tracking by dynamic programming", J. New Music Research 36, 2007; the comb after Scheirer, "Tempo and
/// beat analysis of acoustic musical signals", JASA 103, 1998), followed from window to window by a Viterbi search.
/// </summary>
/// <param name="Periods">The period at each second, in values of the onset strength.</param>
/// <param name="Strength">How much of the onset strength repeats from beat to beat, or every other beat, 0 to 1.</param>
/// <param name="Rival">How likely the likeliest tempo is that goes against it, three beats to two or to four, beside it, 0 to 1 or a little more.</param>
internal sealed record Tempo(float[] Periods, double Strength, double Rival)
{
    private const int PerSecond = OnsetStrength.PerSecond;
    private const int WindowSeconds = 12;

    /// <summary>The periods looked at: 54 to 214 beats a minute.</summary>
    private const int Shortest = 28, Longest = 112;

    /// <summary>How far apart what repeats is looked at: up to four of the longest periods.</summary>
    private const int Lags = 4 * Longest + 3;

    /// <summary>The tempo that is likeliest before anything is heard, and how far others are from it, in octaves.</summary>
    private const double LikelyBpm = 120, SpreadOctaves = 0.85;

    /// <summary>What it costs to change the period within a second, by as much as itself, against a repetition that is perfect.</summary>
    private const double ChangeCost = 7.5;

    /// <summary>How much less a bar of three speaks for its beat than one of four.</summary>
    private const double OfThree = 0.8;

    /// <summary>Tempos that go against one, as parts of its period.</summary>
    private static readonly double[] Rivals = [2 / 3.0, 3 / 4.0, 4 / 3.0, 3 / 2.0];

    /// <summary>No beat is faster than this.</summary>
    private const double FastestBpm = 190;

    /// <summary>Whether twice the tempo is one that beats can have.</summary>
    public bool CanDouble => 2 * Bpm <= FastestBpm;

    /// <summary>
    /// How strong what comes between the beats must be, beside the beats, to be beats itself: the less, the likelier the doubled tempo is.
    /// Subdivisions are a sixth as strong, every other beat is about half as strong or more.
    /// </summary>
    public double HalvesToDouble => 0.38 * Math.Sqrt(Prior(Middle) / Prior(Middle / 2));

    /// <summary>Whether half the tempo is one that beats can have.</summary>
    public bool CanHalve => 2 * Middle <= Longest;

    /// <summary>What share of the beats must be played for them to be beats: the more, the likelier the halved tempo is. In sparse music half are played or more.</summary>
    public double LeastPlayedShare => 0.45 * Prior(2 * Middle) / Prior(Middle);

    /// <summary>Its middle tempo, in beats a minute.</summary>
    public double Bpm => 60 * PerSecond / Middle;

    private double Middle => Periods.Order().ElementAt(Periods.Length / 2);

    /// <summary>The tempo with beats where there are some now and in between.</summary>
    public Tempo Doubled() => this with { Periods = [.. Periods.Select(p => p / 2)] };

    /// <summary>The tempo with every other beat left out.</summary>
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
    /// How likely a period is: it repeats itself, and so do two and a whole bar of it. By itself two thirds or four thirds of a beat repeat as much, where notes are
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

    /// <summary>The autocorrelation of a window less its mean, each lag divided by how many products it has, 1 at lag 0.</summary>
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

    /// <summary>The likeliest course of the period around one: it repeats strongly, and changes slowly.</summary>
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

    /// <summary>Where a parabola through a value and its neighbours is highest.</summary>
    private static float Peak(float[] values, int at)
    {
        if (at < 1 || at + 1 >= values.Length) return at;
        var (a, b, c) = (values[at - 1], values[at], values[at + 1]);
        var bend = a - 2 * b + c;
        return bend < 0 ? at + Math.Clamp(0.5f * (a - c) / bend, -0.5f, 0.5f) : at;
    }
}
