using System.Collections.Concurrent;
using Phonaris.Core.Shows;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>
/// The shows that pages have open for editing or presenting. Files derived from theirs are kept, and so are those derived
/// from the files of running jobs.
/// </summary>
internal sealed class OpenShows(ShowStore shows, FileUses uses)
{
    private readonly ConcurrentDictionary<(string Connection, string ShowId), bool> _pages = new();

    /// <summary>A page opens a show.</summary>
    public void Open(string connection, string showId) => _pages[(connection, showId)] = true;

    /// <summary>A page closes.</summary>
    public void Close(string connection)
    {
        foreach (var page in _pages.Keys.Where(p => p.Connection == connection)) _pages.TryRemove(page, out _);
    }

    /// <summary>The ids of the open shows.</summary>
    public IReadOnlyList<string> Ids => [.. _pages.Keys.Select(p => p.ShowId).Distinct()];

    /// <summary>The content hashes of the files in use.</summary>
    public async Task<IReadOnlySet<string>> FilesAsync(CancellationToken cancel)
    {
        var hashes = (await uses.HashesAsync(FileUserKind.Job, cancel)).ToHashSet();
        foreach (var id in Ids)
        {
            try
            {
                if (await shows.FindAsync(id, cancel) is { } stored) hashes.UnionWith(ShowFiles.Of(stored.Show));
            }
            catch (RuleException)
            {
                // A show that cannot be read uses nothing.
            }
        }
        return hashes;
    }
}
