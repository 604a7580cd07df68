using Phonaris.Core.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>A piece of a catalogue.</summary>
/// <param name="Id">Its id there.</param>
/// <param name="Title">Its title.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="Mood">Its mood, a word.</param>
/// <param name="Words">What it is like, in words to search by.</param>
/// <param name="Seconds">Its length in seconds.</param>
/// <param name="Author">Who made it.</param>
/// <param name="Licence">An SPDX identifier, or free words.</param>
/// <param name="FileName">The name of its file.</param>
public sealed record CataloguePiece(
    string Id, string Title, SoundKind Kind, string Mood, string Words, double Seconds, string Author, string Licence, string FileName)
{
    /// <summary>Whose it is, as it is kept with a sound that is taken.</summary>
    internal Rights Rights => new(Title, Author, $"the sound catalogue, piece {Id}", Licence, "", "") { CataloguePiece = Id };
}
