using Phonaris.Core.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>A piece of a catalogue.</summary>
/// <param name="Id">Its id in the catalogue.</param>
/// <param name="Title">Its title.</param>
/// <param name="Kind">The kind of sound.</param>
/// <param name="Mood">Its mood, a word.</param>
/// <param name="Words">Its description, for search.</param>
/// <param name="Seconds">Its length in seconds.</param>
/// <param name="Author">Who made it.</param>
/// <param name="Licence">An SPDX identifier, or free text.</param>
/// <param name="FileName">The name of its file.</param>
public sealed record CataloguePiece(
    string Id, string Title, SoundKind Kind, string Mood, string Words, double Seconds, string Author, string Licence, string FileName)
{
    /// <summary>The usage rights stored with a sound that is added.</summary>
    internal Rights Rights => new(Title, Author, $"the sound catalogue, piece {Id}", Licence, "", "") { CataloguePiece = Id };
}
