using System.Buffers.Binary;

namespace Phonaris.Core.Drawings;

/// <summary>Recognizes vector pictures by the beginning of their files.</summary>
public static class PictureKinds
{
    private const int SvgWithin = 1024;

    private const uint PlaceableWmf = 0x9AC6CDD7, EmfSignature = 0x464D4520;

    private const int EmfSignatureAt = 40;

    /// <summary>Whether a picture is an SVG drawing.</summary>
    /// <param name="data">The picture file.</param>
    public static bool IsSvg(ReadOnlySpan<byte> data) => data[..Math.Min(data.Length, SvgWithin)].IndexOf("<svg"u8) >= 0;

    /// <summary>Whether a picture is a metafile of either format.</summary>
    /// <param name="data">The picture file.</param>
    public static bool IsMetafile(ReadOnlySpan<byte> data) => IsEmf(data) || IsWmf(data);

    /// <summary>Whether a picture is an enhanced metafile: its first record is a header with a signature.</summary>
    /// <param name="data">The picture file.</param>
    public static bool IsEmf(ReadOnlySpan<byte> data) =>
        data.Length >= EmfSignatureAt + 4 && BinaryPrimitives.ReadUInt32LittleEndian(data) == 1 && BinaryPrimitives.ReadUInt32LittleEndian(data[EmfSignatureAt..]) == EmfSignature;

    /// <summary>Whether a picture is an older metafile that declares its size.</summary>
    /// <param name="data">The picture file.</param>
    public static bool IsPlaceableWmf(ReadOnlySpan<byte> data) => data.Length >= 4 && BinaryPrimitives.ReadUInt32LittleEndian(data) == PlaceableWmf;

    /// <summary>Whether a picture is an older metafile, with or without a size: its header has nine words and one of two versions.</summary>
    /// <param name="data">The picture file.</param>
    public static bool IsWmf(ReadOnlySpan<byte> data) =>
        IsPlaceableWmf(data)
        || (data.Length >= 18 && data is [1 or 2, 0, 9, 0, ..] && BinaryPrimitives.ReadUInt16LittleEndian(data[4..]) is 0x100 or 0x300);
}
