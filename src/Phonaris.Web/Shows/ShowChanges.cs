using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Shows;

/// <summary>Changes shows and notifies the pages that follow them. A stored change is reported as stored even if notifying fails.</summary>
internal sealed class ShowChanges(
    ShowStore store, IPages pages, SoundLibrary sounds, VideoPictures videos, ShowViews views, TimedShows timed, Mixes mixes, Lazy<JobRunner> jobs, ILogger<ShowChanges> log) : IMeasuredListener
{
    /// <summary>Makes an edit by a user on a page.</summary>
    public Task<StoredShow> ApplyAsync(string id, MadeEdit made, CancellationToken cancel, string? requestKey = null) =>
        ChangeAsync(id, () => store.ApplyAsync(id, made, cancel, requestKey), cancel);

    /// <summary>Makes an edit computed from the show as it is then; null for none.</summary>
    public Task<StoredShow> ApplyAsync(string id, Func<Show, Edit?> edit, CancellationToken cancel) => ChangeAsync(id, () => store.ApplyAsync(id, edit, cancel), cancel);

    /// <summary>Makes an edit like <see cref="ApplyAsync(string, Func{Show, Edit?}, CancellationToken)"/>, and stores with it the job that the new show needs.</summary>
    public async Task<StoredShow> ApplyAsync(string id, Func<Show, Edit?> edit, Func<Show, JobRow> follows, CancellationToken cancel)
    {
        JobRow? job = null;
        var stored = await ChangeAsync(id, () => store.ApplyAsync(id, edit, cancel, after => job = follows(after)), cancel);
        if (job is not null) await FollowAsync(stored, () => jobs.Value.TakeUpAsync(job));
        return stored;
    }

    /// <summary>Stores a new show with the job it needs.</summary>
    public async Task<StoredShow> AddAsync(string id, Show show, JobRow? follows, CancellationToken cancel)
    {
        var stored = await store.AddAsync(id, show, cancel, follows);
        if (follows is not null) await FollowAsync(stored, () => jobs.Value.TakeUpAsync(follows));
        return stored;
    }

    public Task<StoredShow> UndoAsync(string id, string? sender, CancellationToken cancel, long? seen = null, string? requestKey = null) =>
        ChangeAsync(id, () => store.UndoAsync(id, sender, cancel, seen, requestKey), cancel);

    public Task<StoredShow> RedoAsync(string id, string? sender, CancellationToken cancel, long? seen = null, string? requestKey = null) =>
        ChangeAsync(id, () => store.RedoAsync(id, sender, cancel, seen, requestKey), cancel);

    /// <summary>Adds the effects of a new measurement to the show's last edit.</summary>
    public Task FollowUpAsync(string showId, CancellationToken cancel) => ChangeAsync(showId, () => store.FollowUpAsync(showId, cancel), cancel);

    public Task<StoredShow> WindAsync(string id, int position, CancellationToken cancel) =>
        ChangeAsync(id, () => store.WindAsync(id, position, cancel), cancel);

    /// <summary>The change of a show, for the page that made it.</summary>
    public async Task<Ok<Edited>> AnswerAsync(StoredShow stored) => TypedResults.Ok(await EditedAsync(stored));

    /// <inheritdoc cref="AnswerAsync"/>
    public async Task<Edited> EditedAsync(StoredShow stored) => new(stored.Revision, await ChangeOfAsync(stored));

    /// <summary>Does what follows from a stored change, whatever fails.</summary>
    private async Task FollowAsync(StoredShow stored, Func<Task> work)
    {
        try
        {
            await work();
        }
        catch (Exception e)
        {
            Failed(e, stored);
        }
    }

    private async Task<ShowChange?> ChangeOfAsync(StoredShow stored)
    {
        try
        {
            return await views.ChangeAsync(stored, CancellationToken.None);
        }
        catch (Exception e)
        {
            Failed(e, stored);
            return null;
        }
    }

    private async Task<StoredShow> ChangeAsync(string id, Func<Task<StoredShow>> change, CancellationToken cancel)
    {
        var before = await store.FindAsync(id, cancel);
        var stored = await change();
        if (stored.Revision == before?.Revision) return stored;
        await FollowAsync(stored, async () =>
        {
            // Playing pages request the changed sound at once, while the rest is computed.
            await pages.TellAsync(stored.Id, "sounding");
            await mixes.HeardFirstAsync(stored);
            await ChangeSpeed.QueueAsync(jobs.Value, sounds, before?.Show, stored, timed.Of(stored), CancellationToken.None);
            await CopyVideo.QueueAsync(jobs.Value, videos, before?.Show, stored, CancellationToken.None);
        });
        // Pages that have the show as it was apply the change; others request the show.
        var made = await ChangeOfAsync(stored);
        await FollowAsync(stored, () => pages.TellAsync(stored.Id, "changed", stored.Id, stored.Revision, made));
        return stored;
    }

    private void Failed(Exception e, StoredShow stored) => log.LogError(e, "Saved revision {Revision} of show {Id}, but could not notify pages", stored.Revision, stored.Id);
}
