using System.Text.Json;
using Phonaris.Core.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>The catalogue that comes with the app: a folder with <c>catalogue.json</c> and the files it names.</summary>
/// <param name="folder">The folder; null for an empty catalogue.</param>
internal sealed class FolderCatalogue(string? folder) : ISoundCatalogue
{
    private readonly Lazy<IReadOnlyList<CataloguePiece>> _pieces = new(() => folder is not null && File.Exists(Path.Combine(folder, "catalogue.json"))
        ? JsonSerializer.Deserialize<ValueList<CataloguePiece>>(File.ReadAllText(Path.Combine(folder, "catalogue.json")), ShowJson.Options)!
        : []);

    public Task<IReadOnlyList<CataloguePiece>> SearchAsync(CatalogueSearch search, CancellationToken cancel)
    {
        var words = (search.Words ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        IReadOnlyList<CataloguePiece> found =
        [
            .. _pieces.Value
                .Where(p => search.Kind is null || p.Kind == search.Kind)
                .Where(p => search.Mood is null || p.Mood == search.Mood)
                .Where(p => p.Seconds >= (search.LeastSeconds ?? 0) && p.Seconds <= (search.MostSeconds ?? double.MaxValue))
                .Where(p => words.All(w => Text(p).Contains(w, StringComparison.OrdinalIgnoreCase)))
                .OrderByDescending(p => words.Count(w => p.Title.Contains(w, StringComparison.OrdinalIgnoreCase)))
                .ThenBy(p => p.Title, StringComparer.Ordinal),
        ];
        return Task.FromResult(found);
    }

    public Task<(CataloguePiece Piece, Stream File)> OpenAsync(string id, CancellationToken cancel)
    {
        var piece = _pieces.Value.FirstOrDefault(p => p.Id == id) ?? throw new RuleException("The catalogue no longer has this piece. Search again.");
        return Task.FromResult<(CataloguePiece, Stream)>((piece, File.OpenRead(Path.Combine(folder!, Path.GetFileName(piece.FileName)))));
    }

    private static string Text(CataloguePiece piece) => $"{piece.Title} {piece.Author} {piece.Mood} {piece.Words} {piece.Kind}";
}
