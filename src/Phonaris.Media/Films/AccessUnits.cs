namespace Phonaris.Media.Films;

/// <summary>
/// Finds the pictures in an H.264 byte stream (ITU-T H.264, Annex B): each begins with an access unit delimiter, NAL unit type 9.
/// </summary>
internal static class AccessUnits
{
    /// <summary>The byte positions where pictures begin, and the stream's length behind them.</summary>
    public static List<int> Bounds(ReadOnlySpan<byte> stream)
    {
        List<int> bounds = [];
        ReadOnlySpan<byte> startCode = [0, 0, 1];
        for (var at = 0; ;)
        {
            var found = stream[at..].IndexOf(startCode);
            if (found < 0) break;
            at += found;
            if (at + 3 < stream.Length && (stream[at + 3] & 0x1F) == 9) bounds.Add(at > 0 && stream[at - 1] == 0 ? at - 1 : at);
            at += 3;
        }
        bounds.Add(stream.Length);
        return bounds;
    }
}
