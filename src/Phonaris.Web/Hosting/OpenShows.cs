using System.Collections.Concurrent;
using Phonaris.Core.Shows;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>
/// The shows that pages have open, whether they work on them or present them. What is derived from their files stays, and so does what is derived
/// from the files of jobs that have not ended.
/// </summary>
internal sealed class OpenShows(ShowStore shows, FileUses uses)
{
    private readonly ConcurrentDictionary<(string Connection, string ShowId), bool> _pages = new();

    /// <summary>A page opens a show.</summary>
    public void Open(string connection, string showId) => _pages[(connection, showId)] = true;

    /// <summary>A page is gone.</summary>
    public void Close(string connection)
    {
        foreach (var page in _pages.Keys.Where(p => p.Connection == connection)) _pages.TryRemove(page, out _);
    }

    /// <summary>The content hashes of the files that are relied on.</summary>
    public async Task<IReadOnlySet<string>> FilesAsync(CancellationToken cancel)
    {
        var hashes = (await uses.HashesAsync(FileUserKind.Job, cancel)).ToHashSet();
        foreach (var id in _pages.Keys.Select(p => p.ShowId).Distinct())
        {
            try
            {
                if (await shows.FindAsync(id, cancel) is { } stored) hashes.UnionWith(ShowFiles.Of(stored.Show));
            }
            catch (RuleException)
            {
                // One that cannot be read has nothing open of it.
            }
        }
        return hashes;
    }
}
