using Phonaris.Media;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;

namespace Phonaris.Exports;

/// <summary>The services that exports use.</summary>
/// <param name="Sounds">The sounds of shows.</param>
/// <param name="Pictures">Draws slides.</param>
/// <param name="Videos">Makes browser versions of videos.</param>
/// <param name="Films">Makes films.</param>
/// <param name="Derived">Stores intermediate files.</param>
/// <param name="Player">The folder of the built player.</param>
/// <param name="MediaPath">Gives the path of a file by its content hash.</param>
public sealed record ExportTools(SoundLibrary Sounds, SlidePictures Pictures, VideoPictures Videos, FilmExporter Films, DerivedFiles Derived, string Player, Func<string, string> MediaPath)
{
    /// <summary>The size of an imported file in bytes; 0 when it is missing.</summary>
    /// <param name="media">Its content hash.</param>
    public long BytesOf(string media) => new FileInfo(MediaPath(media)) is { Exists: true } file ? file.Length : 0;
}
