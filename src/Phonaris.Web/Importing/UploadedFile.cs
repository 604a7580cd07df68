using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Storage;
using Phonaris.Web.Reading;

namespace Phonaris.Web.Importing;

/// <summary>A stored uploaded file.</summary>
/// <param name="Hash">Its content hash.</param>
/// <param name="Name">Its original name.</param>
public sealed record UploadedFile(string Hash, string Name)
{
    /// <summary>Reads a deck from uploaded files.</summary>
    /// <exception cref="RuleException">A file does not exist or cannot be read.</exception>
    internal static Task<Deck> ReadDeckAsync(IEnumerable<UploadedFile> brought, DeckReaders readers, FileStore files, CancellationToken cancel)
    {
        List<UploadedFile> all = [.. brought];
        foreach (var file in all) file.PathIn(files);
        return readers.ReadAsync(all.Select(b => (Names.Plain(b.Name), b.Hash)), cancel);
    }

    /// <summary>The path of the file.</summary>
    /// <exception cref="RuleException">It does not exist.</exception>
    internal string PathIn(FileStore files) =>
        FileStore.IsHash(Hash) && files.Has(Hash)
            ? files.PathOf(Hash)
            : throw new RuleException($"Upload of “{Names.Plain(Name)}” was interrupted. Add it again to resume.");
}
