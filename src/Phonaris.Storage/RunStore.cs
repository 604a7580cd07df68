using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;

namespace Phonaris.Storage;

/// <summary>Stores the logs of runs.</summary>
public sealed class RunStore(IDbContextFactory<PhonarisDb> databases)
{
    /// <summary>The most runs stored for a show; the oldest are deleted.</summary>
    private const int Most = 100;

    /// <summary>The runs of a show, the latest first.</summary>
    public async Task<IReadOnlyList<StoredRun>> ListAsync(string showId, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Runs.Where(r => r.ShowId == showId).OrderByDescending(r => r.StartedAt).Select(r => new StoredRun(r.Id, r.Kind, r.StartedAt)).ToListAsync(cancel);
    }

    /// <summary>A run of a show with its log, or null.</summary>
    public async Task<(StoredRun Run, RunLog Log)?> FindAsync(string showId, string id, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var row = await db.Runs.AsNoTracking().SingleOrDefaultAsync(r => r.ShowId == showId && r.Id == id, cancel);
        return row is null ? null : (new StoredRun(row.Id, row.Kind, row.StartedAt), JsonSerializer.Deserialize<RunLog>(row.Log, ShowJson.Options)!);
    }

    /// <summary>
    /// Stores the log of a run, replacing the one before. Logs only grow: of two that arrive together or out of order, the longer is kept.
    /// </summary>
    public async Task KeepAsync(string id, string showId, string kind, DateTime startedAt, RunLog log, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        var json = JsonSerializer.Serialize(log, ShowJson.Options);
        await db.Database.CreateExecutionStrategy().ExecuteAsync(async () =>
        {
            db.ChangeTracker.Clear();
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var row = await db.Runs.SingleOrDefaultAsync(r => r.Id == id && r.ShowId == showId, cancel);
            if (row is null) db.Runs.Add(new() { Id = id, ShowId = showId, Kind = kind, StartedAt = startedAt, Log = json });
            else if (json.Length >= row.Log.Length) row.Log = json;
            await db.SaveChangesAsync(cancel);
            var old = await db.Runs.Where(r => r.ShowId == showId).OrderByDescending(r => r.StartedAt).Skip(Most).Select(r => r.Id).ToListAsync(cancel);
            await db.Runs.Where(r => old.Contains(r.Id)).ExecuteDeleteAsync(cancel);
            await transaction.CommitAsync(CancellationToken.None);
        });
    }
}

/// <summary>A stored run.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="StartedAt">When it began, in UTC.</param>
public sealed record StoredRun(string Id, string Kind, DateTime StartedAt);
