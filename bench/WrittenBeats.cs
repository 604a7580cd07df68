using System.Buffers.Binary;

namespace Phonaris.Bench;

/// <summary>The beat times of a piece from its Standard MIDI File (RP-001, 1996): its quarters, from the first note to the last.</summary>
internal sealed class WrittenBeats
{
    private const int SetTempo = 0x51, Meta = 0xff, NoteOn = 9, Drums = 9;

    /// <summary>The resolution of note onsets, in parts of a quarter.</summary>
    private const int Parts = 12;

    private readonly int _perQuarter;
    private readonly SortedDictionary<long, int> _tempos = new() { [0] = 500_000 };
    private readonly List<(long Tick, int Loudness, bool Low)> _notes = [];

    public WrittenBeats(ReadOnlySpan<byte> file)
    {
        _perQuarter = BinaryPrimitives.ReadInt16BigEndian(file[12..]);
        for (var at = 14; at + 8 <= file.Length;)
        {
            var length = BinaryPrimitives.ReadInt32BigEndian(file[(at + 4)..]);
            Read(file.Slice(at + 8, length));
            at += 8 + length;
        }
        var (first, last) = (_notes.Min(n => n.Tick), _notes.Max(n => n.Tick));
        Seconds = [.. Enumerable.Range(0, (int)(last / _perQuarter) + 1).Select(q => (long)q * _perQuarter).Where(t => t >= first).Select(SecondsAt)];
    }

    /// <summary>The beats, in seconds from the beginning of playback.</summary>
    public List<double> Seconds { get; }

    /// <summary>
    /// Whether the written beat is the audible one: more bass and bass drum notes start on quarters than between them, and notes repeat after a quarter
    /// rather than after three quarters of one. Some files are written with another beat.
    /// </summary>
    public bool IsHeard
    {
        get
        {
            var (low, all) = (new long[Parts], new Dictionary<long, long>());
            foreach (var (tick, loudness, isLow) in _notes)
            {
                var at = (long)Math.Round((double)tick * Parts / _perQuarter);
                all[at] = all.GetValueOrDefault(at) + loudness;
                if (isLow) low[at % Parts] += loudness;
            }
            return low[0] > low[1..].Max() && Again(Parts) >= Again(Parts * 3 / 4);

            long Again(int later) => all.Sum(n => n.Value * all.GetValueOrDefault(n.Key + later));
        }
    }

    private double SecondsAt(long tick) =>
        _tempos.Zip(_tempos.Skip(1).Select(t => t.Key).Append(long.MaxValue), (t, next) => Math.Max(0, Math.Min(tick, next) - t.Key) * (double)t.Value).Sum() / _perQuarter / 1e6;

    private void Read(ReadOnlySpan<byte> events)
    {
        var (at, tick, status) = (0, 0L, (byte)0);
        while (at < events.Length)
        {
            tick += Number(events, ref at);
            // A repeated status byte is omitted (running status).
            if (events[at] >= 0x80) status = events[at++];
            if (status == Meta)
            {
                var kind = events[at++];
                var length = (int)Number(events, ref at);
                if (kind == SetTempo) _tempos[tick] = events[at] << 16 | events[at + 1] << 8 | events[at + 2];
                at += length;
            }
            else if (status >= 0xf0) at += (int)Number(events, ref at);
            else
            {
                var (pitch, loudness) = (events[at], events[at + 1]);
                if (status >> 4 == NoteOn && loudness > 0) _notes.Add((tick, loudness, (status & 0xf) == Drums ? pitch is 35 or 36 : pitch < 48));
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
