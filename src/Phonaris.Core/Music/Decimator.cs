using System.Numerics.Tensors;
using NWaves.Filters.Fda;
using NWaves.Windows;

namespace Phonaris.Core.Music;

/// <summary>
/// Keeps every fourth sample, after a low pass that lets less than 1/400 of what would be folded below a third of the new rate through:
/// a windowed sinc (Hamming), symmetric, so that nothing is late (Oppenheim and Schafer, Discrete-Time Signal Processing, 7.5).
/// </summary>
internal static class Decimator
{
    /// <summary>The decimation factor: one sample of this many is kept.</summary>
    public const int Factor = 4;

    /// <summary>Samples needed before the first one kept, and after the last.</summary>
    public const int Reach = 31;

    private static readonly float[] Taps = [.. DesignFilter.FirWinLp(2 * Reach + 1, 0.5 / Factor, WindowType.Hamming).Select(t => (float)t)];

    /// <summary>Decimates.</summary>
    /// <param name="samples">From <see cref="Reach"/> before the first sample to keep, to as many after the last.</param>
    /// <param name="kept">Room for what is kept.</param>
    /// <exception cref="ArgumentException">There are not so many samples.</exception>
    public static void Keep(ReadOnlySpan<float> samples, Span<float> kept)
    {
        if (samples.Length < (kept.Length - 1) * Factor + Taps.Length) throw new ArgumentException("There are too few samples.", nameof(samples));
        for (var i = 0; i < kept.Length; i++) kept[i] = TensorPrimitives.Dot(samples.Slice(i * Factor, Taps.Length), Taps);
    }
}
