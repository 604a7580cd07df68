using System.Numerics.Tensors;

namespace Phonaris.Core.Music;

/// <summary>What is heard between one beat and the next, in numbers that two such stretches are compared by.</summary>
internal static class BeatFeatures
{
    /// <summary>Numbers of one stretch: 12 of harmony, 12 of timbre, 1 of loudness.</summary>
    public const int Size = Pitches + Timbre + 1;

    private const int Pitches = 12, Timbre = 12;

    /// <summary>How much each weighs, when all vary equally.</summary>
    private const float HarmonyWeight = 1.2f, TimbreWeight = 0.8f, LoudnessWeight = 0.5f;

    /// <summary>
    /// The numbers of each stretch, one stretch after the other: chroma (Fujishima 1999) of unit length, cepstral coefficients 1–12 of the
    /// mel spectrum (Davis and Mermelstein 1980), and level in dB; each group scaled so that it varies as much as its weight.
    /// </summary>
    /// <param name="mel">Mel spectra of the piece.</param>
    /// <param name="melBands">How many bands each has.</param>
    /// <param name="notes">Semitone spectra of the piece.</param>
    /// <param name="noteBands">How many semitones each has; the first is a C.</param>
    /// <param name="bounds">Where the stretches begin, in frames, and where the last ends.</param>
    public static float[] Of(Spectra mel, int melBands, Spectra notes, int noteBands, IReadOnlyList<long> bounds)
    {
        var count = bounds.Count - 1;
        var features = new float[count * Size];
        var melMean = new float[melBands];
        var noteMean = new float[noteBands];
        var floor = 1e-6f * Math.Max(1e-9f, TensorPrimitives.Sum<float>(mel.Power) / Math.Max(1, mel.Power.Length));
        for (var k = 0; k < count; k++)
        {
            var own = features.AsSpan(k * Size, Size);
            Mean(mel, bounds[k], bounds[k + 1], melMean);
            Mean(notes, bounds[k], bounds[k + 1], noteMean);
            // The square root keeps the loudest note from being all there is.
            for (var n = 0; n < noteBands; n++) own[n % Pitches] += MathF.Sqrt(noteMean[n]);
            var length = TensorPrimitives.Norm<float>(own[..Pitches]);
            if (length > 0) TensorPrimitives.Divide(own[..Pitches], length, own[..Pitches]);
            own[^1] = 10 * MathF.Log10(TensorPrimitives.Sum<float>(melMean) + floor);
            for (var b = 0; b < melBands; b++) melMean[b] = MathF.Log(melMean[b] + floor);
            for (var c = 0; c < Timbre; c++)
                for (var b = 0; b < melBands; b++) own[Pitches + c] += melMean[b] * MathF.Cos(MathF.PI * (c + 1) * (b + 0.5f) / melBands);
        }
        Scale(features, 0, Pitches, HarmonyWeight);
        Scale(features, Pitches, Timbre, TimbreWeight);
        Scale(features, Pitches + Timbre, 1, LoudnessWeight);
        return features;
    }

    private static void Mean(Spectra spectra, long from, long to, Span<float> mean)
    {
        var first = (int)Math.Clamp((from + spectra.HopFrames / 2) / spectra.HopFrames, 0, spectra.Count - 1);
        var last = (int)Math.Clamp((to - spectra.HopFrames / 2) / spectra.HopFrames, first, spectra.Count - 1);
        mean.Clear();
        for (var t = first; t <= last; t++) TensorPrimitives.Add(mean, spectra[t], mean);
        TensorPrimitives.Divide(mean, last - first + 1, mean);
    }

    /// <summary>Scales a group of numbers so that the squares of their distances from their mean come to a weight's.</summary>
    private static void Scale(float[] features, int first, int size, float weight)
    {
        var count = features.Length / Size;
        double spread = 0;
        for (var n = first; n < first + size; n++)
        {
            double sum = 0, squares = 0;
            for (var k = 0; k < count; k++)
            {
                var value = features[k * Size + n];
                sum += value;
                squares += (double)value * value;
            }
            spread += Math.Max(0, squares - sum * sum / Math.Max(1, count)) / Math.Max(1, count);
        }
        var scale = spread > 1e-9 ? weight / (float)Math.Sqrt(spread) : 0;
        for (var k = 0; k < count; k++)
            TensorPrimitives.Multiply(features.AsSpan(k * Size + first, size), scale, features.AsSpan(k * Size + first, size));
    }
}
