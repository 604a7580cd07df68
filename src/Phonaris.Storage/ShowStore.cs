using System.Collections.Concurrent;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Phonaris.Core;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>
/// Keeps shows. A change is loaded, applied and saved with its history in one transaction; what was acknowledged is on disk.
/// Changes of one show go one after the other.
/// </summary>
public sealed class ShowStore(IDbContextFactory<PhonarisDb> databases, TimeProvider clock)
{
    private readonly ConcurrentDictionary<string, SemaphoreSlim> _gates = new();
    private readonly ConcurrentDictionary<string, StoredShow> _latest = new();

    /// <summary>All shows, the one changed last first.</summary>
    public async Task<IReadOnlyList<StoredShow>> ListAsync(CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var ids = await db.Shows.OrderByDescending(s => s.ChangedAt).Select(s => s.Id).ToListAsync(cancel);
        List<StoredShow> shows = [];
        foreach (var id in ids)
            if (await FindAsync(id, cancel) is { } show) shows.Add(show);
        return shows;
    }

    /// <summary>A show as it is now, or null when there is none of this id.</summary>
    public async Task<StoredShow?> FindAsync(string id, CancellationToken cancel)
    {
        if (_latest.TryGetValue(id, out var known)) return known;
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = await db.Shows.AsNoTracking().SingleOrDefaultAsync(s => s.Id == id, cancel);
        return row is null ? null : _latest.GetOrAdd(id, await ReadAsync(db, row, null, cancel));
    }

    /// <summary>Keeps a new show, at revision 1 and without a history.</summary>
    public async Task<StoredShow> AddAsync(string id, Show show, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = new ShowRow { Id = id, Title = show.Title, Revision = 1, Json = Write(show), ChangedAt = clock.GetUtcNow().UtcDateTime };
        db.Shows.Add(row);
        await db.SaveChangesAsync(cancel);
        return _latest[id] = new(id, 1, show, null, null, row.ChangedAt);
    }

    /// <summary>Removes a show with its history.</summary>
    public async Task DeleteAsync(string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.Shows.Where(s => s.Id == id).ExecuteDeleteAsync(cancel);
        _latest.TryRemove(id, out _);
    }

    /// <summary>Makes an edit and keeps it. What had been undone can no longer be redone.</summary>
    /// <param name="id">The show.</param>
    /// <param name="revision">The revision the edit was made on; null for whatever is there now.</param>
    /// <param name="edit">The edit.</param>
    /// <param name="cancel">Stops it before anything is kept.</param>
    /// <exception cref="StaleEditException">Somebody changed the same thing since that revision.</exception>
    /// <exception cref="RuleException">The edit cannot be made.</exception>
    public Task<StoredShow> ApplyAsync(string id, long? revision, Edit edit, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(edit);
        return ChangeAsync(id, async (db, row, show) =>
        {
            if (revision < row.Revision)
            {
                var since = await db.Changes.Where(c => c.ShowId == id && c.Revision > revision).OrderBy(c => c.Revision).ToListAsync(cancel);
                var touches = edit.Touches(show).ToList();
                var clash = since.FirstOrDefault(c => Touches.Collide(c.Touches.Split('\n'), touches));
                if (clash is not null) throw new StaleEditException(clash.Sentence);
            }
            var sentence = edit.Sentence(show);
            var (next, inverse) = show.Apply(edit);
            await db.Edits.Where(e => e.ShowId == id && e.Position > row.Applied).ExecuteDeleteAsync(cancel);
            db.Edits.Add(new() { ShowId = id, Position = ++row.Applied, Edit = Write(edit), Inverse = Write(inverse), Sentence = sentence });
            return (next, edit, sentence);
        }, cancel);
    }

