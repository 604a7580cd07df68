using System.Numerics;

namespace Phonaris.Media.Sounds;

/// <summary>Converts 16-bit samples to numbers from −1 to 1.</summary>
internal static class Pcm16
{
    private const float Unit = 1f / 32_768;

    /// <summary>Converts samples, exactly.</summary>
    /// <param name="from">The samples.</param>
    /// <param name="to">Receives as many numbers.</param>
    public static void Widen(ReadOnlySpan<short> from, Span<float> to)
    {
        var i = 0;
        for (; i <= from.Length - Vector<short>.Count; i += Vector<short>.Count)
        {
            Vector.Widen(new Vector<short>(from[i..]), out var lower, out var upper);
            (Vector.ConvertToSingle(lower) * Unit).CopyTo(to[i..]);
            (Vector.ConvertToSingle(upper) * Unit).CopyTo(to[(i + Vector<float>.Count)..]);
        }
        for (; i < from.Length; i++) to[i] = from[i] * Unit;
    }
}
