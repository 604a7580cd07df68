using Microsoft.AspNetCore.SignalR;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Shows;

/// <summary>Changes shows and tells the pages that follow them.</summary>
internal sealed class ShowChanges(ShowStore store, IHubContext<LiveHub> hub)
{
    public Task<StoredShow> ApplyAsync(string id, long? revision, Edit edit, CancellationToken cancel) =>
        TellAsync(store.ApplyAsync(id, revision, edit, cancel));

    public Task<StoredShow> UndoAsync(string id, CancellationToken cancel) => TellAsync(store.UndoAsync(id, cancel));

    public Task<StoredShow> RedoAsync(string id, CancellationToken cancel) => TellAsync(store.RedoAsync(id, cancel));

    private async Task<StoredShow> TellAsync(Task<StoredShow> change)
    {
        var stored = await change;
        await hub.Clients.Group(stored.Id).SendAsync("changed", stored.Id, stored.Revision);
        return stored;
    }
}
