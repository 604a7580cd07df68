namespace Phonaris.Storage;

/// <summary>
/// Files added before the show that will use them exists, for example when a package is opened. They are kept until this is disposed; by then
/// the show's rows are stored, or the files are unused.
/// </summary>
/// <param name="uses">Records the uses.</param>
public sealed class FileImport(FileUses uses) : IAsyncDisposable
{
    private readonly HashSet<string> _hashes = [];

    private readonly FileUser _user = new(FileUserKind.Import, Guid.NewGuid().ToString("N"));

    /// <summary>The content hashes of the files.</summary>
    public IReadOnlyCollection<string> Hashes => _hashes;

    /// <summary>Records the use of a file, before it is stored or found to be stored already.</summary>
    /// <param name="hash">Its content hash.</param>
    public async Task ClaimAsync(string hash)
    {
        if (_hashes.Add(hash)) await uses.AddAsync(_user, [hash], CancellationToken.None);
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync() => await uses.RemoveAsync(_user, CancellationToken.None);
}
