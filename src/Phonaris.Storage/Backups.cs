using System.Globalization;
using Microsoft.Data.Sqlite;
using Phonaris.Shared;

namespace Phonaris.Storage;

/// <summary>
/// Copies of the database, made while it is in use (SQLite's online backup) and opened once to verify them: every day, and before a
/// newer Phonaris changes it. The newest are kept. Imported files need no copy: they are never changed, and kept while in use.
/// </summary>
/// <param name="folder">The folder of the copies.</param>
/// <param name="database">The database file.</param>
/// <param name="clock">Provides the time.</param>
public sealed class Backups(string folder, string database, TimeProvider clock)
{
    private const int MostCopies = 7;
    private const string Stamp = "yyyy-MM-dd'T'HHmmss.fff'Z'", Prefix = "phonaris-", Ending = ".db", BeforeUpgrade = "-before-upgrade";

    private static readonly TimeSpan Every = TimeSpan.FromDays(1);

    /// <summary>Makes a copy if the last one is older than a day, or if there is none and the database is that old.</summary>
    /// <param name="cancel">Stops it before the copy is begun.</param>
    /// <returns>The copy; null when none was due.</returns>
    public async Task<string?> MakeDailyAsync(CancellationToken cancel)
    {
        var last = All().Select(b => (DateTime?)b.MadeAt).FirstOrDefault() ?? File.GetCreationTimeUtc(database);
        return clock.GetUtcNow().UtcDateTime - last < Every ? null : await MakeAsync(beforeUpgrade: false, cancel);
    }

    /// <summary>Makes a copy, and deletes the oldest when there are too many.</summary>
    /// <param name="beforeUpgrade">Whether a newer Phonaris is about to change the database.</param>
    /// <param name="cancel">Stops it before the copy is begun.</param>
    /// <returns>The copy.</returns>
    /// <exception cref="RuleException">The copy is damaged, for example because the database is.</exception>
    public async Task<string> MakeAsync(bool beforeUpgrade, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        Directory.CreateDirectory(folder);
        var path = Path.Combine(folder, $"{Prefix}{clock.GetUtcNow().UtcDateTime.ToString(Stamp, CultureInfo.InvariantCulture)}{(beforeUpgrade ? BeforeUpgrade : "")}{Ending}");
        await CopyAsync(database, path);
        // Copies before upgrades are counted separately, so that daily ones do not push them out.
        foreach (var kind in All().GroupBy(b => b.BeforeUpgrade))
            foreach (var old in kind.Skip(MostCopies)) File.Delete(old.Path);
        return path;
    }

    /// <summary>The newest undamaged copy, or null.</summary>
    public string? NewestWhole() => All().Select(b => b.Path).FirstOrDefault(IsWhole);

    /// <summary>The newest copy made before an upgrade, or null.</summary>
    public string? NewestBeforeUpgrade() => All().Where(b => b.BeforeUpgrade).Select(b => b.Path).FirstOrDefault();

    /// <summary>When a copy in this folder was made, in UTC; null when its name does not contain that.</summary>
    public static DateTime? MadeAt(string path)
    {
        var name = Path.GetFileNameWithoutExtension(path);
        if (name is null || !name.StartsWith(Prefix, StringComparison.Ordinal)) return null;
        var stamp = name[Prefix.Length..].Replace(BeforeUpgrade, "", StringComparison.Ordinal);
        return DateTime.TryParseExact(stamp, Stamp, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal, out var at) ? at : null;
    }

    /// <summary>Copies a database that may be in use. The copy appears completely or not at all.</summary>
    /// <param name="from">The database file.</param>
    /// <param name="to">The copy, which replaces an existing file.</param>
    /// <exception cref="RuleException">The copy is damaged.</exception>
    public static Task CopyAsync(string from, string to) => Task.Run(() =>
    {
        var partial = $"{to}.part";
        File.Delete(partial);
        try
        {
            using (var source = Open(from, SqliteOpenMode.ReadOnly))
            using (var target = Open(partial, SqliteOpenMode.ReadWriteCreate))
            {
                source.BackupDatabase(target);
                // Without a separate journal, so that the file can be copied on its own.
                Ask(target, "PRAGMA journal_mode=DELETE");
            }
            if (!IsWhole(partial)) throw new RuleException($"{from} could not be copied because the database is damaged.");
            FinishedFile.Place(partial, to);
        }
        catch (SqliteException e) when (e.SqliteErrorCode is DatabaseFile.Corrupt or DatabaseFile.NotADatabase)
        {
            throw new RuleException($"{from} could not be copied because the database is damaged.");
        }
        finally
        {
            File.Delete(partial);
        }
    });

    /// <summary>Whether a file is an undamaged database.</summary>
    public static bool IsWhole(string path)
    {
        try
        {
            using var db = Open(path, SqliteOpenMode.ReadOnly);
            return Ask(db, "PRAGMA quick_check(1)") is "ok";
        }
        catch (SqliteException)
        {
            return false;
        }
    }

    internal static SqliteConnection Open(string path, SqliteOpenMode mode)
    {
        var db = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Mode = mode, Pooling = false }.ToString());
        db.Open();
        return db;
    }

    internal static object? Ask(SqliteConnection db, string sql)
    {
        using var command = db.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    /// <summary>The copies, the newest first.</summary>
    private List<(string Path, DateTime MadeAt, bool BeforeUpgrade)> All() => !Directory.Exists(folder)
        ? []
        : [.. Directory.EnumerateFiles(folder, $"{Prefix}*{Ending}")
            .Where(f => MadeAt(f) is not null)
            .Select(f => (f, MadeAt(f)!.Value, f.Contains(BeforeUpgrade, StringComparison.Ordinal)))
            .OrderByDescending(b => b.Item2)];
}
