using System.Numerics.Tensors;

namespace Phonaris.Core.Music;

/// <summary>Finds the beats that begin bars: where bass notes begin and the harmony changes.</summary>
internal static class Bars
{
    /// <summary>The number of beats in a bar, 3 or 4, and the beat that begins the first whole bar.</summary>
    /// <param name="accents">The evidence for a bar beginning with each beat.</param>
    public static (int PerBar, int Phase) Of(ReadOnlySpan<float> accents)
    {
        var best = (PerBar: 4, Phase: 0);
        var most = double.NegativeInfinity;
        var deviation = accents.Length > 0 ? TensorPrimitives.StdDev(accents) : 0;
        foreach (var perBar in (ReadOnlySpan<int>)[4, 3])
            for (var phase = 0; phase < perBar; phase++)
            {
                var (on, off, count) = (0.0, 0.0, 0);
                for (var k = 0; k < accents.Length; k++)
                    if (k % perBar == phase) (on, count) = (on + accents[k], count + 1);
                    else off += accents[k];
                if (count == 0 || count == accents.Length || deviation == 0) continue;
                // Normalised by its chance variation, so that bars of three and four can be compared.
                var value = (on / count - off / (accents.Length - count)) / deviation * Math.Sqrt(count);
                if (value > most) (most, best) = (value, (perBar, phase));
            }
        return best;
    }

    /// <summary>The evidence for a bar beginning with each beat: the rise of the lowest bands, and the change of harmony.</summary>
    /// <param name="beats">The beats, in frames.</param>
    /// <param name="mel">Mel spectra of the piece.</param>
    /// <param name="features">The features from each beat to the next.</param>
    public static float[] Accents(IReadOnlyList<long> beats, Spectra mel, ReadOnlySpan<float> features)
    {
        const int lowBands = 4;
        var low = new float[beats.Count];
        var moved = new float[beats.Count];
        for (var k = 0; k < beats.Count; k++)
        {
            var at = (int)Math.Clamp(beats[k] / mel.HopFrames, 6, mel.Count - 7);
            float before = 0, after = 0;
            for (var d = 1; d <= 6; d++)
            {
                before += TensorPrimitives.Sum<float>(mel[at - d][..lowBands]);
                after += TensorPrimitives.Sum<float>(mel[at + d][..lowBands]);
            }
            low[k] = MathF.Max(0, MathF.Log((after + 1e-9f) / (before + 1e-9f)));
            if (k > 0 && (k + 1) * StretchFeatures.Size <= features.Length)
                moved[k] = TensorPrimitives.Distance(features.Slice(k * StretchFeatures.Size, 12), features.Slice((k - 1) * StretchFeatures.Size, 12));
        }
        Unit(low);
        Unit(moved);
        TensorPrimitives.Add(low, moved, low);
        return low;
    }

    private static void Unit(float[] values)
    {
        var deviation = values.Length > 0 ? TensorPrimitives.StdDev<float>(values) : 0;
        if (deviation > 1e-6f) TensorPrimitives.Divide(values, deviation, values);
    }
}
