using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>
/// Records who uses which file of the <see cref="FileStore"/>. Invariant: a file with a row is not deleted. The row is written before the file appears in the
/// store, in the transaction that stores its user, and is removed with its user. When a file passes from one user to the next (an upload to
/// a job, a job to a show), the next one's row is written before the row of the one before is removed. <see cref="TryDeleteAsync"/> holds the
/// database's only write lock, so no row can be added while a file is deleted.
/// </summary>
/// <param name="databases">Opens the database.</param>
public sealed class FileUses(IDbContextFactory<PhonarisDb> databases)
{
    /// <summary>Records uses of files.</summary>
    public async Task AddAsync(FileUser user, IEnumerable<string> hashes, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await AddAsync(db, user, hashes, cancel);
    }

    /// <summary>Records uses of files in the transaction that stores the user.</summary>
    internal static async Task AddAsync(PhonarisDb db, FileUser user, IEnumerable<string> hashes, CancellationToken cancel)
    {
        var kind = user.Kind.ToString();
        foreach (var hash in hashes)
        {
            await db.Database.ExecuteSqlAsync($"INSERT OR IGNORE INTO FileUses (Hash, Kind, UserId) VALUES ({hash}, {kind}, {user.Id})", cancel);
            // The show has it now, so its upload is done.
            if (user.Kind == FileUserKind.Show) await db.FileUses.Where(u => u.Kind == FileUserKind.Upload && u.Hash == hash).ExecuteDeleteAsync(cancel);
        }
    }

    /// <summary>A function that records a job's use of a file, for <see cref="FileStore.PutAsync"/>.</summary>
    public Func<string, Task> ClaimFor(JobRow job)
    {
        ArgumentNullException.ThrowIfNull(job);
        return hash => AddAsync(new(FileUserKind.Job, job.Id), [hash], CancellationToken.None);
    }

    /// <summary>Removes all uses by a user.</summary>
    public async Task RemoveAsync(FileUser user, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.FileUses.Where(u => u.Kind == user.Kind && u.UserId == user.Id).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Removes the uses of a file by uploads, because a show or job has taken it over.</summary>
    public async Task ReleaseUploadsAsync(string hash, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.FileUses.Where(u => u.Kind == FileUserKind.Upload && u.Hash == hash).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Removes the uses of users that no longer exist: imports of the last server, and deleted jobs and uploads.</summary>
    /// <param name="uploads">The complete uploads: id and content hash. One that nothing has taken over gets its row if it is missing.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task RepairAsync(IReadOnlyCollection<(string Id, string Hash)> uploads, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(uploads);
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.FileUses.Where(u => u.Kind == FileUserKind.Import || (u.Kind == FileUserKind.Job && !db.Jobs.Any(j => j.Id == u.UserId))).ExecuteDeleteAsync(cancel);
        var ids = uploads.Select(u => u.Id).ToHashSet();
        foreach (var id in await db.FileUses.Where(u => u.Kind == FileUserKind.Upload).Select(u => u.UserId).ToListAsync(cancel))
            if (!ids.Contains(id)) await db.FileUses.Where(u => u.Kind == FileUserKind.Upload && u.UserId == id).ExecuteDeleteAsync(cancel);
        foreach (var (id, hash) in uploads)
            if (!await db.FileUses.AnyAsync(u => u.Hash == hash, cancel)) await AddAsync(db, new(FileUserKind.Upload, id), [hash], cancel);
    }

    /// <summary>The files in use.</summary>
    /// <param name="kind">The kind of user; null for any.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>Their content hashes.</returns>
    public async Task<IReadOnlySet<string>> HashesAsync(FileUserKind? kind, CancellationToken cancel)
    {
        await using var db = await databases.CreateDbContextAsync(cancel);
        return (await db.FileUses.Where(u => kind == null || u.Kind == kind).Select(u => u.Hash).Distinct().ToListAsync(cancel)).ToHashSet();
    }

    /// <summary>Deletes a file if it is unused; nothing can begin to use it meanwhile.</summary>
    /// <param name="hash">Its content hash.</param>
    /// <param name="delete">Deletes it and the files derived from it; returns the bytes freed.</param>
    /// <param name="cancel">Stops it before anything is deleted.</param>
    /// <returns>The bytes freed; 0 when the file is in use.</returns>
    public async Task<long> TryDeleteAsync(string hash, Func<long> delete, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(delete);
        await using var db = await databases.CreateDbContextAsync(cancel);
        return await db.Database.CreateExecutionStrategy().ExecuteAsync(async () =>
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            return await db.FileUses.AnyAsync(u => u.Hash == hash, cancel) ? 0 : delete();
        });
    }
}
