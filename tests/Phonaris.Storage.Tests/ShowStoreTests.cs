using Microsoft.EntityFrameworkCore;
using Phonaris.Core;
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
        await Store().ApplyAsync("x", 1, new RenameShow("Second"), default);
        var third = await Store().ApplyAsync("x", 2, new RenameShow("Third"), default);
        Assert.Equal((3, "Renamed the show to “Third”", null), (third.Revision, third.Undo, third.Redo));

        // A new store each time has nothing in memory: all comes from the file.
        var undone = await Store().UndoAsync("x", default);
        Assert.Equal(("Second", "Renamed the show to “Third”"), (undone.Show.Title, undone.Redo));
        Assert.Equal("First", (await Store().UndoAsync("x", default)).Show.Title);
        await Assert.ThrowsAsync<RuleException>(() => Store().UndoAsync("x", default));
        Assert.Equal("Second", (await Store().RedoAsync("x", default)).Show.Title);
        await Store().ApplyAsync("x", null, new RenameShow("Other"), default);
        await Assert.ThrowsAsync<RuleException>(() => Store().RedoAsync("x", default));
        Assert.Equal("Other", (await Store().FindAsync("x", default))!.Show.Title);
    }

    [Fact]
    public async Task Edits_on_an_old_revision_merge_unless_they_touch_the_same()
    {
        var store = Store();
        var show = Show.Empty("Two pages") with { Slides = [Slide("a"), Slide("b")] };
        await store.AddAsync("x", show, default);
        await store.ApplyAsync("x", 1, new SetHolds([new("a", 5000)]), default);
        var merged = await store.ApplyAsync("x", 1, new SetHolds([new("b", 6000)]), default);
        Assert.Equal([5000, 6000], merged.Show.Slides.Select(s => s.HoldMs));
        var clash = await Assert.ThrowsAsync<StaleEditException>(() => store.ApplyAsync("x", 1, new SetHolds([new("a", 7000)]), default));
        Assert.Contains("“Slide a”: hold 4.0 s → 5.0 s", clash.Message);
        Assert.Equal(5000, (await store.FindAsync("x", default))!.Show.Slides[0].HoldMs);
    }

    [Fact]
    public async Task A_hundred_edits_at_once_are_all_kept()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("Busy"), default);
        await Task.WhenAll(Enumerable.Range(0, 100).Select(i => store.ApplyAsync("x", null, new AddSlides([Slide($"s{i}")], i), default)));
        var kept = (await Store().FindAsync("x", default))!;
        Assert.Equal((101, 100), (kept.Revision, kept.Show.Slides.Select(s => s.Id).Distinct().Count()));
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
