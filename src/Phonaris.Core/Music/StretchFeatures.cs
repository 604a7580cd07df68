using System.Numerics.Tensors;

namespace Phonaris.Core.Music;

/// <summary>Features of stretches of a piece, as vectors that can be compared.</summary>
internal static class StretchFeatures
{
    /// <summary>The length of a vector: 12 for harmony, 12 for timbre, and the level last.</summary>
    public const int Size = Pitches + Bands;

    private const int Pitches = 12, Timbre = 12, Bands = Timbre + 1;

    /// <summary>Stretches computed at once by one thread.</summary>
    private const int Run = 256;

    /// <summary>
    /// The vectors, one stretch after the other: chroma (Fujishima 1999) of unit length, cepstral coefficients 1–12 of the
    /// mel spectrum (Davis and Mermelstein 1980), and coefficient 0, the level. Harmony and timbre are each scaled to a total variance of one.
    /// </summary>
    /// <param name="mel">Mel spectra of the piece.</param>
    /// <param name="melBands">The number of mel bands.</param>
    /// <param name="notes">Semitone spectra of the piece.</param>
    /// <param name="noteBands">The number of semitones; the first is a C.</param>
    /// <param name="bounds">The beginnings of the stretches, in frames, and the end of the last.</param>
    public static float[] Of(Spectra mel, int melBands, Spectra notes, int noteBands, IReadOnlyList<long> bounds)
    {
        var count = bounds.Count - 1;
        var features = new float[count * Size];
        var floor = 1e-6f * Math.Max(1e-9f, TensorPrimitives.Sum<float>(mel.Power) / Math.Max(1, mel.Power.Length));
        var cosines = new float[Timbre][];
        for (var c = 0; c < Timbre; c++) cosines[c] = [.. Enumerable.Range(0, melBands).Select(b => MathF.Cos(MathF.PI * (c + 1) * (b + 0.5f) / melBands))];
        Parallel.For(0, (count + Run - 1) / Run, run =>
        {
            var (melMean, noteMean) = (new float[melBands], new float[noteBands]);
            for (var k = run * Run; k < Math.Min(count, (run + 1) * Run); k++)
            {
                var own = features.AsSpan(k * Size, Size);
                Mean(mel, bounds[k], bounds[k + 1], melMean);
                Mean(notes, bounds[k], bounds[k + 1], noteMean);
                // The square root keeps the loudest note from dominating.
                for (var n = 0; n < noteBands; n++) own[n % Pitches] += MathF.Sqrt(noteMean[n]);
                var length = TensorPrimitives.Norm<float>(own[..Pitches]);
                if (length > 0) TensorPrimitives.Divide(own[..Pitches], length, own[..Pitches]);
                TensorPrimitives.Add(melMean, floor, melMean);
                TensorPrimitives.Log(melMean, melMean);
                for (var c = 0; c < Timbre; c++) own[Pitches + c] = TensorPrimitives.Dot<float>(melMean, cosines[c]);
                own[^1] = TensorPrimitives.Sum<float>(melMean) / MathF.Sqrt(2);
            }
        });
        Scale(features, 0, Pitches);
        Scale(features, Pitches, Bands);
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

    /// <summary>Scales a group of numbers so that the sum of their variances is one.</summary>
    private static void Scale(float[] features, int first, int size)
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
        var scale = spread > 1e-9 ? 1 / (float)Math.Sqrt(spread) : 0;
        for (var k = 0; k < count; k++)
            TensorPrimitives.Multiply(features.AsSpan(k * Size + first, size), scale, features.AsSpan(k * Size + first, size));
    }
}
