using Microsoft.AspNetCore.SignalR;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Shows;

/// <summary>Changes shows and tells the pages that follow them.</summary>
internal sealed class ShowChanges(ShowStore store, IHubContext<LiveHub> hub, SoundLibrary sounds, ShowViews views, Mixes mixes, Lazy<JobRunner> jobs)
{
    public Task<StoredShow> ApplyAsync(string id, long? revision, Edit edit, CancellationToken cancel) =>
        ChangeAsync(id, () => store.ApplyAsync(id, revision, edit, cancel), cancel);

    public Task<StoredShow> UndoAsync(string id, CancellationToken cancel) => ChangeAsync(id, () => store.UndoAsync(id, cancel), cancel);

    public Task<StoredShow> RedoAsync(string id, CancellationToken cancel) => ChangeAsync(id, () => store.RedoAsync(id, cancel), cancel);

    public Task<StoredShow> WindAsync(string id, int position, CancellationToken cancel) =>
        ChangeAsync(id, () => store.WindAsync(id, position, cancel), cancel);

    private async Task<StoredShow> ChangeAsync(string id, Func<Task<StoredShow>> change, CancellationToken cancel)
    {
        var before = await store.FindAsync(id, cancel);
        var stored = await change();
        // What sounds now is fetched anew at once, while the rest is made.
        await hub.Clients.Group(stored.Id).SendAsync("sounding", CancellationToken.None);
        await mixes.HeardFirstAsync(stored);
        await ChangeSpeed.QueueAsync(jobs.Value, sounds, before?.Show, stored, CancellationToken.None);
        // Pages that have the show as it was take the change over; others ask for the show.
        var made = await views.ChangeAsync(stored, CancellationToken.None);
        await hub.Clients.Group(stored.Id).SendAsync("changed", stored.Id, stored.Revision, made, CancellationToken.None);
        return stored;
    }
}