    /// <summary>Takes the last edit back.</summary>
    /// <exception cref="RuleException">There is nothing to undo.</exception>
    public Task<StoredShow> UndoAsync(string id, CancellationToken cancel) => ChangeAsync(id, async (db, row, show) =>
    {
        var last = await db.Edits.SingleOrDefaultAsync(e => e.ShowId == id && e.Position == row.Applied, cancel)
            ?? throw new RuleException("There is nothing to undo.");
        row.Applied--;
        var inverse = Read<Edit>(last.Inverse);
        return (show.Apply(inverse).Show, inverse, $"Undone: {last.Sentence}");
    }, cancel);

    /// <summary>Makes the edit undone last once more.</summary>
    /// <exception cref="RuleException">There is nothing to redo.</exception>
    public Task<StoredShow> RedoAsync(string id, CancellationToken cancel) => ChangeAsync(id, async (db, row, show) =>
    {
        var next = await db.Edits.SingleOrDefaultAsync(e => e.ShowId == id && e.Position == row.Applied + 1, cancel)
            ?? throw new RuleException("There is nothing to redo.");
        row.Applied++;
        var edit = Read<Edit>(next.Edit);
        return (show.Apply(edit).Show, edit, next.Sentence);
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
        for (; applied > position; applied--) stored = await UndoAsync(id, cancel);
        for (; applied < position; applied++) stored = await RedoAsync(id, cancel);
        return stored ?? await FindAsync(id, cancel) ?? throw new RuleException("That show is no longer there.");
    }

    private async Task<StoredShow> ChangeAsync(
        string id, Func<PhonarisDb, ShowRow, Show, Task<(Show Show, Edit Edit, string Sentence)>> change, CancellationToken cancel)
    {
        var gate = _gates.GetOrAdd(id, _ => new SemaphoreSlim(1));
        await gate.WaitAsync(cancel);
        try
        {
            await using var db = await databases.CreateDbContextAsync(cancel);
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var row = await db.Shows.SingleOrDefaultAsync(s => s.Id == id, cancel) ?? throw new RuleException("That show is no longer there.");
            var before = _latest.TryGetValue(id, out var known) ? known.Show : Read<Show>(row.Json);
            var (show, edit, sentence) = await change(db, row, before);
            row.Revision++;
            row.Title = show.Title;
            row.Json = Write(show);
            row.ChangedAt = clock.GetUtcNow().UtcDateTime;
            db.Changes.Add(new() { ShowId = id, Revision = row.Revision, Touches = string.Join('\n', edit.Touches(before)), Sentence = sentence });
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(CancellationToken.None);
            return _latest[id] = await ReadAsync(db, row, show, CancellationToken.None);
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
            row.Id, row.Revision, show ?? Read<Show>(row.Json), around.Find(e => e.Position == row.Applied)?.Sentence,
            around.Find(e => e.Position > row.Applied)?.Sentence, row.ChangedAt);
    }

    private static string Write<T>(T value) => JsonSerializer.Serialize(value, ShowJson.Options);

    private static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, ShowJson.Options)!;
}

/// <summary>A line of a show's history.</summary>
/// <param name="Position">Its place, from 1.</param>
/// <param name="Sentence">What was done.</param>
/// <param name="Applied">Whether it holds now, or was undone.</param>
public sealed record HistoryLine(int Position, string Sentence, bool Applied);

/// <summary>A show with what is kept about it.</summary>
/// <param name="Id">What names it.</param>
/// <param name="Revision">Counts its changes.</param>
/// <param name="Show">The show itself.</param>
/// <param name="Undo">What undo would take back, in words, or null.</param>
/// <param name="Redo">What redo would make again, in words, or null.</param>
/// <param name="ChangedAt">When it was changed last, in UTC.</param>
public sealed record StoredShow(string Id, long Revision, Show Show, string? Undo, string? Redo, DateTime ChangedAt);

/// <summary>An edit was made on an older revision, and the same thing has been changed since.</summary>
/// <param name="since">What was done since, in words.</param>
public sealed class StaleEditException(string since) : Exception($"This was changed in the meantime ({since}). Look at it as it is now, and change it again if you still want to.");
