using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Which pictures of a presentation can be drawn.</summary>
internal static class KnownPictures
{
    /// <summary>Whether a picture is of a kind that is drawn.</summary>
    /// <param name="data">The picture file.</param>
    public static bool CanBeDrawn(ReadOnlySpan<byte> data)
    {
        if (PictureKinds.IsSvg(data) || PictureKinds.IsMetafile(data)) return true;
        using var bytes = SKData.CreateCopy(data);
        using var codec = SKCodec.Create(bytes);
        return codec is not null;
    }

    /// <summary>How large a picture is by its pixels, of which there are 96 to an inch, in points; null for one that has none.</summary>
    /// <param name="data">The picture file.</param>
    public static (double Width, double Height)? SizeOf(ReadOnlySpan<byte> data)
    {
        const double point = 72 / 96.0;
        using var bytes = SKData.CreateCopy(data);
        using var codec = SKCodec.Create(bytes);
        return codec is null ? null : (codec.Info.Width * point, codec.Info.Height * point);
    }
}
