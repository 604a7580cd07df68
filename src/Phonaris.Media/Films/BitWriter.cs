using System.Numerics;

namespace Phonaris.Media.Films;

/// <summary>Writes bits, the highest first, and values in Exp-Golomb code (ITU-R H.264, 9.1).</summary>
internal sealed class BitWriter
{
    private readonly List<byte> _bytes = [];
    private int _used;

    /// <summary>Writes the lowest bits of a value.</summary>
    public BitWriter Put(uint value, int count)
    {
        for (var bit = count - 1; bit >= 0; bit--)
        {
            if (_used == 0) _bytes.Add(0);
            if ((value >> bit & 1) != 0) _bytes[^1] |= (byte)(0x80 >> _used);
            _used = (_used + 1) % 8;
        }
        return this;
    }

    /// <summary>An unsigned value, <c>ue(v)</c>.</summary>
    public BitWriter Number(uint value)
    {
        var bits = BitOperations.Log2(value + 1);
        return Put(0, bits).Put(value + 1, bits + 1);
    }

    /// <summary>The bytes written, with the stop bit of a payload.</summary>
    public byte[] End()
    {
        Put(1, 1);
        return [.. _bytes];
    }
}
