using System.Buffers.Binary;

namespace Phonaris.Media.Tests;

/// <summary>Writes metafiles of one rectangle, record by record: 800 wide and 600 high, the rectangle from (100, 100) to (700, 500).</summary>
internal static class Metafiles
{
    /// <summary>The colours of the rectangle, for the enhanced format and for the older one, whose colours become the nearest named ones.</summary>
    public const uint Pine = 0xFF1F5C4D, SeaGreen = 0xFF2E8B57;

    /// <summary>The older format, with a header that gives its bounds.</summary>
    public static byte[] Wmf()
    {
        using var file = new MemoryStream();
        using var writer = new BinaryWriter(file);
        short[] placeable = [unchecked((short)0xCDD7), unchecked((short)0x9AC6), 0, 0, 0, 800, 600, 96, 0, 0];
        foreach (var word in placeable.Append((short)placeable.Aggregate(0, (sum, w) => sum ^ w))) writer.Write(word);
        short[][] records =
        [
            [0x020B, 0, 0], [0x020C, 600, 800], [0x02FA, 5, 0, 0, 0, 0], [0x02FC, 0, unchecked((short)Reference(SeaGreen)), (short)(Reference(SeaGreen) >> 16), 0], [0x012D, 0], [0x012D, 1],
            [0x041B, 500, 700, 100, 100], [0],
        ];
        foreach (var word in new short[] { 1, 9, 0x300, (short)(9 + records.Sum(r => r.Length + 2)), 0, 2, 7, 0, 0 }) writer.Write(word);
        foreach (var record in records)
        {
            writer.Write(record.Length + 2);
            foreach (var word in record) writer.Write(word);
        }
        return file.ToArray();
    }

    /// <summary>The enhanced format, at 96 points per inch.</summary>
    public static byte[] Emf()
    {
        int[][] records =
        [
            [17, 8], [9, 800, 600], [11, 800, 600], // lengths as wide as they are: the window and the viewport
            [39, 1, 0, Reference(Pine), 0], [37, 1], [37, unchecked((int)0x80000008)], // a brush, and no pen
            [43, 100, 100, 699, 499], [14, 0, 16, 20],
        ];
        const int header = 88, inch = 96;
        var file = new byte[header + records.Sum(r => 4 * (r.Length + 1))];
        var at = 0;
        // In hundredths of a millimetre, and for a screen of 1024 by 768.
        foreach (var value in new[] { 1, header, 0, 0, 799, 599, 0, 0, 2540 * 800 / inch, 2540 * 600 / inch, 0x464D4520, 0x10000, file.Length, records.Length + 1, 2, 0, 0, 0, 1024, 768, 271, 203 }) Put(value);
        foreach (var record in records)
        {
            Put(record[0]);
            Put(4 * (record.Length + 1));
            foreach (var value in record.Skip(1)) Put(value);
        }
        return file;

        void Put(int value)
        {
            BinaryPrimitives.WriteInt32LittleEndian(file.AsSpan(at), value);
            at += 4;
        }
    }

    /// <summary>A colour in a metafile: blue, green, red.</summary>
    private static int Reference(uint color) => (int)(color >> 16 & 0xFF | color & 0xFF00 | (color & 0xFF) << 16);
}
