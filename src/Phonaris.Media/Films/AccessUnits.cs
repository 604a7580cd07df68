namespace Phonaris.Media.Films;

/// <summary>
/// The units of an H.264 byte stream (ITU-T H.264, Annex B). Each picture begins with an access unit delimiter, NAL unit type 9.
/// </summary>
internal static class AccessUnits
{
    private static ReadOnlySpan<byte> StartCode => [0, 0, 1];

    /// <summary>The byte positions where pictures begin, followed by the length of the stream.</summary>
    public static List<int> Bounds(ReadOnlySpan<byte> stream)
    {
        List<int> bounds = [];
        for (var at = 0; ;)
        {
            var found = stream[at..].IndexOf(StartCode);
            if (found < 0) break;
            at += found;
            if (at + 3 < stream.Length && (stream[at + 3] & 0x1F) == 9) bounds.Add(at > 0 && stream[at - 1] == 0 ? at - 1 : at);
            at += 3;
        }
        bounds.Add(stream.Length);
        return bounds;
    }

    /// <summary>The range of the first unit of a type, without its start code; null if there is none.</summary>
    public static Range? Find(ReadOnlySpan<byte> stream, byte type)
    {
        for (var at = 0; stream[at..].IndexOf(StartCode) is >= 0 and var found;)
        {
            at += found + StartCode.Length;
            if (at >= stream.Length || (stream[at] & 0x1F) != type) continue;
            var end = stream[at..].IndexOf(StartCode) is >= 0 and var next ? at + next : stream.Length;
            // The first zero of a four-byte start code does not belong to the unit before.
            return at..(end < stream.Length && stream[end - 1] == 0 ? end - 1 : end);
        }
        return null;
    }

    /// <summary>The payload of a unit, without its first byte and without the emulation prevention bytes.</summary>
    public static byte[] Payload(ReadOnlySpan<byte> unit)
    {
        List<byte> payload = [];
        for (int at = 1, zeros = 0; at < unit.Length; at++)
        {
            if (zeros >= 2 && unit[at] == 3)
            {
                zeros = 0;
                continue;
            }
            payload.Add(unit[at]);
            zeros = unit[at] == 0 ? zeros + 1 : 0;
        }
        return [.. payload];
    }

    /// <summary>A payload with emulation prevention bytes added (7.4.1), the inverse of the above.</summary>
    public static byte[] Escaped(ReadOnlySpan<byte> payload)
    {
        List<byte> unit = [];
        var zeros = 0;
        foreach (var value in payload)
        {
            if (zeros >= 2 && value <= 3)
            {
                unit.Add(3);
                zeros = 0;
            }
            unit.Add(value);
            zeros = value == 0 ? zeros + 1 : 0;
        }
        return [.. unit];
    }
}
