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
        if (PictureKinds.IsSvg(data) || PictureKinds.IsEmf(data) || PictureKinds.IsWmf(data)) return true;
        using var bytes = SKData.CreateCopy(data);
        using var codec = SKCodec.Create(bytes);
        return codec is not null;
    }
}
