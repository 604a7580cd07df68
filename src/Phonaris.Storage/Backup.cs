using Phonaris.Shared;

namespace Phonaris.Storage;

/// <summary>
/// A backup of all data: a folder with <c>phonaris.db</c> and the files its shows use, <c>files/ab/SHA-256</c>. Files are named by
/// their content, so a further backup into the same folder copies only new ones.
/// </summary>
public static class Backup
{
    private const string DatabaseName = "phonaris.db", FilesName = "files";

    /// <summary>Backs up a data folder, even while a server is running on it.</summary>
    /// <param name="data">The data folder.</param>
    /// <param name="to">The folder to back up into.</param>
    /// <param name="progress">Receives the fraction of the files done.</param>
    /// <param name="cancel">Stops it between two files.</param>
    /// <returns>How many files were copied, and how many in use are missing.</returns>
    /// <exception cref="RuleException">There is nothing to back up, or the database is damaged.</exception>
    public static async Task<(int Copied, int Missing)> MakeAsync(string data, string to, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(data);
        ArgumentNullException.ThrowIfNull(to);
        var database = Path.Combine(data, DatabaseName);
        if (!File.Exists(database)) throw new RuleException($"Nothing to back up: {database} does not exist.");
        Directory.CreateDirectory(to);
        await Backups.CopyAsync(database, Path.Combine(to, DatabaseName));
        return await CopyFilesAsync(UsedBy(Path.Combine(to, DatabaseName)), new(Path.Combine(data, FilesName)), new(Path.Combine(to, FilesName)), progress, cancel);
    }

    /// <summary>
    /// Restores a backup, or a copy of the database alone. The current database, if undamaged, is first copied to the folder of
    /// backups. The data folder must be locked.
    /// </summary>
    /// <param name="from">A folder made by <see cref="MakeAsync"/>, or a database file.</param>
    /// <param name="data">The data folder.</param>
    /// <param name="backups">Where the current database is copied to.</param>
    /// <param name="progress">Receives the fraction of the files done.</param>
    /// <param name="cancel">Stops it before the database is replaced.</param>
    /// <returns>How many files were copied, and how many in use are missing.</returns>
    /// <exception cref="RuleException">It is not a backup, or is damaged.</exception>
    public static async Task<(int Copied, int Missing)> RestoreAsync(string from, string data, Backups backups, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(from);
        ArgumentNullException.ThrowIfNull(data);
        ArgumentNullException.ThrowIfNull(backups);
        var copy = Directory.Exists(from) ? Path.Combine(from, DatabaseName) : from;
        if (!File.Exists(copy)) throw new RuleException($"{from} is not a backup because {copy} is missing.");
        if (!Backups.IsWhole(copy)) throw new RuleException($"{copy} is damaged. Nothing was changed. Restore another backup.");
        var hashes = UsedBy(copy);
        FileStore into = new(Path.Combine(data, FilesName));
        // Files first: they do no harm, and the database is replaced in one step at the end.
        var (copied, missing) = Directory.Exists(from) ? await CopyFilesAsync(hashes, new(Path.Combine(from, FilesName)), into, progress, cancel) : (0, hashes.Count(h => !into.Has(h)));
        var database = Path.Combine(data, DatabaseName);
        var next = $"{database}.restored";
        // Read before the current database is copied, because that may delete the oldest copy, which may be this one.
        await Backups.CopyAsync(copy, next);
        if (File.Exists(database) && Backups.IsWhole(database)) await backups.MakeAsync(beforeUpgrade: false, cancel);
        // The old database's journal must not be applied to the new one.
        foreach (var beside in new[] { $"{database}-wal", $"{database}-shm" }) File.Delete(beside);
        FinishedFile.Place(next, database);
        return (copied, missing);
    }

    private static List<string> UsedBy(string database)
    {
        using var db = Backups.Open(database, Microsoft.Data.Sqlite.SqliteOpenMode.ReadOnly);
        // A backup from before file uses were recorded does not contain them.
        if (Backups.Ask(db, "SELECT 1 FROM sqlite_master WHERE name = 'FileUses'") is null) return [];
        using var command = db.CreateCommand();
        command.CommandText = "SELECT DISTINCT Hash FROM FileUses WHERE Kind IN ('Show', 'Job')";
        using var reader = command.ExecuteReader();
        List<string> hashes = [];
        while (reader.Read()) hashes.Add(reader.GetString(0));
        return hashes;
    }

    private static async Task<(int Copied, int Missing)> CopyFilesAsync(List<string> hashes, FileStore from, FileStore to, IProgress<double>? progress, CancellationToken cancel)
    {
        var (copied, missing) = (0, 0);
        for (var n = 0; n < hashes.Count; n++)
        {
            progress?.Report((double)n / hashes.Count);
            if (to.Has(hashes[n])) continue;
            if (!from.Has(hashes[n]))
            {
                missing++;
                continue;
            }
            await using var file = File.OpenRead(from.PathOf(hashes[n]));
            try
            {
                await to.PutAsync(file, long.MaxValue, () => new RuleException("Never too large."), cancel, hash => hash == hashes[n] ? Task.CompletedTask : throw new RuleException("It does not match its content hash."));
                copied++;
            }
            catch (RuleException)
            {
                // An unreadable file, as on a failing disk, counts as missing.
                missing++;
            }
        }
        progress?.Report(1);
        return (copied, missing);
    }
}
