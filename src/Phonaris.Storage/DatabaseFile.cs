using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>Makes the database ready to be used. The data folder is held, so nobody else is at it.</summary>
public static class DatabaseFile
{
    /// <summary>Checks the database, keeps a copy before it is changed, and brings it up to date.</summary>
    /// <param name="databases">Opens it.</param>
    /// <param name="path">Its file.</param>
    /// <param name="files">The folder of the files brought in.</param>
    /// <exception cref="RuleException">It is damaged, missing, or of a later version; the sentence says what would help.</exception>
    public static async Task PrepareAsync(IDbContextFactory<PhonarisDb> databases, string path, string files)
    {
        ArgumentNullException.ThrowIfNull(databases);
        if (new FileInfo(path) is not { Exists: true, Length: > 0 } && Directory.Exists(files) && Directory.EnumerateFiles(files, "*", SearchOption.AllDirectories).Any())
            throw new RuleException($"There are files of shows in {files}, but their database is missing: {path}. Put it back, or a copy of it that lies beside it, or choose another data folder.");
        try
        {
            await using var db = await databases.CreateDbContextAsync();
            // Asked of SQLite itself: what a query is made by is not needed for it, and takes most of a start to get ready.
            if (await AskAsync(db, "PRAGMA quick_check(1)") is not "ok") throw Damaged(path);
            var applied = (await db.Database.GetAppliedMigrationsAsync()).ToList();
            if (applied.Except(db.Database.GetMigrations()).Any())
                throw new RuleException($"{path} was written by a later Phonaris. Start that one, or choose another data folder.");
            // Left by one that was killed while it brought the database up to date: who holds the folder is alone.
            await AskAsync(db, "DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
            var next = (await db.Database.GetPendingMigrationsAsync()).FirstOrDefault();
            if (applied.Count > 0 && next is not null) await CopyAsync(db, $"{path}.before-{next[(next.IndexOf('_', StringComparison.Ordinal) + 1)..].ToLowerInvariant()}");
            if (next is not null) await db.Database.MigrateAsync();
            await AskAsync(db, "PRAGMA journal_mode=WAL");
        }
        catch (SqliteException e) when (e.SqliteErrorCode is Corrupt or NotADatabase)
        {
            throw Damaged(path);
        }
    }

    /// <summary>What SQLite calls a damaged file, a file of something else, and a full disk.</summary>
    public const int Corrupt = 11, NotADatabase = 26, Full = 13;

    private static RuleException Damaged(string path) =>
        new($"{path} is damaged. Nothing was changed; put a copy of it back, such as one that lies beside it, or choose another data folder.");

    /// <summary>The first value that SQLite answers a statement with, or null.</summary>
    private static async Task<object?> AskAsync(PhonarisDb db, string sql)
    {
        await db.Database.OpenConnectionAsync();
        await using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteScalarAsync();
    }

    private static async Task CopyAsync(PhonarisDb db, string to)
    {
        if (File.Exists(to)) return;
        var partial = $"{to}.part";
        File.Delete(partial);
        await db.Database.ExecuteSqlAsync($"VACUUM INTO {partial}");
        File.Move(partial, to);
    }
}
