using System.Numerics.Tensors;
using System.Runtime.InteropServices;

namespace Phonaris.Core.Music;

/// <summary>The features of a piece over time: vectors whose distance tells how unlike two moments are.</summary>
/// <param name="HopFrames">The distance between moments, in frames: 20 ms, or more for a piece longer than twenty minutes.</param>
/// <param name="Halves">The vectors, one moment after the other, as IEEE 754 halves in the machine's byte order.</param>
public sealed record FeatureTrack(int HopFrames, byte[] Halves)
{
    /// <summary>The length of a vector: that of <see cref="StretchFeatures"/>.</summary>
    public const int Size = StretchFeatures.Size;

    private const int FinestHopFrames = 20 * Frames.PerMs;

    /// <summary>The most moments stored, so that long pieces stay small.</summary>
    private const int Most = 65_536;

    /// <summary>The number of moments.</summary>
    public int Count => Halves.Length / (Size * sizeof(ushort));

    /// <summary>Analyses a whole piece.</summary>
    /// <param name="frames">The piece's length in frames.</param>
    /// <param name="listen">Computes the features of stretches, given where they begin and where the last ends, in frames.</param>
    internal static FeatureTrack Of(long frames, Func<IReadOnlyList<long>, float[]> listen)
    {
        var hop = FinestHopFrames;
        while (frames / hop > Most) hop *= 2;
        var numbers = listen([.. Enumerable.Range(0, (int)(frames / hop) + 1).Select(k => (long)k * hop)]);
        var halves = new byte[numbers.Length * sizeof(ushort)];
        TensorPrimitives.ConvertToHalf(numbers, MemoryMarshal.Cast<byte, Half>(halves.AsSpan()));
        return new(hop, halves);
    }

    /// <summary>Reads the features of moments, one moment after the other.</summary>
    /// <param name="first">The first moment.</param>
    /// <param name="destination">Receives <see cref="Size"/> numbers for each.</param>
    /// <exception cref="ArgumentOutOfRangeException">There are fewer moments.</exception>
    public void Read(int first, Span<float> destination)
    {
        var halves = MemoryMarshal.Cast<byte, Half>(Halves);
        ArgumentOutOfRangeException.ThrowIfNegative(first);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(first * Size + destination.Length, halves.Length);
        TensorPrimitives.ConvertToSingle(halves.Slice(first * Size, destination.Length), destination);
    }
}
