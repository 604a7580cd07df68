using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>
/// Stores shows. Changes of one show are made one after the other, under its lock. A change is computed first, however long that takes; then it and
/// its history are saved in one short transaction. What was acknowledged is on disk.
/// </summary>
/// <param name="databases">Opens the database.</param>
/// <param name="clock">Provides the time.</param>
/// <param name="consequences">Computes the consequences of edits; null for none.</param>
public sealed class ShowStore(IDbContextFactory<PhonarisDb> databases, TimeProvider clock, IConsequences? consequences = null)
{
    /// <summary>How long a deleted show stays in the trash.</summary>
    public static readonly TimeSpan TrashPeriod = TimeSpan.FromDays(30);

    private const int MaxRequestKeyLength = 100;

    private readonly KeyedLock _locks = new();
    private readonly RecentShows _recent = new();
    private readonly ConcurrentDictionary<string, (DateTime ChangedAt, ListedShow Show)> _listed = new();

    /// <summary>All shows, the most recently changed first; one that cannot be read is listed with the reason.</summary>
    public async Task<IReadOnlyList<ListedShow>> ListAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var rows = await db.Shows.Where(s => s.DeletedAt == null).OrderByDescending(s => s.ChangedAt).Select(s => new { s.Id, s.Title, s.ChangedAt }).ToListAsync(cancel);
        List<ListedShow> shows = [];
        foreach (var row in rows)
        {
            if (!_listed.TryGetValue(row.Id, out var known) || known.ChangedAt != row.ChangedAt)
            {
                try
                {
                    // Read only for the list; the cache keeps the shows in use.
                    if ((_recent.Find(row.Id) ?? await ReadAsync(db, row.Id, cancel)) is not { } stored) continue;
                    known = (row.ChangedAt, ListedShow.Of(stored));
                }
                catch (RuleException e)
                {
                    known = (row.ChangedAt, new(row.Id, row.Title, row.ChangedAt, Problem: e.Message));
                }
                _listed[row.Id] = known;
            }
            shows.Add(known.Show);
        }
        return shows;
    }

    /// <summary>A show, or null when the id is unknown.</summary>
    /// <exception cref="RuleException">Its data cannot be read.</exception>
    public async Task<StoredShow?> FindAsync(string id, CancellationToken cancel)
    {
        if (_recent.Find(id) is { } known) return known;
        // Under the lock, so that a show deleted meanwhile is not cached.
        using var held = await _locks.AcquireAsync(id, cancel);
        return await FindWithinAsync(id, cancel);
    }

    /// <summary>Whether a show exists, possibly in the trash.</summary>
    public async Task<bool> IsKnownAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Shows.AnyAsync(s => s.Id == id, cancel);
    }

    /// <summary>A show, for a caller that holds its lock.</summary>
    private async Task<StoredShow?> FindWithinAsync(string id, CancellationToken cancel)
    {
        if (_recent.Find(id) is { } known) return known;
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await ReadAsync(db, id, cancel) is { } stored ? _recent.Keep(stored) : null;
    }

    private static async Task<StoredShow?> ReadAsync(PhonarisDb db, string id, CancellationToken cancel)
    {
        var row = await db.Shows.AsNoTracking().SingleOrDefaultAsync(s => s.Id == id && s.DeletedAt == null, cancel);
        return row is null ? null : await ReadAsync(db, row, null, cancel);
    }

    /// <summary>A show as stored, or null when the id is unknown.</summary>
    public async Task<string?> WrittenAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Shows.Where(s => s.Id == id).Select(s => s.Json).SingleOrDefaultAsync(cancel);
    }

    /// <summary>Stores a new show, at revision 1 and without a history.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="follows">The job it needs, stored in the same transaction.</param>
    public async Task<StoredShow> AddAsync(string id, Show show, CancellationToken cancel, JobRow? follows = null)
    {
        ArgumentNullException.ThrowIfNull(show);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = new ShowRow { Id = id, Title = show.Title, Revision = 1, Json = StoredJson.Write(show.Validated()), Format = StoredJson.Format, ChangedAt = clock.GetUtcNow().UtcDateTime };
        await db.Database.CreateExecutionStrategy().ExecuteAsync(async () =>
        {
            db.ChangeTracker.Clear();
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            db.Shows.Add(row);
            if (follows is not null) await JobStore.AddAsync(db, follows, cancel);
            await db.SaveChangesAsync(cancel);
            await FileUses.AddAsync(db, new(FileUserKind.Show, id), ShowFiles.Of(show), cancel);
            await transaction.CommitAsync(CancellationToken.None);
        });
        return _recent.Keep(new(id, 1, show, null, null, row.ChangedAt));
    }

    /// <summary>Moves a show to the trash.</summary>
    public async Task DeleteAsync(string id, CancellationToken cancel)
    {
        using var held = await _locks.AcquireAsync(id, cancel);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var now = clock.GetUtcNow().UtcDateTime;
        await db.Shows.Where(s => s.Id == id && s.DeletedAt == null).ExecuteUpdateAsync(set => set.SetProperty(s => s.DeletedAt, now), cancel);
        _recent.Remove(id);
    }

    /// <summary>Restores a show from the trash; returns whether it was there.</summary>
    public async Task<bool> FetchBackAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Shows.Where(s => s.Id == id && s.DeletedAt != null).ExecuteUpdateAsync(set => set.SetProperty(s => s.DeletedAt, (DateTime?)null), cancel) > 0;
    }

    /// <summary>The shows in the trash, the most recently deleted first.</summary>
    public async Task<IReadOnlyList<DeletedShow>> TrashAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var rows = await db.Shows.Where(s => s.DeletedAt != null).OrderByDescending(s => s.DeletedAt).Select(s => new { s.Id, s.Title, s.DeletedAt }).ToListAsync(cancel);
        return [.. rows.Select(r => new DeletedShow(r.Id, r.Title, r.DeletedAt!.Value, r.DeletedAt.Value + TrashPeriod))];
    }

    /// <summary>Deletes shows permanently with all their data: one, or those that expired.</summary>
    /// <param name="id">The show, in the trash; null for those that expired.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The content hashes of the files they used.</returns>
    public async Task<IReadOnlySet<string>> RemoveAsync(string? id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var before = clock.GetUtcNow().UtcDateTime - TrashPeriod;
        var files = new HashSet<string>();
        await db.Database.CreateExecutionStrategy().ExecuteAsync(async () =>
        {
            files.Clear();
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var gone = await db.Shows.Where(s => s.DeletedAt != null && (id == null ? s.DeletedAt < before : s.Id == id)).Select(s => s.Id).ToListAsync(cancel);
            var uses = db.FileUses.Where(u => (u.Kind == FileUserKind.Show && gone.Contains(u.UserId))
                || (u.Kind == FileUserKind.Job && db.Jobs.Any(j => j.Id == u.UserId && gone.Contains(j.ShowId))));
            files.UnionWith(await uses.Select(u => u.Hash).ToListAsync(cancel));
            await uses.ExecuteDeleteAsync(cancel);
            await db.Shows.Where(s => gone.Contains(s.Id)).ExecuteDeleteAsync(cancel);
            await transaction.CommitAsync(CancellationToken.None);
        });
        return files;
    }

    /// <summary>Makes an edit and stores it. Undone edits can no longer be redone.</summary>
    /// <param name="id">The show.</param>
    /// <param name="made">The edit, the revision it was made on, and its page.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="requestKey">The request's key: a request with the same key is not carried out again. Null for none.</param>
    /// <exception cref="StaleEditException">Somebody else has changed the same thing since that revision.</exception>
    /// <exception cref="RuleException">The edit cannot be made.</exception>
    public Task<StoredShow> ApplyAsync(string id, MadeEdit made, CancellationToken cancel, string? requestKey = null)
    {
        ArgumentNullException.ThrowIfNull(made);
        return ChangeAsync(id, made.Sender, async (db, row, show) =>
        {
            if (made.Revision > row.Revision) throw new RuleException("This page is out of date. Reload it.", "revision");
            if (made.Revision < row.Revision)
            {
                var since = await ByOthers(db, id, made.Revision, made.Sender).ToListAsync(cancel);
                var touches = made.Edit.Touches(show).ToList();
                var clash = since.FirstOrDefault(c => Touches.Collide(c.Touches.Split('\n'), touches));
                if (clash is not null) throw StaleEditException.Of(clash.Sentence);
            }
            return Make(show, made.Edit);
        }, cancel, requestKey);
    }

    /// <summary>Makes an edit computed from the show as it is then, and stores it.</summary>
    /// <param name="id">The show.</param>
    /// <param name="edit">Computes the edit; null when there is nothing to change.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="follows">The job the new show needs, stored in the same transaction.</param>
    /// <exception cref="RuleException">The edit cannot be made.</exception>
    public Task<StoredShow> ApplyAsync(string id, Func<Show, Edit?> edit, CancellationToken cancel, Func<Show, JobRow>? follows = null)
    {
        ArgumentNullException.ThrowIfNull(edit);
        return ChangeAsync(id, null, (_, _, show) => Task.FromResult(edit(show) is { } made ? Make(show, made) with { Follows = follows } : null), cancel);
    }

    /// <summary>The sender of consequences, which belong to their edit.</summary>
    private const string FollowUps = "follow-ups";

    /// <summary>
    /// Adds the consequences of a new measurement to the last edit, so that one undo reverts both. Does nothing while edits
    /// can be redone, because undoing restores an earlier state; the next edit adds them.
    /// </summary>
    /// <param name="id">The show.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    public Task<StoredShow> FollowUpAsync(string id, CancellationToken cancel) => ChangeAsync(id, FollowUps, async (db, row, show) =>
    {
        if (consequences?.Of(show) is not [_, ..] more) return null;
        var last = await db.Edits.AsNoTracking().SingleOrDefaultAsync(e => e.ShowId == id && e.Position == row.Applied, cancel);
        if (last is null || await db.Edits.AnyAsync(e => e.ShowId == id && e.Position > row.Applied, cancel)) return null;
        var followed = new Several(more, last.Sentence);
        var (next, inverse) = show.Apply(followed);
        var (edit, undo) = (StoredJson.Read<Edit>(last.Edit, last.Format), StoredJson.Read<Edit>(last.Inverse, last.Format));
        return new(next, [.. followed.Touches(show)], last.Sentence, (within, kept) =>
        {
            within.Edits.Update(EditRow.Of(id, kept.Applied, new Several([edit, .. more], last.Sentence), new Several([inverse, undo], last.Sentence), last.Sentence));
            return Task.CompletedTask;
        });
    }, cancel);

    /// <summary>The show after an edit and its consequences, and how to write it. Undone edits can no longer be redone.</summary>
    private Change Make(Show show, Edit edit)
    {
        var sentence = edit.Sentence(show);
        var (next, inverse) = show.Apply(edit);
        next.Validated();
        if (consequences?.Of(next) is [_, ..] more)
        {
            edit = new Several([edit, .. more], sentence);
            (next, inverse) = show.Apply(edit);
        }
        return new(next, [.. edit.Touches(show)], sentence, async (db, row) =>
        {
            await db.Edits.Where(e => e.ShowId == row.Id && e.Position > row.Applied).ExecuteDeleteAsync();
            db.Edits.Add(EditRow.Of(row.Id, ++row.Applied, edit, inverse, sentence));
        });
    }

    /// <summary>The changes by others since a revision, in order. The sender has seen their own.</summary>
    private static IQueryable<ChangeRow> ByOthers(PhonarisDb db, string id, long revision, string? sender) => db.Changes
        .Where(c => c.ShowId == id && c.Revision > revision && (sender == null || c.Sender != sender))
        .OrderBy(c => c.Revision);

    /// <summary>Undoes the last edit.</summary>
    /// <param name="id">The show.</param>
    /// <param name="sender">The page; null for none.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="seen">The revision on screen; null for any.</param>
    /// <param name="requestKey">As in <see cref="ApplyAsync(string, MadeEdit, CancellationToken, string?)"/>.</param>
    /// <exception cref="StaleEditException">Somebody else has changed the show since that revision, and undo would revert that.</exception>
    /// <exception cref="RuleException">There is nothing to undo.</exception>
    public Task<StoredShow> UndoAsync(string id, string? sender, CancellationToken cancel, long? seen = null, string? requestKey = null) => ChangeAsync(
        id, sender, async (db, row, show) =>
        {
            await CheckHistoryAsync(db, row, seen, sender, "Undo", cancel);
            return row.Applied == 0 ? throw new RuleException("There is nothing to undo.") : await WindAsync(db, row, show, row.Applied - 1, cancel);
        }, cancel, requestKey);

    /// <summary>Redoes the last undone edit.</summary>
    /// <param name="id">The show.</param>
    /// <param name="sender">The page; null for none.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="seen">The revision on screen; null for any.</param>
    /// <param name="requestKey">As in <see cref="ApplyAsync(string, MadeEdit, CancellationToken, string?)"/>.</param>
    /// <exception cref="StaleEditException">Somebody else has changed the show since that revision, and redo would act on that.</exception>
    /// <exception cref="RuleException">There is nothing to redo.</exception>
    public Task<StoredShow> RedoAsync(string id, string? sender, CancellationToken cancel, long? seen = null, string? requestKey = null) => ChangeAsync(
        id, sender, async (db, row, show) =>
        {
            await CheckHistoryAsync(db, row, seen, sender, "Redo", cancel);
            return await WindAsync(db, row, show, row.Applied + 1, cancel) ?? throw new RuleException("There is nothing to redo.");
        }, cancel, requestKey);

    private static async Task CheckHistoryAsync(PhonarisDb db, ShowRow row, long? seen, string? sender, string again, CancellationToken cancel)
    {
        if (seen is not { } revision || revision >= row.Revision) return;
        if (await ByOthers(db, row.Id, revision, sender).Where(c => c.Sender != FollowUps).Select(c => c.Sentence).LastOrDefaultAsync(cancel) is { } since) throw StaleEditException.OfHistory(since, again);
    }

    /// <summary>Undoes or redoes edits up to a position, as one change.</summary>
    /// <param name="id">The show.</param>
    /// <param name="position">The position of the last applied edit; 0 for none.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <exception cref="RuleException">There is no such edit.</exception>
    public Task<StoredShow> WindAsync(string id, int position, CancellationToken cancel) => ChangeAsync(id, null, async (db, row, show) =>
        position == row.Applied ? null
        : (position < 0 ? null : await WindAsync(db, row, show, position, cancel)) ?? throw new RuleException("The history does not go that far.", "position"), cancel);

    /// <summary>The show after undoing or redoing edits one by one; null when the history does not reach the position.</summary>
    private static async Task<Change?> WindAsync(PhonarisDb db, ShowRow row, Show show, int position, CancellationToken cancel)
    {
        var (back, first, last) = (position < row.Applied, Math.Min(position, row.Applied) + 1, Math.Max(position, row.Applied));
        var edits = await db.Edits.AsNoTracking().Where(e => e.ShowId == row.Id && e.Position >= first && e.Position <= last).OrderBy(e => e.Position).ToListAsync(cancel);
        if (edits.Count != last - first + 1) return null;
        if (back) edits.Reverse();
        var touches = new HashSet<string>();
        foreach (var kept in edits)
        {
            var edit = StoredJson.Read<Edit>(back ? kept.Inverse : kept.Edit, kept.Format);
            touches.UnionWith(edit.Touches(show));
            show = show.Apply(edit).Show;
        }
        return new(show, touches, back ? $"Undid: {edits[^1].Sentence}" : edits[^1].Sentence, (_, changed) =>
        {
            changed.Applied = position;
            return Task.CompletedTask;
        });
    }

    /// <summary>The last edits of a show in order, including undone ones.</summary>
    /// <param name="id">The show.</param>
    /// <param name="most">The most edits to return.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<IReadOnlyList<HistoryLine>> HistoryAsync(string id, int most, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var applied = await db.Shows.Where(s => s.Id == id).Select(s => s.Applied).SingleOrDefaultAsync(cancel);
        var last = await db.Edits.Where(e => e.ShowId == id).OrderByDescending(e => e.Position).Take(most)
            .Select(e => new HistoryLine(e.Position, e.Sentence, e.Position <= applied)).ToListAsync(cancel);
        last.Reverse();
        return last;
    }

    /// <summary>
    /// Changes a show. The change is computed under the show's lock, outside any transaction: the lock keeps the show as it is, while other shows,
    /// jobs and runs can be written. After the commit nothing can fail any more. A null change stores nothing, and neither does a
    /// request that was carried out before.
    /// </summary>
    private async Task<StoredShow> ChangeAsync(
        string id, string? sender, Func<PhonarisDb, ShowRow, Show, Task<Change?>> change, CancellationToken cancel, string? requestKey = null)
    {
        using var held = await _locks.AcquireAsync(id, cancel);
        var before = await FindWithinAsync(id, cancel);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = await db.Shows.AsNoTracking().SingleOrDefaultAsync(s => s.Id == id && s.DeletedAt == null, cancel);
        if (before is null || row is null) throw new RuleException("This show no longer exists.");
        if (requestKey?.Length > MaxRequestKeyLength) throw new RuleException($"The key of a request can have up to {MaxRequestKeyLength} characters.", "key");
        if (requestKey is not null && await db.Changes.AnyAsync(c => c.ShowId == id && c.RequestKey == requestKey, cancel)) return before;
        if (await change(db, row, before.Show) is not { } made) return before;
        var show = made.Show;
        var added = ShowFiles.Of(show).Except(ShowFiles.Of(before.Show)).ToList();
        var json = StoredJson.Write(show);
        var stored = before;
        await db.Database.CreateExecutionStrategy().ExecuteAsync(async () =>
        {
            db.ChangeTracker.Clear();
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var now = await db.Shows.SingleOrDefaultAsync(s => s.Id == id && s.DeletedAt == null && s.Revision == row.Revision, cancel)
                ?? throw new RuleException("This show no longer exists.");
            await made.Write(db, now);
            now.Revision++;
            (now.Title, now.Json, now.Format, now.ChangedAt) = (show.Title, json, StoredJson.Format, clock.GetUtcNow().UtcDateTime);
            db.Changes.Add(new() { ShowId = id, Revision = now.Revision, Touches = string.Join('\n', made.Touches), Sentence = made.Sentence, Sender = sender, RequestKey = requestKey });
            if (made.Follows is not null) await JobStore.AddAsync(db, made.Follows(show), cancel);
            await db.SaveChangesAsync(cancel);
            await FileUses.AddAsync(db, new(FileUserKind.Show, id), added, cancel);
            stored = await ReadAsync(db, now, show, cancel);
            await transaction.CommitAsync(CancellationToken.None);
        });
        return _recent.Keep(stored);
    }

    private static async Task<StoredShow> ReadAsync(PhonarisDb db, ShowRow row, Show? show, CancellationToken cancel)
    {
        var around = await db.Edits.AsNoTracking()
            .Where(e => e.ShowId == row.Id && (e.Position == row.Applied || e.Position == row.Applied + 1))
            .Select(e => new { e.Position, e.Sentence })
            .ToListAsync(cancel);
        return new(
            row.Id, row.Revision, show ?? Read(row), around.Find(e => e.Position == row.Applied)?.Sentence,
            around.Find(e => e.Position > row.Applied)?.Sentence, row.ChangedAt);
    }

    private static Show Read(ShowRow row)
    {
        try
        {
            return StoredJson.Read<Show>(row.Json, row.Format);
        }
        catch (RuleException e)
        {
            throw new RuleException($"“{row.Title}” cannot be read. {e.Message} You can download its data from the list of shows.");
        }
    }

    /// <summary>A computed change.</summary>
    /// <param name="Show">The show after it.</param>
    /// <param name="Touches">The keys of what changes.</param>
    /// <param name="Sentence">A description.</param>
    /// <param name="Write">Writes its part of the history, within the transaction.</param>
    private sealed record Change(Show Show, IReadOnlyCollection<string> Touches, string Sentence, Func<PhonarisDb, ShowRow, Task> Write)
    {
        /// <summary>The job the new show needs; null for none.</summary>
        public Func<Show, JobRow>? Follows { get; init; }
    }
}
