using System.Numerics.Tensors;
using NWaves.Filters.Fda;
using NWaves.Windows;

namespace Phonaris.Core.Music;

/// <summary>
/// Keeps every fourth sample after a low-pass filter that attenuates aliases below a third of the new rate to less than 1/400:
/// a windowed sinc (Hamming), symmetric and so without delay (Oppenheim and Schafer, Discrete-Time Signal Processing, 7.5).
/// </summary>
internal static class Decimator
{
    /// <summary>The decimation factor: one sample of this many is kept.</summary>
    public const int Factor = 4;

    /// <summary>The samples needed before the first kept one and after the last.</summary>
    public const int Reach = 31;

    private static readonly float[] Taps = [.. DesignFilter.FirWinLp(2 * Reach + 1, 0.5 / Factor, WindowType.Hamming).Select(t => (float)t)];

    /// <summary>Decimates.</summary>
    /// <param name="samples">From <see cref="Reach"/> samples before the first one to keep, to as many after the last.</param>
    /// <param name="kept">Receives the kept samples.</param>
    /// <exception cref="ArgumentException">There are too few samples.</exception>
    public static void Keep(ReadOnlySpan<float> samples, Span<float> kept)
    {
        if (samples.Length < (kept.Length - 1) * Factor + Taps.Length) throw new ArgumentException("There are too few samples.", nameof(samples));
        for (var i = 0; i < kept.Length; i++) kept[i] = TensorPrimitives.Dot(samples.Slice(i * Factor, Taps.Length), Taps);
    }
}
