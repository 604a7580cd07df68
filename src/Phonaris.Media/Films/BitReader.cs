namespace Phonaris.Media.Films;

/// <summary>Reads what <see cref="BitWriter"/> writes.</summary>
internal ref struct BitReader(ReadOnlySpan<byte> bytes)
{
    private readonly ReadOnlySpan<byte> _bytes = bytes;
    private int _at;

    /// <summary>Reads a number of bits as an unsigned value.</summary>
    /// <exception cref="InvalidDataException">Too few bits are left.</exception>
    public uint Take(int count)
    {
        var value = 0u;
        for (; count > 0; count--, _at++)
        {
            if (_at / 8 >= _bytes.Length) throw new InvalidDataException("The bits have run out.");
            value = value << 1 | (uint)(_bytes[_at / 8] >> (7 - _at % 8) & 1);
        }
        return value;
    }

    /// <summary>An unsigned Exp-Golomb value.</summary>
    /// <exception cref="InvalidDataException">The bits are not such a value.</exception>
    public uint Number()
    {
        var zeros = 0;
        while (Take(1) == 0) if (++zeros > 31) throw new InvalidDataException("Not a number.");
        return (1u << zeros) - 1 + Take(zeros);
    }
}
