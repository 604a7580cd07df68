using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage.Tests;

public sealed class ShowStoreTests : IAsyncLifetime, IDbContextFactory<PhonarisDb>
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-store");

    [Fact]
    public async Task Edits_undo_and_redo_go_on_after_a_restart()
    {
        await Store().AddAsync("x", Show.Empty("First"), default);
        await Store().ApplyAsync("x", new MadeEdit(1, new RenameShow("Second")), default);
        var third = await Store().ApplyAsync("x", new MadeEdit(2, new RenameShow("Third")), default);
        Assert.Equal((3, "Renamed the show to “Third”", null), (third.Revision, third.Undo, third.Redo));

        // A new store each time has nothing in memory: all comes from the file.
        var undone = await Store().UndoAsync("x", null, default);
        Assert.Equal(("Second", "Renamed the show to “Third”"), (undone.Show.Title, undone.Redo));
        Assert.Equal("First", (await Store().UndoAsync("x", null, default)).Show.Title);
        await Assert.ThrowsAsync<RuleException>(() => Store().UndoAsync("x", null, default));
        Assert.Equal("Second", (await Store().RedoAsync("x", null, default)).Show.Title);
        await Store().ApplyAsync("x", _ => new RenameShow("Other"), default);
        await Assert.ThrowsAsync<RuleException>(() => Store().RedoAsync("x", null, default));
        Assert.Equal("Other", (await Store().FindAsync("x", default))!.Show.Title);
    }

    [Fact]
    public void The_migrations_make_the_database_of_the_model()
    {
        using var db = CreateDbContext();
        Assert.False(db.Database.HasPendingModelChanges());
    }

    [Fact]
    public async Task Edits_on_an_old_revision_merge_unless_they_touch_the_same()
    {
        var store = Store();
        var show = Show.Empty("Two pages") with { Slides = [Slide("a"), Slide("b")] };
        await store.AddAsync("x", show, default);
        await store.ApplyAsync("x", new MadeEdit(1, new SetHolds([new("a", 5000)])), default);
        var merged = await store.ApplyAsync("x", new MadeEdit(1, new SetHolds([new("b", 6000)])), default);
        Assert.Equal([5000, 6000], merged.Show.Slides.Select(s => s.HoldMs));
        var clash = await Assert.ThrowsAsync<StaleEditException>(() => store.ApplyAsync("x", new MadeEdit(1, new SetHolds([new("a", 7000)])), default));
        Assert.Contains("“Slide a”: hold 4.0 s → 5.0 s", clash.Message);
        Assert.Equal(5000, (await store.FindAsync("x", default))!.Show.Slides[0].HoldMs);
    }

    [Fact]
    public async Task What_a_page_did_itself_since_does_not_collide_and_what_another_did_does()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("Two pages") with { Slides = [Slide("a")] }, default);
        await store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Mine"), "me"), default);
        await store.UndoAsync("x", "me", default);
        Assert.Equal("Mine again", (await store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Mine again"), "me"), default)).Show.Slides[0].Notes);
        await Assert.ThrowsAsync<StaleEditException>(() => store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Yours"), "you"), default));
        Assert.Contains("not come that far", (await Assert.ThrowsAsync<RuleException>(() => store.ApplyAsync("x", new MadeEdit(99, new SetNotes("a", ""), "me"), default))).Message);
        // Nothing to change is no revision.
        Assert.Equal(4, (await store.ApplyAsync("x", _ => null, default)).Revision);
    }

    [Fact]
    public async Task What_no_show_can_be_is_kept_by_no_door()
    {
        var store = Store();
        var show = Show.Empty("Sound") with { Slides = [Slide("a"), Slide("b")] };
        await store.AddAsync("x", show, default);
        foreach (var (edit, says) in (IEnumerable<(Edit, string)>)
        [
            (new AddSlides([Slide("c"), Slide("c")], 0), "named “c”"), (new AddSlides([Slide("c/../d")], 0), "letters, digits"),
            (new AddSlides([Slide("c") with { Picture = Slide("c").Picture with { Media = "../../../etc/passwd" } }], 0), "SHA-256"),
            (new AddSound(new("s", "S", SoundKind.Bed, "../../../etc/passwd", "s.wav", new(9, 1, 1, null, null, null, null, 0, 0, 0, 0, false), Rights.Unknown, []), 0), "SHA-256"),
            (new GoBack(show with { Slides = [Slide("a"), Slide("a")] }, "Old"), "named “a”"),
        ])
            Assert.Contains(says, (await Assert.ThrowsAsync<RuleException>(() => store.ApplyAsync("x", new MadeEdit(1, edit), default))).Message);
        await Assert.ThrowsAsync<RuleException>(() => store.AddAsync("y", show with { Sections = [new("s", "S", "gone", false)] }, default));
        Assert.Equal(1, (await Store().FindAsync("x", default))!.Revision);
    }

    [Fact]
    public async Task A_hundred_edits_at_once_are_all_kept()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("Busy"), default);
        await Task.WhenAll(Enumerable.Range(0, 100).Select(i => store.ApplyAsync("x", _ => new AddSlides([Slide($"s{i}")], i), default)));
        var kept = (await Store().FindAsync("x", default))!;
        Assert.Equal((101, 100), (kept.Revision, kept.Show.Slides.Select(s => s.Id).Distinct().Count()));
    }

    /// <summary>An example of each format that was ever kept, in a database of its time.</summary>
    [Theory]
    [InlineData(1, "Runs")]
    public async Task What_was_kept_long_ago_is_read_and_the_database_of_then_is_kept_beside(int format, string migration)
    {
        var json = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "Stored", $"format-{format}.json"));
        var path = Path.Combine(_folder.FullName, "old.db");
        var options = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(options, path);
        var databases = new PooledDbContextFactory<PhonarisDb>((DbContextOptions<PhonarisDb>)options.Options);
        await using (var db = await databases.CreateDbContextAsync())
        {
            await db.GetService<IMigrator>().MigrateAsync(migration);
            await db.Database.ExecuteSqlAsync($"INSERT INTO Shows (Id, Title, Revision, Applied, Json, ChangedAt) VALUES ('old', 'Old', 1, 0, {json}, '2026-01-01')");
        }
        await DatabaseFile.PrepareAsync(databases, path, _folder.FullName);
        var show = (await new ShowStore(databases, TimeProvider.System).FindAsync("old", default))!.Show;
        var fit = show.Validated().Cues[0].Fit!;
        Assert.Equal((null, 0, 1), (fit.EndFrame, fit.Forbidden.Count, fit.Kept.Count));
        var copy = Assert.Single(Directory.GetFiles(_folder.FullName, "old.db.before-*"));
        var then = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(then, copy);
        await using var before = new PhonarisDb((DbContextOptions<PhonarisDb>)then.Options);
        Assert.EndsWith(migration, (await before.Database.GetAppliedMigrationsAsync()).Last());
    }

    [Fact]
    public async Task Files_are_kept_by_content_and_never_by_halves()
    {
        var files = new FileStore(Path.Combine(_folder.FullName, "files"));
        var first = await files.PutAsync(new MemoryStream([1, 2, 3]), 3, () => new("Too large."), default);
        Assert.Equal(first, await files.PutAsync(new MemoryStream([1, 2, 3]), 3, () => new("Too large."), default));
        await Assert.ThrowsAsync<RuleException>(() => files.PutAsync(new MemoryStream(new byte[5_000_000]), 4_999_999, () => new("Too large."), default));
        Assert.Equal([files.PathOf(first)], Directory.GetFiles(_folder.FullName + "/files", "*", SearchOption.AllDirectories));
        Assert.Throws<ArgumentException>(() => files.PathOf("../../etc/passwd"));
    }

    public async ValueTask InitializeAsync()
    {
        await using var db = CreateDbContext();
        await db.Database.MigrateAsync();
    }

    public ValueTask DisposeAsync()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        _folder.Delete(recursive: true);
        return ValueTask.CompletedTask;
    }

    public PhonarisDb CreateDbContext()
    {
        var options = new DbContextOptionsBuilder<PhonarisDb>();
        PhonarisDb.Use(options, Path.Combine(_folder.FullName, "test.db"));
        return new(options.Options);
    }

    private ShowStore Store() => new(this, TimeProvider.System);

    private static Slide Slide(string id) =>
        new(id, $"Slide {id}", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), 4000, Transition.Cut, false, Step.Whole(id));
}
