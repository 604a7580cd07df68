using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Picture formats within presentations.</summary>
internal static class KnownPictures
{
    /// <summary>Whether a picture has a supported format.</summary>
    /// <param name="data">The picture file.</param>
    public static bool CanBeDrawn(ReadOnlySpan<byte> data)
    {
        if (PictureKinds.IsSvg(data) || PictureKinds.IsMetafile(data)) return true;
        using var bytes = SKData.CreateCopy(data);
        using var codec = SKCodec.Create(bytes);
        return codec is not null;
    }

    /// <summary>The size of a raster picture at 96 pixels per inch, in points; null for others.</summary>
    /// <param name="data">The picture file.</param>
    public static (double Width, double Height)? SizeOf(ReadOnlySpan<byte> data)
    {
        const double point = 72 / 96.0;
        using var bytes = SKData.CreateCopy(data);
        using var codec = SKCodec.Create(bytes);
        return codec is null ? null : (codec.Info.Width * point, codec.Info.Height * point);
    }
}
