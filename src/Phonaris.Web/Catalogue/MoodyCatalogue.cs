namespace Phonaris.Web.Catalogue;

/// <summary>A catalogue as one on the other side of a network is: every third answer is late, every fifth does not come.</summary>
/// <param name="inner">The catalogue behind it.</param>
/// <param name="clock">Waits.</param>
internal sealed class MoodyCatalogue(ISoundCatalogue inner, TimeProvider clock) : ISoundCatalogue
{
    private static readonly TimeSpan Late = TimeSpan.FromSeconds(3);

    private int _asked;

    public async Task<IReadOnlyList<CataloguePiece>> SearchAsync(CatalogueSearch search, CancellationToken cancel)
    {
        await MoodAsync(cancel);
        return await inner.SearchAsync(search, cancel);
    }

    public async Task<(CataloguePiece Piece, Stream File)> OpenAsync(string id, CancellationToken cancel)
    {
        await MoodAsync(cancel);
        return await inner.OpenAsync(id, cancel);
    }

    private async Task MoodAsync(CancellationToken cancel)
    {
        var asked = Interlocked.Increment(ref _asked);
        if (asked % 3 == 0) await Task.Delay(Late, clock, cancel);
        if (asked % 5 == 0) throw new RuleException("The catalogue does not answer just now. Your show is not touched; try again in a moment.");
    }
}
