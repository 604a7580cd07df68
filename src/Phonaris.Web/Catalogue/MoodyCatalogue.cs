namespace Phonaris.Web.Catalogue;

/// <summary>A catalogue that behaves like one behind a network.</summary>
/// <param name="inner">The underlying catalogue.</param>
/// <param name="moods">The simulated behaviour.</param>
internal sealed class MoodyCatalogue(ISoundCatalogue inner, CatalogueMoods moods) : ISoundCatalogue
{
    public async Task<IReadOnlyList<CataloguePiece>> SearchAsync(CatalogueSearch search, CancellationToken cancel)
    {
        await moods.WaitAsync("The catalogue", cancel);
        return await inner.SearchAsync(search, cancel);
    }

    public async Task<(CataloguePiece Piece, Stream File)> OpenAsync(string id, CancellationToken cancel)
    {
        await moods.WaitAsync("The catalogue", cancel);
        return await inner.OpenAsync(id, cancel);
    }
}
