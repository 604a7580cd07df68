namespace Phonaris.Web.Catalogue;

/// <summary>A catalogue as one on the other side of a network is.</summary>
/// <param name="inner">The catalogue behind it.</param>
/// <param name="moods">How it answers.</param>
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
