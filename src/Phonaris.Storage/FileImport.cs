namespace Phonaris.Storage;

/// <summary>
/// Files that are added before the show that will use them exists, as when a package is opened. They are safe until this is disposed; by then
/// the show's own rows are written, or the files belong to nobody.
/// </summary>
/// <param name="uses">Where it is recorded.</param>
public sealed class FileImport(FileUses uses) : IAsyncDisposable
{
    private readonly HashSet<string> _hashes = [];

    private readonly FileUser _user = new(FileUserKind.Import, Guid.NewGuid().ToString("N"));

    /// <summary>The content hashes of the files that were claimed.</summary>
    public IReadOnlyCollection<string> Hashes => _hashes;

    /// <summary>Records that a file is used, before it appears in the store or is found to be there.</summary>
    /// <param name="hash">Its content hash.</param>
    public async Task ClaimAsync(string hash)
    {
        if (_hashes.Add(hash)) await uses.AddAsync(_user, [hash], CancellationToken.None);
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync() => await uses.RemoveAsync(_user, CancellationToken.None);
}
