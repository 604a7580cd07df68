using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage.Tests;

/// <summary>Backups: made while the database is in use, complete, few, and restored with their files.</summary>
public sealed class BackupTests : IDisposable
{
    private readonly TestDatabase _database = new();
    private readonly Clock _clock = new();

    private Backups Backups => new(_database.PathOf("backups"), _database.PathOf("test.db"), _clock);

    [Fact]
    public async Task Daily_backups_are_made_in_use_and_seven_are_kept()
    {
        var store = new ShowStore(_database, TimeProvider.System);
        await store.AddAsync("x", Show.Empty("0"), default);
        Assert.Null(await Backups.MakeDailyAsync(default));
        for (var day = 1; day <= 10; day++)
        {
            await store.ApplyAsync("x", _ => new RenameShow($"{day}"), default);
            _clock.Now = DateTimeOffset.UtcNow.AddDays(day).AddMinutes(1);
            Assert.True(Backups.IsWhole((await Backups.MakeDailyAsync(default))!));
            Assert.Null(await Backups.MakeDailyAsync(default));
        }
        Assert.Equal(7, Directory.GetFiles(_database.PathOf("backups")).Length);
        // A backup before an upgrade is not deleted by daily ones.
        var before = await Backups.MakeAsync(beforeUpgrade: true, default);
        Assert.Equal(8, Directory.GetFiles(_database.PathOf("backups")).Length);
        Assert.NotNull(Backups.MadeAt(before));
        // The newest intact one is the one to restore.
        await File.WriteAllTextAsync(before, "damaged");
        var newest = Backups.NewestWhole()!;
        Assert.DoesNotContain("upgrade", newest);
        SqliteConnection.ClearAllPools();
        await File.WriteAllBytesAsync(_database.PathOf("test.db"), new byte[5000]);
        // A write-ahead log may be left by a reader that closed last; old damaged pages would be read from it.
        foreach (var log in new[] { "test.db-wal", "test.db-shm" }) File.Delete(_database.PathOf(log));
        var damaged = await Assert.ThrowsAsync<RuleException>(() => DatabaseFile.PrepareAsync(_database, _database.PathOf("test.db"), _database.PathOf("files"), Backups));
        Assert.Contains($"Restore it with: phonaris restore {newest}", damaged.Message);
        await Assert.ThrowsAsync<RuleException>(() => Backups.MakeAsync(beforeUpgrade: false, default));
    }

    [Fact]
    public async Task A_format_upgrade_makes_a_backup_and_a_newer_format_is_rejected()
    {
        var path = _database.PathOf("test.db");
        await using (var db = _database.CreateDbContext()) await db.Database.ExecuteSqlAsync($"PRAGMA user_version=1");
        await DatabaseFile.PrepareAsync(_database, path, _database.PathOf("files"), Backups);
        Assert.Single(Directory.GetFiles(_database.PathOf("backups"), "*-before-upgrade.db"));
        await DatabaseFile.PrepareAsync(_database, path, _database.PathOf("files"), Backups);
        Assert.Single(Directory.GetFiles(_database.PathOf("backups")));
        await using (var db = _database.CreateDbContext()) await db.Database.ExecuteSqlAsync($"PRAGMA user_version=999");
        var refused = await Assert.ThrowsAsync<RuleException>(() => DatabaseFile.PrepareAsync(_database, path, _database.PathOf("files"), Backups));
        Assert.Contains("newer Phonaris", refused.Message);
        Assert.EndsWith($"phonaris restore {Directory.GetFiles(_database.PathOf("backups")).Single()}", refused.Message);
    }

    [Fact]
    public async Task A_backup_is_restored_with_its_files()
    {
        var (data, to) = (_database.PathOf("data"), _database.PathOf("copy"));
        Directory.CreateDirectory(data);
        var databases = new Databases(Path.Combine(data, "phonaris.db"));
        Backups backups = new(Path.Combine(data, "backups"), Path.Combine(data, "phonaris.db"), TimeProvider.System);
        await DatabaseFile.PrepareAsync(databases, Path.Combine(data, "phonaris.db"), Path.Combine(data, "files"), backups);
        FileStore files = new(Path.Combine(data, "files"));
        var picture = await files.PutAsync(new MemoryStream([1, 2, 3]), 10, () => new("Too large."), default);
        ShowStore store = new(databases, TimeProvider.System);
        var slide = new Slide("a", "A", "", "", new(picture, MediaTypes.Png, 1, 16, 9), 4000, Transition.Cut, false, Step.Whole("a"));
        await store.AddAsync("x", Show.Empty("Kept") with { Slides = [slide] }, default);
        await store.AddAsync("y", Show.Empty("Gone") with { Slides = [slide with { Picture = slide.Picture with { Media = new string('f', 64) } }] }, default);

        Assert.Equal((1, 1), await Backup.MakeAsync(data, to, null, default));
        Assert.Equal((0, 1), await Backup.MakeAsync(data, to, null, default));
        await store.ApplyAsync("x", _ => new RenameShow("Spoilt"), default);
        SqliteConnection.ClearAllPools();
        Directory.Delete(Path.Combine(data, "files"), recursive: true);
        await File.WriteAllTextAsync(Path.Combine(data, "phonaris.db"), "damaged");
        Assert.Contains("not a backup", (await Assert.ThrowsAsync<RuleException>(() => Backup.RestoreAsync(_database.PathOf("nowhere"), data, backups, null, default))).Message);
        Assert.Equal((1, 1), await Backup.RestoreAsync(to, data, backups, null, default));
        Assert.Equal("Kept", (await new ShowStore(databases, TimeProvider.System).FindAsync("x", default))!.Show.Title);
        Assert.True(files.Has(picture));

        // A copy of the database alone; the existing one is backed up first.
        await new ShowStore(databases, TimeProvider.System).ApplyAsync("x", _ => new RenameShow("Newer"), default);
        SqliteConnection.ClearAllPools();
        await Backup.RestoreAsync(Path.Combine(to, "phonaris.db"), data, backups, null, default);
        Assert.Equal("Kept", (await new ShowStore(databases, TimeProvider.System).FindAsync("x", default))!.Show.Title);
        SqliteConnection.ClearAllPools();
        await Backup.RestoreAsync(backups.NewestWhole()!, data, backups, null, default);
        Assert.Equal("Newer", (await new ShowStore(databases, TimeProvider.System).FindAsync("x", default))!.Show.Title);

        // The oldest of seven copies: the backup of the current data would delete it.
        while (Directory.GetFiles(Path.Combine(data, "backups")).Length < 7) await backups.MakeAsync(beforeUpgrade: false, default);
        var oldest = Directory.GetFiles(Path.Combine(data, "backups")).Order(StringComparer.Ordinal).First();
        await new ShowStore(databases, TimeProvider.System).ApplyAsync("x", _ => new RenameShow("Newest"), default);
        SqliteConnection.ClearAllPools();
        await Backup.RestoreAsync(oldest, data, backups, null, default);
        Assert.NotEqual("Newest", (await new ShowStore(databases, TimeProvider.System).FindAsync("x", default))!.Show.Title);
    }

    public void Dispose() => _database.Dispose();

    private sealed class Databases(string path) : IDbContextFactory<PhonarisDb>
    {
        public PhonarisDb CreateDbContext() => new((DbContextOptions<PhonarisDb>)PhonarisDb.Use(new DbContextOptionsBuilder<PhonarisDb>(), path).Options);
    }
}
