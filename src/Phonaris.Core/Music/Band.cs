namespace Phonaris.Core.Music;

/// <summary>Neighbouring bins of a spectrum, weighted and summed.</summary>
/// <param name="FirstBin">The first bin.</param>
/// <param name="Weights">The weight of that bin and those after it.</param>
internal sealed record Band(int FirstBin, float[] Weights)
{
    /// <summary>
    /// Triangular bands of equal width on the mel scale (Stevens, Volkmann, Newman 1937, in O'Shaughnessy's form
    /// m = 2595·log10(1 + f/700)), each reaching to the centres of its neighbours.
    /// </summary>
    /// <param name="count">How many.</param>
    /// <param name="lowest">The lower edge of the first, in hertz.</param>
    /// <param name="highest">The upper edge of the last, in hertz.</param>
    /// <param name="framing">How the spectrum was computed.</param>
    public static IReadOnlyList<Band> Mel(int count, double lowest, double highest, Framing framing)
    {
        var (low, high) = (ToMel(lowest), ToMel(highest));
        var edges = Enumerable.Range(0, count + 2).Select(i => FromMel(low + (high - low) * i / (count + 1))).ToList();
        return [.. Enumerable.Range(0, count).Select(b => Triangle(edges[b], edges[b + 1], edges[b + 2], framing))];
    }

    /// <summary>One band for each semitone from a lowest note on, in twelve-tone equal temperament with A at 440 Hz.</summary>
    /// <param name="lowestNote">The lowest note's MIDI number.</param>
    /// <param name="count">How many.</param>
    /// <param name="framing">How the spectrum was computed.</param>
    public static IReadOnlyList<Band> Semitones(int lowestNote, int count, Framing framing) =>
        [.. Enumerable.Range(lowestNote, count).Select(n => Triangle(Pitch(n - 1), Pitch(n), Pitch(n + 1), framing))];

    private static double Pitch(int note) => 440 * Math.Pow(2, (note - 69) / 12.0);

    private static double ToMel(double hertz) => 2595 * Math.Log10(1 + hertz / 700);

    private static double FromMel(double mel) => 700 * (Math.Pow(10, mel / 2595) - 1);

    private static Band Triangle(double from, double middle, double to, Framing framing)
    {
        var width = (double)framing.Rate / framing.Window;
        // Where bins are wider than the band, the nearest one is used.
        var (first, last) = ((int)Math.Ceiling(from / width), (int)Math.Floor(to / width));
        var nearest = (int)Math.Round(middle / width);
        (first, last) = (Math.Min(first, nearest), Math.Min(Math.Max(last, nearest), framing.Window / 2));
        var weights = new float[Math.Max(1, last - first + 1)];
        for (var i = 0; i < weights.Length; i++)
        {
            var hertz = (first + i) * width;
            weights[i] = (float)Math.Max(0, hertz <= middle ? (hertz - from) / (middle - from) : (to - hertz) / (to - middle));
        }
        if (nearest - first < weights.Length) weights[nearest - first] = Math.Max(weights[nearest - first], 0.5f);
        return new(first, weights);
    }
}
