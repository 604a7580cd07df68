using System.IO.Compression;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage.Tests;

/// <summary>Data stored by earlier versions.</summary>
public sealed class StoredFormatsTests : IDisposable
{
    private readonly TestDatabase _database = new();

    [Fact]
    public void The_migrations_match_the_model()
    {
        using var db = _database.CreateDbContext();
        Assert.False(db.Database.HasPendingModelChanges());
    }

    /// <summary>An example of each earlier format, in a database of its time.</summary>
    [Theory]
    [InlineData(1, "Runs")]
    [InlineData(2, "NothingLost")]
    public async Task Old_databases_are_upgraded_and_backed_up(int format, string migration)
    {
        var json = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "Stored", $"format-{format}.json"));
        var path = Path.Combine(_database.Folder, "old.db");
        var options = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(options, path);
        var databases = new PooledDbContextFactory<PhonarisDb>((DbContextOptions<PhonarisDb>)options.Options);
        await using (var db = await databases.CreateDbContextAsync())
        {
            await db.GetService<IMigrator>().MigrateAsync(migration);
            await db.Database.ExecuteSqlAsync($"INSERT INTO Shows (Id, Title, Revision, Applied, Json, ChangedAt) VALUES ('old', 'Old', 1, 0, {json}, '2026-01-01')");
            await db.Database.ExecuteSqlAsync($"INSERT INTO Shows (Id, Title, Revision, Applied, Json, ChangedAt) VALUES ('bad', 'Bad', 1, 0, '{{', '2026-01-01')");
            if (format > 1) await db.Database.ExecuteSqlAsync($"UPDATE Shows SET Format = {format}");
            await db.Database.ExecuteSqlAsync($"INSERT INTO Jobs (Id, ShowId, Kind, Name, Input, State, Progress, CreatedAt) VALUES ('j', 'old', 'video', 'V', {"{\"id\":\"v\",\"media\":\"" + new string('a', 64) + "\"}"}, 'Waiting', 0, '2026-01-01')");
        }
        await DatabaseFile.PrepareAsync(databases, path, _database.PathOf("files"), new(_database.PathOf("backups"), path, TimeProvider.System));
        var show = (await new ShowStore(databases, TimeProvider.System).FindAsync("old", default))!.Show;
        var fit = show.Validated().Cues[0].Fit!;
        Assert.Equal((null, 0, 1), (fit.EndFrame, fit.Forbidden.Count, fit.Kept.Count));
        // File uses were not recorded then: they are derived from the stored shows.
        var uses = new FileUses(databases);
        Assert.Superset(ShowFiles.Of(show).ToHashSet(), (await uses.HashesAsync(FileUserKind.Show, default)).ToHashSet());
        Assert.Equal([new string('a', 64)], await uses.HashesAsync(FileUserKind.Job, default));
        var job = Assert.Single(await new JobStore(databases).UnfinishedAsync(default));
        Assert.Equal((new string('a', 64), "{\"video\":{\"id\":\"v\""), (job.Subject, job.Input[..18]));
        var copy = Assert.Single(Directory.GetFiles(_database.PathOf("backups"), "*-before-upgrade.db"));
        var then = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(then, copy);
        await using var before = new PhonarisDb((DbContextOptions<PhonarisDb>)then.Options);
        Assert.EndsWith(migration, (await before.Database.GetAppliedMigrationsAsync()).Last());
    }

    /// <summary>The demo show as version 0.1 stored it, with a saved version.</summary>
    [Fact]
    public async Task The_data_of_version_0_1_opens()
    {
        var path = _database.PathOf("old.db");
        await using (var packed = new GZipStream(File.OpenRead(Path.Combine(AppContext.BaseDirectory, "Stored", "version-0.1.db.gz")), CompressionMode.Decompress))
        await using (var file = File.Create(path)) await packed.CopyToAsync(file);
        var options = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(options, path);
        var databases = new PooledDbContextFactory<PhonarisDb>((DbContextOptions<PhonarisDb>)options.Options);
        await DatabaseFile.PrepareAsync(databases, path, _database.PathOf("files"), new(_database.PathOf("backups"), path, TimeProvider.System));
        var stored = (await new ShowStore(databases, TimeProvider.System).FindAsync("moth-night", default))!;
        Assert.Equal((15, 12), (stored.Show.Validated().Slides.Count, stored.Show.Sounds.Count));
        Assert.Equal("Before the upgrade", Assert.Single(await new VersionStore(databases, TimeProvider.System).ListAsync("moth-night", default)).Name);
    }

    [Fact]
    public async Task Clearances_stored_as_text_still_count()
    {
        var json = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "Stored", "format-3.json"));
        var rights = StoredJson.Read<Show>(json, 3).Validated().Sounds.Select(s => s.Rights).ToList();
        Assert.Equal([new("758-3", Destination.Web), null, null, null], rights.Select(r => r.Clearance));
        Assert.Equal([null, "long-road", "hill-rain", null], rights.Select(r => r.CataloguePiece));
        Assert.Equal(("", "catalogue piece long-road"), (rights[1].Proof, rights[1].Source));
        // In the history, too.
        const string edit = """{"kind":"setRights","soundId":"a","rights":{"title":"","author":"","source":"","licence":"","credit":"","proof":"Clearance desk no. 9, inside the organisation"}}""";
        Assert.Equal(new("9", Destination.Inside), Assert.IsType<SetRights>(StoredJson.Read<Edit>(edit, 3)).Rights.Clearance);
    }

    [Fact]
    public async Task Findings_ignored_under_an_old_name_stay_ignored()
    {
        var json = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "Stored", "format-4.json"));
        Assert.Equal(["off-target cue-1 -28 -16", "unused-sound sound-0"], StoredJson.Read<Show>(json, 4).Validated().IgnoredFindings);
        // In the history, too, and in an edit of several.
        const string edit = """{"kind":"several","edits":[{"kind":"leaveSo","finding":"unused-sound sound-0","left":true}],"what":"x"}""";
        Assert.Equal(new IgnoreFinding("unused-sound sound-0", true), Assert.IsType<Several>(StoredJson.Read<Edit>(edit, 4)).Edits.Single());
    }

    public void Dispose() => _database.Dispose();
}
