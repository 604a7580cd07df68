using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Storage;
using Phonaris.Web.Reading;

namespace Phonaris.Web.Importing;

/// <summary>A file that was imported and is kept.</summary>
/// <param name="Hash">Its content hash.</param>
/// <param name="Name">What it was called.</param>
public sealed record UploadedFile(string Hash, string Name)
{
    /// <summary>Reads a deck from files that were imported.</summary>
    /// <exception cref="RuleException">A file is not there or cannot be read.</exception>
    internal static Task<Deck> ReadDeckAsync(IEnumerable<UploadedFile> brought, DeckReaders readers, FileStore files, CancellationToken cancel)
    {
        List<UploadedFile> all = [.. brought];
        foreach (var file in all) file.PathIn(files);
        return readers.ReadAsync(all.Select(b => (Names.Plain(b.Name), b.Hash)), cancel);
    }

    /// <summary>Where the file is.</summary>
    /// <exception cref="RuleException">It is not there.</exception>
    internal string PathIn(FileStore files) =>
        FileStore.IsHash(Hash) && files.Has(Hash)
            ? files.PathOf(Hash)
            : throw new RuleException($"Upload of “{Names.Plain(Name)}” was interrupted. Add it again to resume.");
}
