namespace Phonaris.Media.Films;

/// <summary>
/// H.264 (ITU-T H.264) as a byte stream. A picture in which nothing changes is one slice with all macroblocks skipped (7.3.4), so it equals the
/// picture before it exactly. Such slices use CAVLC, so they refer to their own picture parameter set, number 1, added beside the encoder's, number 0. For
/// example, a still of 90 pictures at 1080p is one encoded picture and 89 slices of about twenty bytes, with <c>frame_num</c> 1, 2, 3 … in the number of bits that the
/// encoder's sequence parameter set gives. This requires of the encoder's output, or the export fails with a message: pictures have 8 bits in 4:2:0,
/// are whole frames, and come in display order (<c>pic_order_cnt_type</c> 2), as <see cref="Read"/> checks; each begins with a delimiter, so that they can be counted;
/// and all parts share one sequence parameter set (<c>stitchable</c>), because a file has only one. The tests of films check this for the encoder
/// of this machine.
/// </summary>
internal sealed class H264Pictures : IPictureCoding
{
    private const byte Slice = 1, Parameters = 7, PictureParameters = 8;

    /// <summary>The picture parameter set of unchanged pictures; the encoder's is 0.</summary>
    private const uint Own = 1;

    private static readonly byte[] StartCode = [0, 0, 0, 1];

    // An access unit delimiter for I and P slices.
    private static readonly byte[] Delimiter = [0, 0, 0, 1, 9, 0x30];

    // Without B-frames a part can be cut after any picture. One reference frame, so that both kinds of part have the same parameters.
    private const string Common = "aud=1:scenecut=0:stitchable=1:ref=1:weightp=0:chroma-qp-offset=0:psy=0:bframes=0";

    /// <summary>The quality of a still: no later picture can correct it.</summary>
    private const string StillQuality = "19";

    /// <summary>The quality of pictures that the next one corrects.</summary>
    private const string ChangingQuality = "22";

    /// <summary>Most of a slide with a video does not move: further search gains little, and each picture of lookahead takes 6 MB at 1080p.</summary>
    private const string MovingPreset = "veryfast", MovingTuning = "rc-lookahead=3";

    /// <summary>In a dissolve nothing moves but everything changes: no motion search.</summary>
    private const string DissolveTuning = "me=dia:subme=0:trellis=0:rc-lookahead=5:partitions=none";

    public string Ending => "h264";

    public IReadOnlyList<string> Arguments(PartKind kind, int pictures, int group) =>
    [
        "-c:v", "libx264", "-preset", kind == PartKind.Moving ? MovingPreset : "medium", "-crf", kind == PartKind.Still ? StillQuality : ChangingQuality, "-pix_fmt", "yuv420p",
        "-g", $"{Math.Max(2, Math.Min(pictures, group))}", "-threads", "1", "-x264-params", kind switch { PartKind.Dissolve => $"{Common}:{DissolveTuning}", PartKind.Moving => $"{Common}:{MovingTuning}", _ => Common }, "-f", "h264",
    ];

    public int Count(ReadOnlySpan<byte> part) => AccessUnits.Bounds(part).Count - 1;

    public void Begin(Stream stream, FilmSettings settings, long total)
    {
        // The beginning of a byte stream.
    }

    public void Changing(Stream stream, ReadOnlySpan<byte> part, long at) => stream.Write(part);

    public void Still(Stream stream, ReadOnlySpan<byte> part, long at, int pictures)
    {
        if (AccessUnits.Find(part, Parameters) is not { } sequence || AccessUnits.Find(part, PictureParameters) is not { } own) throw new InvalidDataException("The encoder gave no parameters.");
        stream.Write(part[..own.End]);
        Write(stream, 0x60 | PictureParameters, OwnParameters());
        stream.Write(part[own.End..]);
        var (numberBits, macroblocks) = Read(AccessUnits.Payload(part[sequence]));
        for (uint k = 1; k < pictures; k++)
        {
            stream.Write(Delimiter);
            Write(stream, 0x40 | Slice, Skipped(k, numberBits, macroblocks));
        }
    }

    private static void Write(Stream stream, byte unit, byte[] payload) => stream.Write([.. StartCode, unit, .. AccessUnits.Escaped(payload)]);

    /// <summary>The parts of the sequence parameter set (7.3.2.1.1) that slices depend on: the number of bits of a picture number, and the number of macroblocks.</summary>
    private static (int NumberBits, uint Macroblocks) Read(ReadOnlySpan<byte> payload)
    {
        var bits = new BitReader(payload);
        var profile = bits.Take(8);
        bits.Take(16);
        bits.Number();
        if (profile == 100 && (bits.Number() != 1 || bits.Number() != 0 || bits.Number() != 0 || bits.Take(2) != 0)) throw new InvalidDataException("These are no pictures of 8 bits in 4:2:0.");
        var numberBits = (int)bits.Number() + 4;
        if (bits.Number() != 2) throw new InvalidDataException("The pictures are not in the order they are shown.");
        bits.Number();
        bits.Take(1);
        var macroblocks = (bits.Number() + 1) * (bits.Number() + 1);
        return bits.Take(1) == 1 ? (numberBits, macroblocks) : throw new InvalidDataException("The pictures are interlaced.");
    }

    /// <summary>A picture parameter set (7.3.2.2): CAVLC, one reference, no weights, the deblocking filter controlled by the slice.</summary>
    private static byte[] OwnParameters() => new BitWriter()
        .Number(Own).Number(0).Put(0, 2).Number(0).Number(0).Number(0).Put(0, 3).Number(0).Number(0).Number(0).Put(0b100, 3).End();

    /// <summary>A slice (7.3.3, 7.3.4) that skips all macroblocks, with the deblocking filter off.</summary>
    private static byte[] Skipped(uint number, int numberBits, uint macroblocks) => new BitWriter()
        .Number(0).Number(5).Number(Own).Put(number, numberBits).Put(0, 3).Number(0).Number(1).Number(macroblocks).End();
}
