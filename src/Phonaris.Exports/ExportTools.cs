using Phonaris.Media;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;

namespace Phonaris.Exports;

/// <summary>What exports are made with.</summary>
/// <param name="Sounds">The sounds of shows.</param>
/// <param name="Pictures">Draws slides.</param>
/// <param name="Videos">Makes what browsers play of videos.</param>
/// <param name="Films">Makes films.</param>
/// <param name="Derived">Where what is made on the way is kept.</param>
/// <param name="Player">The folder of the player's own code, as it is built.</param>
/// <param name="MediaPath">Gives the path of the file of a content hash.</param>
public sealed record ExportTools(SoundLibrary Sounds, SlidePictures Pictures, VideoPictures Videos, FilmExporter Films, DerivedFiles Derived, string Player, Func<string, string> MediaPath)
{
    /// <summary>What a file that was imported weighs, in bytes; nothing where it is missing.</summary>
    /// <param name="media">Its content hash.</param>
    public long BytesOf(string media) => new FileInfo(MediaPath(media)) is { Exists: true } file ? file.Length : 0;
}
