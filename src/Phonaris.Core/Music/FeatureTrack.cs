using System.Numerics.Tensors;
using System.Runtime.InteropServices;

namespace Phonaris.Core.Music;

/// <summary>What is heard all along a piece, moment by moment: numbers whose distance tells how unlike two moments are.</summary>
/// <param name="HopFrames">How far apart the moments are, in frames: 20 ms, or more in a piece of more than twenty minutes.</param>
/// <param name="Halves">The numbers of each moment, one moment after the other, as IEEE 754 halves in the machine's order.</param>
public sealed record FeatureTrack(int HopFrames, byte[] Halves)
{
    /// <summary>How many numbers a moment has: those of <see cref="StretchFeatures"/>.</summary>
    public const int Size = StretchFeatures.Size;

    private const int FinestHopFrames = 20 * Frames.PerMs;

    /// <summary>The most moments kept, so that what is kept stays small however long the piece.</summary>
    private const int Most = 65_536;

    /// <summary>How many moments there are.</summary>
    public int Count => Halves.Length / (Size * sizeof(ushort));

    /// <summary>Listens to a piece all along it.</summary>
    /// <param name="frames">The piece's length in frames.</param>
    /// <param name="listen">Gives the numbers of stretches, by where they begin and where the last ends, in frames.</param>
    internal static FeatureTrack Of(long frames, Func<IReadOnlyList<long>, float[]> listen)
    {
        var hop = FinestHopFrames;
        while (frames / hop > Most) hop *= 2;
        var numbers = listen([.. Enumerable.Range(0, (int)(frames / hop) + 1).Select(k => (long)k * hop)]);
        var halves = new byte[numbers.Length * sizeof(ushort)];
        TensorPrimitives.ConvertToHalf(numbers, MemoryMarshal.Cast<byte, Half>(halves.AsSpan()));
        return new(hop, halves);
    }

    /// <summary>Reads the numbers of moments, one moment after the other.</summary>
    /// <param name="first">The first moment.</param>
    /// <param name="destination">Room for <see cref="Size"/> numbers of each.</param>
    /// <exception cref="ArgumentOutOfRangeException">There are not so many.</exception>
    public void Read(int first, Span<float> destination)
    {
        var halves = MemoryMarshal.Cast<byte, Half>(Halves);
        ArgumentOutOfRangeException.ThrowIfNegative(first);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(first * Size + destination.Length, halves.Length);
        TensorPrimitives.ConvertToSingle(halves.Slice(first * Size, destination.Length), destination);
    }
}
