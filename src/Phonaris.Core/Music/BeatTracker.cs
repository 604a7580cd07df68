namespace Phonaris.Core.Music;

/// <summary>
/// Tracks the beats: the path through the onset strength that meets strong onsets and keeps to the period, by dynamic programming
/// (Ellis 2007).
/// </summary>
internal static class BeatTracker
{
    /// <summary>The weight of keeping to the period against meeting onsets.</summary>
    private const float Tightness = 100;

    /// <summary>The beats, as indices of the onset strength.</summary>
    /// <param name="onsets">The onset strength.</param>
    /// <param name="periods">The period at each second, in hops of the onset strength.</param>
    public static List<double> Track(float[] onsets, float[] periods)
    {
        var smooth = Smooth(onsets, periods[periods.Length / 2] / 32);
        var best = new float[onsets.Length];
        var from = new int[onsets.Length];
        for (var t = 0; t < onsets.Length; t++)
        {
            var period = At(periods, t);
            var (most, at) = (0f, -1);
            for (var gap = (int)MathF.Round(period / 2); gap <= (int)MathF.Round(period * 2) && gap <= t; gap++)
            {
                var off = MathF.Log(gap / period);
                var value = best[t - gap] - Tightness * off * off;
                if (value > most) (most, at) = (value, t - gap);
            }
            (best[t], from[t]) = (most + smooth[t], at);
        }
        var beats = new List<double>();
        var tail = Math.Max(0, onsets.Length - (int)MathF.Ceiling(At(periods, onsets.Length - 1)));
        var end = tail;
        for (var t = tail; t < onsets.Length; t++)
            if (best[t] > best[end]) end = t;
        for (var t = end; t >= 0; t = from[t]) beats.Add(Peak(smooth, t));
        beats.Reverse();
        // Before the first sound and after the last, the beats continue evenly.
        while (beats.Count > 0 && beats[0] - At(periods, 0) >= 0) beats.Insert(0, beats[0] - At(periods, 0));
        while (beats.Count > 0 && beats[^1] + At(periods, onsets.Length - 1) < onsets.Length) beats.Add(beats[^1] + At(periods, onsets.Length - 1));
        return beats;
    }

    /// <summary>
    /// The strength of onsets half-way between beats relative to those on beats, where the beats are strong: missing beats
    /// are not counted, played ones are.
    /// </summary>
    /// <param name="onsets">The onset strength.</param>
    /// <param name="beats">The beats.</param>
    public static double Halves(float[] onsets, IReadOnlyList<double> beats)
    {
        if (beats.Count < 2) return 0;
        var on = beats.Average(b => Strongest(onsets, b));
        var between = beats.Zip(beats.Skip(1)).Select(pair => Strongest(onsets, (pair.First + pair.Second) / 2)).Order().ToList();
        return on > 0 ? between[between.Count * 3 / 4] / on : 0;
    }

    /// <summary>The average strength of onsets half-way between beats relative to those on beats: 0 for none, 1 for equal.</summary>
    /// <param name="onsets">The onset strength.</param>
    /// <param name="beats">The beats.</param>
    public static double Between(float[] onsets, IReadOnlyList<double> beats)
    {
        if (beats.Count < 2) return 0;
        var on = beats.Average(b => Strongest(onsets, b));
        return on > 0 ? beats.Zip(beats.Skip(1)).Average(pair => Strongest(onsets, (pair.First + pair.Second) / 2)) / on : 0;
    }

    /// <summary>The share of beats with an onset nearly a third as strong as the strong ones, or more.</summary>
    /// <param name="onsets">The onset strength.</param>
    /// <param name="beats">The beats.</param>
    public static double Played(float[] onsets, IReadOnlyList<double> beats)
    {
        if (beats.Count == 0) return 0;
        var on = beats.Select(b => Strongest(onsets, b)).Order().ToList();
        return on.Count(strength => strength > 0.3 * on[on.Count * 9 / 10]) / (double)on.Count;
    }

    /// <summary>
    /// The delay of the strongest rise after an onset, in hops of the onset strength: the time the mean rise at the beats takes
    /// from a tenth of its maximum, minus that of a click.
    /// </summary>
    /// <param name="onsets">The onset strength.</param>
    /// <param name="beats">The beats.</param>
    public static double Late(float[] onsets, IReadOnlyList<double> beats)
    {
        const int back = 8;
        var mean = new double[back + 1];
        foreach (var at in beats.Select(b => (int)Math.Round(b)).Where(b => b >= back && b < onsets.Length))
            for (var d = 0; d <= back; d++) mean[d] += onsets[at - d];
        var begin = 0;
        while (begin < back && mean[begin + 1] > 0.1 * mean[0]) begin++;
        if (begin == back || mean[0] <= 0) return ClickLate;
        var part = (mean[begin] - 0.1 * mean[0]) / Math.Max(1e-9, mean[begin] - mean[begin + 1]);
        return SlowRise * Math.Max(0, begin + part - ClickRise) + ClickLate;
    }

    /// <summary>The rise time of a click from a tenth to its maximum, and its reported delay; measured.</summary>
    private const double ClickRise = 1.95, ClickLate = 0.2;

    /// <summary>A slow onset rises by less than a tenth for about as long before that.</summary>
    private const double SlowRise = 2;

    private static float Strongest(float[] onsets, double at)
    {
        var (from, to) = (Math.Max(0, (int)Math.Round(at) - 2), Math.Min(onsets.Length, (int)Math.Round(at) + 3));
        var most = 0f;
        for (var t = from; t < to; t++) most = Math.Max(most, onsets[t]);
        return most;
    }

    private static float At(float[] periods, int t)
    {
        var place = Math.Clamp((t - OnsetStrength.PerSecond / 2f) / OnsetStrength.PerSecond, 0, periods.Length - 1);
        var (low, part) = ((int)place, place - (int)place);
        return low + 1 < periods.Length ? periods[low] + (periods[low + 1] - periods[low]) * part : periods[low];
    }

    private static double Peak(float[] values, int at)
    {
        if (at < 1 || at + 1 >= values.Length) return at;
        var (a, b, c) = (values[at - 1], values[at], values[at + 1]);
        var bend = a - 2 * b + c;
        return bend < 0 && b >= a && b >= c ? at + 0.5 * (a - c) / bend : at;
    }

    private static float[] Smooth(float[] values, float deviation)
    {
        var reach = (int)MathF.Ceiling(3 * deviation);
        var weights = new float[2 * reach + 1];
        for (var i = 0; i < weights.Length; i++) weights[i] = MathF.Exp(-0.5f * (i - reach) * (i - reach) / (deviation * deviation));
        var smooth = new float[values.Length];
        for (var t = 0; t < values.Length; t++)
            for (var i = Math.Max(-reach, -t); i <= reach && t + i < values.Length; i++) smooth[t] += values[t + i] * weights[i + reach];
        return smooth;
    }
}
