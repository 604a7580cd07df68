using Phonaris.Core.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>A place where sounds can be found, listened to and taken with their licence.</summary>
public interface ISoundCatalogue
{
    /// <summary>The pieces that answer to a search, the best first.</summary>
    /// <param name="search">What is looked for.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The catalogue does not answer.</exception>
    Task<IReadOnlyList<CataloguePiece>> SearchAsync(CatalogueSearch search, CancellationToken cancel);

    /// <summary>A piece and its sound file.</summary>
    /// <param name="id">The piece.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">There is no such piece, or the catalogue does not answer.</exception>
    Task<(CataloguePiece Piece, Stream File)> OpenAsync(string id, CancellationToken cancel);
}

/// <summary>What is looked for; null for anything.</summary>
/// <param name="Words">Words of the title, the author, the mood or the description.</param>
/// <param name="Kind">What the sound is for.</param>
/// <param name="Mood">Its mood.</param>
/// <param name="LeastSeconds">Its least length in seconds.</param>
/// <param name="MostSeconds">Its greatest length in seconds.</param>
public sealed record CatalogueSearch(string? Words, SoundKind? Kind, string? Mood, double? LeastSeconds, double? MostSeconds);

/// <summary>A piece of a catalogue.</summary>
/// <param name="Id">What names it there.</param>
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
