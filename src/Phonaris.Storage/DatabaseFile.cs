using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Phonaris.Storage;

/// <summary>Prepares the database for use. The data folder is locked, so nothing else uses it.</summary>
public static class DatabaseFile
{
    /// <summary>
    /// Verifies the database and upgrades it. Before a newer Phonaris changes tables or the format of shows, a copy is made; SQLite's
    /// <c>user_version</c> is the last format written.
    /// </summary>
    /// <param name="databases">Opens it.</param>
    /// <param name="path">Its file.</param>
    /// <param name="files">The folder of the stored files.</param>
    /// <param name="backups">Where copies are made.</param>
    /// <exception cref="RuleException">It is damaged, missing, or of a later version; the message says what would help.</exception>
    public static async Task PrepareAsync(IDbContextFactory<PhonarisDb> databases, string path, string files, Backups backups)
    {
        ArgumentNullException.ThrowIfNull(databases);
        ArgumentNullException.ThrowIfNull(backups);
        if (new FileInfo(path) is not { Exists: true, Length: > 0 } && Directory.Exists(files) && Directory.EnumerateFiles(files, "*", SearchOption.AllDirectories).Any())
            throw new RuleException($"{files} has the files of shows, but their database {path} is missing. {WayBack(backups)}");
        try
        {
            await using var db = await databases.CreateDbContextAsync();
            // Asked of SQLite directly: EF Core's query pipeline takes most of a startup to initialise.
            if (await AskAsync(db, "PRAGMA quick_check(1)") is not "ok") throw Damaged(path, backups);
            var applied = (await db.Database.GetAppliedMigrationsAsync()).ToList();
            var format = (long)(await AskAsync(db, "PRAGMA user_version"))!;
            if (applied.Except(db.Database.GetMigrations()).Any() || format > StoredJson.Format)
                throw new RuleException($"{path} was written by a newer Phonaris. Start that version, or choose another data folder. {BeforeUpgrade(backups)}");
            // Left by a server that was killed during an upgrade; the folder is locked, so nothing else uses it.
            await AskAsync(db, "DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
            var isBehind = (await db.Database.GetPendingMigrationsAsync()).Any();
            if (applied.Count > 0 && (isBehind || format < StoredJson.Format)) await backups.MakeAsync(beforeUpgrade: true, CancellationToken.None);
            if (isBehind) await db.Database.MigrateAsync();
            if (format < StoredJson.Format) await AskAsync(db, $"PRAGMA user_version={StoredJson.Format}");
            await AskAsync(db, "PRAGMA journal_mode=WAL");
        }
        catch (SqliteException e) when (e.SqliteErrorCode is Corrupt or NotADatabase)
        {
            throw Damaged(path, backups);
        }
    }

    /// <summary>How many revisions back an edit may be based; older changes are deleted.</summary>
    private const int RevisionsToMerge = 5_000;

    /// <summary>Frees the space of deleted shows in the database, if it is considerable, and deletes old changes.</summary>
    /// <param name="databases">Opens it.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task CompactAsync(IDbContextFactory<PhonarisDb> databases, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(databases);
        const int leastPages = 2_500;
        await using var db = await databases.CreateDbContextAsync(cancel);
        await db.Database.ExecuteSqlAsync($"DELETE FROM Changes WHERE Revision < (SELECT s.Revision FROM Shows s WHERE s.Id = Changes.ShowId) - {RevisionsToMerge}", cancel);
        var (free, all) = ((long)(await AskAsync(db, "PRAGMA freelist_count"))!, (long)(await AskAsync(db, "PRAGMA page_count"))!);
        if (free > leastPages && free > all / 4) await db.Database.ExecuteSqlAsync($"VACUUM", cancel);
    }

    /// <summary>SQLite's error codes for a damaged file, a file that is not a database, and a full disk.</summary>
    public const int Corrupt = 11, NotADatabase = 26, Full = 13;

    private static RuleException Damaged(string path, Backups backups) => new($"{path} is damaged. Nothing was changed. {WayBack(backups)}");

    private static string BeforeUpgrade(Backups backups) => backups.NewestBeforeUpgrade() is { } copy
        ? $"The data from before that upgrade is in {copy}. To go back to it: phonaris restore {copy}"
        : "";

    private static string WayBack(Backups backups) => backups.NewestWhole() is { } copy
        ? $"The newest intact copy was made {Backups.MadeAt(copy):yyyy-MM-dd HH:mm} UTC. Restore it with: phonaris restore {copy}"
        : "There is no copy of it. Choose another data folder, or restore a backup with: phonaris restore FOLDER";

    /// <summary>The first value returned by a statement, or null.</summary>
    private static async Task<object?> AskAsync(PhonarisDb db, string sql)
    {
        await db.Database.OpenConnectionAsync();
        await using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteScalarAsync();
    }
}
