using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>
/// Keeps shows. A change is loaded, applied and saved with its history in one transaction; what was acknowledged is on disk.
/// Changes of one show go one after the other.
/// </summary>
/// <param name="databases">Where they are kept.</param>
/// <param name="clock">Says when.</param>
/// <param name="consequences">What follows from edits; null for nothing.</param>
public sealed class ShowStore(IDbContextFactory<PhonarisDb> databases, TimeProvider clock, IConsequences? consequences = null)
{
    /// <summary>How long a deleted show lies aside.</summary>
    public static readonly TimeSpan AsideFor = TimeSpan.FromDays(30);

    private readonly ConcurrentDictionary<string, SemaphoreSlim> _gates = new();
    private readonly ConcurrentDictionary<string, StoredShow> _latest = new();

    /// <summary>All shows, the one changed last first. One that cannot be read is there with what is wrong.</summary>
    public async Task<IReadOnlyList<ListedShow>> ListAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var rows = await db.Shows.Where(s => s.DeletedAt == null).OrderByDescending(s => s.ChangedAt).Select(s => new { s.Id, s.Title, s.ChangedAt }).ToListAsync(cancel);
        List<ListedShow> shows = [];
        foreach (var row in rows)
        {
            try
            {
                if (await FindAsync(row.Id, cancel) is { } show) shows.Add(new(row.Id, row.Title, row.ChangedAt, show, null));
            }
            catch (RuleException e)
            {
                shows.Add(new(row.Id, row.Title, row.ChangedAt, null, e.Message));
            }
        }
        return shows;
    }

    /// <summary>A show as it is now, or null when there is none of this id.</summary>
    /// <exception cref="RuleException">What is kept of it cannot be read.</exception>
    public async Task<StoredShow?> FindAsync(string id, CancellationToken cancel)
    {
        if (_latest.TryGetValue(id, out var known)) return known;
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = await db.Shows.AsNoTracking().SingleOrDefaultAsync(s => s.Id == id && s.DeletedAt == null, cancel);
        return row is null ? null : _latest.GetOrAdd(id, await ReadAsync(db, row, null, cancel));
    }

    /// <summary>What is kept of a show as it is written, or null when there is none of this id.</summary>
    public async Task<string?> WrittenAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Shows.Where(s => s.Id == id).Select(s => s.Json).SingleOrDefaultAsync(cancel);
    }

    /// <summary>Keeps a new show, at revision 1 and without a history.</summary>
    /// <param name="id">What is to name it.</param>
    /// <param name="show">The show.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="follows">The job that follows from it, kept with it or not at all.</param>
    public async Task<StoredShow> AddAsync(string id, Show show, CancellationToken cancel, JobRow? follows = null)
    {
        ArgumentNullException.ThrowIfNull(show);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = new ShowRow { Id = id, Title = show.Title, Revision = 1, Json = StoredJson.Write(show.Validated()), Format = StoredJson.Format, ChangedAt = clock.GetUtcNow().UtcDateTime };
        db.Shows.Add(row);
        if (follows is not null) db.Jobs.Add(follows);
        await db.SaveChangesAsync(cancel);
        return _latest[id] = new(id, 1, show, null, null, row.ChangedAt);
    }

    /// <summary>Lays a show aside, from where it can be fetched back for a while.</summary>
    public async Task LayAsideAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var now = clock.GetUtcNow().UtcDateTime;
        await db.Shows.Where(s => s.Id == id && s.DeletedAt == null).ExecuteUpdateAsync(set => set.SetProperty(s => s.DeletedAt, now), cancel);
        _latest.TryRemove(id, out _);
    }

    /// <summary>Fetches a show back that was laid aside; whether there was one.</summary>
    public async Task<bool> FetchBackAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Shows.Where(s => s.Id == id && s.DeletedAt != null).ExecuteUpdateAsync(set => set.SetProperty(s => s.DeletedAt, (DateTime?)null), cancel) > 0;
    }

    /// <summary>The shows that lie aside, the one deleted last first.</summary>
    public async Task<IReadOnlyList<ShowAside>> AsideAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var rows = await db.Shows.Where(s => s.DeletedAt != null).OrderByDescending(s => s.DeletedAt).Select(s => new { s.Id, s.Title, s.DeletedAt }).ToListAsync(cancel);
        return [.. rows.Select(r => new ShowAside(r.Id, r.Title, r.DeletedAt!.Value, r.DeletedAt.Value + AsideFor))];
    }

    /// <summary>Removes shows with all that is kept of them: one, or those that have lain aside long enough. Gives the jobs that exported them, whose files are named after them.</summary>
    /// <param name="id">The show, which lies aside; null for those whose time is over.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<IReadOnlyList<string>> RemoveAsync(string? id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var before = clock.GetUtcNow().UtcDateTime - AsideFor;
        var gone = await db.Shows.Where(s => s.DeletedAt != null && (id == null ? s.DeletedAt < before : s.Id == id)).Select(s => s.Id).ToListAsync(cancel);
        var exported = await db.Jobs.Where(j => gone.Contains(j.ShowId) && j.Kind == "export").Select(j => j.Id).ToListAsync(cancel);
        await db.Shows.Where(s => gone.Contains(s.Id)).ExecuteDeleteAsync(cancel);
        return exported;
    }

    /// <summary>Makes an edit and keeps it. What had been undone can no longer be redone.</summary>
    /// <param name="id">The show.</param>
    /// <param name="made">The edit, the revision it was made on, and who made it.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <exception cref="StaleEditException">Somebody else changed the same thing since that revision.</exception>
    /// <exception cref="RuleException">The edit cannot be made.</exception>
    public Task<StoredShow> ApplyAsync(string id, MadeEdit made, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(made);
        return ChangeAsync(id, made.Sender, async (db, row, show) =>
        {
            if (made.Revision > row.Revision) throw new RuleException("This show has not come that far. Load the page again.", "revision");
            if (made.Revision < row.Revision)
            {
                // What the same person did since, they have seen.
                var since = await db.Changes
                    .Where(c => c.ShowId == id && c.Revision > made.Revision && (made.Sender == null || c.Sender != made.Sender))
                    .OrderBy(c => c.Revision).ToListAsync(cancel);
                var touches = made.Edit.Touches(show).ToList();
                var clash = since.FirstOrDefault(c => Touches.Collide(c.Touches.Split('\n'), touches));
                if (clash is not null) throw new StaleEditException(clash.Sentence);
            }
            return await KeepAsync(db, row, show, made.Edit, cancel);
        }, cancel);
    }

    /// <summary>Makes an edit that is worked out from the show as it is in that very moment, and keeps it.</summary>
    /// <param name="id">The show.</param>
    /// <param name="edit">The edit for a show; null where there is nothing to change in it.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <param name="follows">The job that follows from the show as it becomes, kept with the edit or not at all.</param>
    /// <exception cref="RuleException">The edit cannot be made.</exception>
    public Task<StoredShow> ApplyAsync(string id, Func<Show, Edit?> edit, CancellationToken cancel, Func<Show, JobRow>? follows = null)
    {
        ArgumentNullException.ThrowIfNull(edit);
        return ChangeAsync(id, null, async (db, row, show) =>
        {
            if (edit(show) is not { } made) return null;
            var change = await KeepAsync(db, row, show, made, cancel);
            if (follows is not null) db.Jobs.Add(follows(change.Show));
            return change;
        }, cancel);
    }

    private async Task<Change> KeepAsync(PhonarisDb db, ShowRow row, Show show, Edit edit, CancellationToken cancel)
    {
        var sentence = edit.Sentence(show);
        var (next, inverse) = show.Apply(edit);
        next.Validated();
        if (consequences?.Of(next) is [_, ..] more)
        {
            edit = new Several([edit, .. more], sentence);
            (next, inverse) = show.Apply(edit);
        }
        await db.Edits.Where(e => e.ShowId == row.Id && e.Position > row.Applied).ExecuteDeleteAsync(cancel);
        db.Edits.Add(new()
        {
            ShowId = row.Id,
            Position = ++row.Applied,
            Edit = StoredJson.Write(edit),
            Inverse = StoredJson.Write(inverse),
            Sentence = sentence,
            Format = StoredJson.Format,
        });
        return new(next, edit, sentence);
    }

    /// <summary>Takes the last edit back.</summary>
    /// <param name="id">The show.</param>
    /// <param name="sender">Who does; null for nobody in particular.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <exception cref="RuleException">There is nothing to undo.</exception>
    public Task<StoredShow> UndoAsync(string id, string? sender, CancellationToken cancel) => ChangeAsync(id, sender, async (db, row, show) =>
    {
        var last = await db.Edits.SingleOrDefaultAsync(e => e.ShowId == id && e.Position == row.Applied, cancel)
            ?? throw new RuleException("There is nothing to undo.");
        row.Applied--;
        var inverse = StoredJson.Read<Edit>(last.Inverse, last.Format);
        return new(show.Apply(inverse).Show, inverse, $"Undone: {last.Sentence}");
    }, cancel);

    /// <summary>Makes the edit undone last once more.</summary>
    /// <param name="id">The show.</param>
    /// <param name="sender">Who does; null for nobody in particular.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <exception cref="RuleException">There is nothing to redo.</exception>
    public Task<StoredShow> RedoAsync(string id, string? sender, CancellationToken cancel) => ChangeAsync(id, sender, async (db, row, show) =>
    {
        var next = await db.Edits.SingleOrDefaultAsync(e => e.ShowId == id && e.Position == row.Applied + 1, cancel)
            ?? throw new RuleException("There is nothing to redo.");
        row.Applied++;
        var edit = StoredJson.Read<Edit>(next.Edit, next.Format);
        return new(show.Apply(edit).Show, edit, next.Sentence);
    }, cancel);

    /// <summary>The edits of a show in the order they were made, those undone among them.</summary>
    public async Task<IReadOnlyList<HistoryLine>> HistoryAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var applied = await db.Shows.Where(s => s.Id == id).Select(s => s.Applied).SingleOrDefaultAsync(cancel);
        return await db.Edits.Where(e => e.ShowId == id).OrderBy(e => e.Position)
            .Select(e => new HistoryLine(e.Position, e.Sentence, e.Position <= applied)).ToListAsync(cancel);
    }

    /// <summary>Undoes or redoes edits until just those up to a position are applied.</summary>
    /// <param name="id">The show.</param>
    /// <param name="position">The position of the last edit to be applied; 0 for none.</param>
    /// <param name="cancel">Stops it between two edits.</param>
    /// <exception cref="RuleException">There is no such edit.</exception>
    public async Task<StoredShow> WindAsync(string id, int position, CancellationToken cancel)
    {
        var history = await HistoryAsync(id, cancel);
        if (position < 0 || position > history.Count) throw new RuleException("The history does not reach there.", "position");
        var applied = history.Count(l => l.Applied);
        StoredShow? stored = null;
        for (; applied > position; applied--) stored = await UndoAsync(id, null, cancel);
        for (; applied < position; applied++) stored = await RedoAsync(id, null, cancel);
        return stored ?? await FindAsync(id, cancel) ?? throw new RuleException("That show is no longer there.");
    }

    /// <summary>Changes a show: once this is committed nothing can go wrong any more. Where nothing is to be changed, nothing is kept.</summary>
    private async Task<StoredShow> ChangeAsync(string id, string? sender, Func<PhonarisDb, ShowRow, Show, Task<Change?>> change, CancellationToken cancel)
    {
        var gate = _gates.GetOrAdd(id, _ => new SemaphoreSlim(1));
        await gate.WaitAsync(cancel);
        try
        {
            await using var db = await databases.CreateDbContextAsync(cancel);
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var row = await db.Shows.SingleOrDefaultAsync(s => s.Id == id && s.DeletedAt == null, cancel) ?? throw new RuleException("That show is no longer there.");
            var before = _latest.TryGetValue(id, out var known) ? known : await ReadAsync(db, row, null, cancel);
            if (await change(db, row, before.Show) is not var (show, edit, sentence)) return before;
            row.Revision++;
            row.Title = show.Title;
            row.Json = StoredJson.Write(show);
            row.Format = StoredJson.Format;
            row.ChangedAt = clock.GetUtcNow().UtcDateTime;
            db.Changes.Add(new() { ShowId = id, Revision = row.Revision, Touches = string.Join('\n', edit.Touches(before.Show)), Sentence = sentence, Sender = sender });
            await db.SaveChangesAsync(cancel);
            var stored = await ReadAsync(db, row, show, cancel);
            await transaction.CommitAsync(CancellationToken.None);
            return _latest[id] = stored;
        }
        finally
        {
            gate.Release();
        }
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
            throw new RuleException($"“{row.Title}” cannot be read. {e.Message} What there is can be saved as a file, from the list of shows.");
        }
    }

    /// <summary>What became of a show, by what, and that in words.</summary>
    private sealed record Change(Show Show, Edit Edit, string Sentence);
}

/// <summary>An edit a person made.</summary>
/// <param name="Revision">The revision of the show they were looking at.</param>
/// <param name="Edit">The edit.</param>
/// <param name="Sender">Their page: what it did since that revision does not collide; null for nobody in particular.</param>
public sealed record MadeEdit(long Revision, Edit Edit, string? Sender = null);

/// <summary>A line of a show's history.</summary>
/// <param name="Position">Its place, from 1.</param>
/// <param name="Sentence">What was done.</param>
/// <param name="Applied">Whether it holds now, or was undone.</param>
public sealed record HistoryLine(int Position, string Sentence, bool Applied);

/// <summary>A show that was deleted and lies aside.</summary>
/// <param name="Id">What names it.</param>
/// <param name="Title">Its title.</param>
/// <param name="DeletedAt">When it was deleted, in UTC.</param>
/// <param name="GoneAt">When it is removed for good, in UTC.</param>
public sealed record ShowAside(string Id, string Title, DateTime DeletedAt, DateTime GoneAt);
