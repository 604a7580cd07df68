using System.Buffers.Binary;

namespace Phonaris.Media.Films;

/// <summary>
/// VP9 (VP9 bitstream specification 0.6) as IVF: a header of 32 bytes, then each picture after 12 bytes with its length and number. An unchanged picture is one byte, which
/// shows the stored frame again (6.2, <c>show_existing_frame</c>).
/// </summary>
internal sealed class Vp9Pictures : IPictureCoding
{
    private const int HeadBytes = 32, PictureHeadBytes = 12;

    /// <summary>The quantizers of stills and of pictures that the next one corrects, from 0 to 63.</summary>
    private const string StillQuality = "16", ChangingQuality = "24";

    // Frame marker 2, profile 0, show the existing frame in slot 0: a keyframe is stored in all slots.
    private static readonly byte[] ShownAgain = [0b10_0_0_1_000];

    public string Ending => "vp9";

    public IReadOnlyList<string> Arguments(PartKind kind, int pictures, int group) =>
    [
        "-c:v", "libvpx-vp9", "-b:v", "0", "-crf", kind == PartKind.Still ? StillQuality : ChangingQuality, "-deadline", kind == PartKind.Still ? "good" : "realtime", "-cpu-used", kind == PartKind.Still ? "3" : "7",
        "-auto-alt-ref", "0", "-lag-in-frames", "0", "-pix_fmt", "yuv420p", "-g", $"{Math.Min(pictures, group)}", "-row-mt", "0", "-threads", "1", "-f", "ivf",
    ];

    public int Count(ReadOnlySpan<byte> part)
    {
        var count = 0;
        for (var at = HeadBytes; at < part.Length; at += PictureHeadBytes + LengthAt(part, at)) count++;
        return count;
    }

    public void Begin(Stream stream, FilmSettings settings, long total)
    {
        Span<byte> head = stackalloc byte[HeadBytes];
        "DKIF"u8.CopyTo(head);
        BinaryPrimitives.WriteUInt16LittleEndian(head[6..], HeadBytes);
        "VP90"u8.CopyTo(head[8..]);
        BinaryPrimitives.WriteUInt16LittleEndian(head[12..], (ushort)settings.Width);
        BinaryPrimitives.WriteUInt16LittleEndian(head[14..], (ushort)settings.Height);
        BinaryPrimitives.WriteUInt32LittleEndian(head[16..], (uint)settings.Fps);
        BinaryPrimitives.WriteUInt32LittleEndian(head[20..], 1);
        BinaryPrimitives.WriteUInt32LittleEndian(head[24..], (uint)total);
        stream.Write(head);
    }

    public void Changing(Stream stream, ReadOnlySpan<byte> part, long at)
    {
        for (var from = HeadBytes; from < part.Length; from += PictureHeadBytes + LengthAt(part, from)) Put(stream, part.Slice(from + PictureHeadBytes, LengthAt(part, from)), at++);
    }

    public void Still(Stream stream, ReadOnlySpan<byte> part, long at, int pictures)
    {
        Put(stream, part.Slice(HeadBytes + PictureHeadBytes, LengthAt(part, HeadBytes)), at);
        for (var k = 1; k < pictures; k++) Put(stream, ShownAgain, at + k);
    }

    private static int LengthAt(ReadOnlySpan<byte> part, int at) => BinaryPrimitives.ReadInt32LittleEndian(part[at..]);

    private static void Put(Stream stream, ReadOnlySpan<byte> picture, long number)
    {
        Span<byte> head = stackalloc byte[PictureHeadBytes];
        BinaryPrimitives.WriteInt32LittleEndian(head, picture.Length);
        BinaryPrimitives.WriteInt64LittleEndian(head[4..], number);
        stream.Write(head);
        stream.Write(picture);
    }
}
