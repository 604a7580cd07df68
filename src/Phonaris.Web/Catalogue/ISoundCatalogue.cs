using Phonaris.Core.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>A source of sounds to search, listen to and add with their licence.</summary>
public interface ISoundCatalogue
{
    /// <summary>The pieces that match a search, the best first.</summary>
    /// <param name="search">The search.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The catalogue did not answer.</exception>
    Task<IReadOnlyList<CataloguePiece>> SearchAsync(CatalogueSearch search, CancellationToken cancel);

    /// <summary>A piece and its sound file.</summary>
    /// <param name="id">The piece.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">There is no such piece, or the catalogue did not answer.</exception>
    Task<(CataloguePiece Piece, Stream File)> OpenAsync(string id, CancellationToken cancel);
}

/// <summary>A search; null members match anything.</summary>
/// <param name="Words">Words of the title, the author, the mood or the description.</param>
/// <param name="Kind">The kind of sound.</param>
/// <param name="Mood">Its mood.</param>
/// <param name="LeastSeconds">Its least length in seconds.</param>
/// <param name="MostSeconds">Its greatest length in seconds.</param>
public sealed record CatalogueSearch(string? Words, SoundKind? Kind, string? Mood, double? LeastSeconds, double? MostSeconds);
