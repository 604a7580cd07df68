using System.Buffers.Binary;

namespace Phonaris.Bench;

/// <summary>When the quarters of a piece come, by the tempo map of its Standard MIDI File (RP-001, 1996).</summary>
internal static class MidiBeats
{
    private const int SetTempo = 0x51, Meta = 0xff;

    /// <summary>The quarters from the first note to the last, in seconds from where it begins to play.</summary>
    public static List<double> Of(ReadOnlySpan<byte> file)
    {
        var perQuarter = BinaryPrimitives.ReadInt16BigEndian(file[12..]);
        var tempos = new SortedDictionary<long, int> { [0] = 500_000 };
        var (first, last) = (long.MaxValue, 0L);
        for (var at = 14; at + 8 <= file.Length;)
        {
            var length = BinaryPrimitives.ReadInt32BigEndian(file[(at + 4)..]);
            Track(file.Slice(at + 8, length), tempos, ref first, ref last);
            at += 8 + length;
        }
        return [.. Enumerable.Range(0, (int)(last / perQuarter) + 1).Select(q => (long)q * perQuarter).Where(t => t >= first).Select(SecondsAt)];

        double SecondsAt(long tick)
        {
            var micros = 0.0;
            foreach (var (from, to, tempo) in tempos.Zip(tempos.Skip(1).Select(t => t.Key).Append(long.MaxValue), (t, next) => (t.Key, next, t.Value)))
                micros += Math.Max(0, Math.Min(tick, to) - from) * (double)tempo / perQuarter;
            return micros / 1e6;
        }
    }

    private static void Track(ReadOnlySpan<byte> events, SortedDictionary<long, int> tempos, ref long first, ref long last)
    {
        var (at, tick, status) = (0, 0L, (byte)0);
        while (at < events.Length)
        {
            tick += Number(events, ref at);
            // A status that does not change is left out.
            if (events[at] >= 0x80) status = events[at++];
            if (status == Meta)
            {
                var kind = events[at++];
                var length = (int)Number(events, ref at);
                if (kind == SetTempo) tempos[tick] = events[at] << 16 | events[at + 1] << 8 | events[at + 2];
                at += length;
            }
            else if (status >= 0xf0) at += (int)Number(events, ref at);
            else
            {
                if (status >> 4 == 9 && events[at + 1] > 0) (first, last) = (Math.Min(first, tick), Math.Max(last, tick));
                at += status >> 4 is 0xc or 0xd ? 1 : 2;
            }
        }
    }

    private static long Number(ReadOnlySpan<byte> bytes, ref int at)
    {
        long number = 0;
        do number = number << 7 | (uint)(bytes[at] & 0x7f);
        while (bytes[at++] >= 0x80);
        return number;
    }
}
