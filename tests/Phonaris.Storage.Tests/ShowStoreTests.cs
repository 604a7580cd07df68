using Microsoft.EntityFrameworkCore;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage.Tests;

public sealed class ShowStoreTests : IDisposable
{
    private readonly TestDatabase _database = new();

    [Fact]
    public async Task Edits_undo_and_redo_survive_a_restart()
    {
        await Store().AddAsync("x", Show.Empty("First"), default);
        await Store().ApplyAsync("x", new MadeEdit(1, new RenameShow("Second")), default);
        var third = await Store().ApplyAsync("x", new MadeEdit(2, new RenameShow("Third")), default);
        Assert.Equal((3, "Renamed the show to “Third”", null), (third.Revision, third.Undo, third.Redo));

        // A new store each time has nothing in memory: everything comes from the file.
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
    public async Task Edits_on_an_old_revision_merge_unless_they_conflict()
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
    public async Task Only_edits_of_others_conflict()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("Two pages") with { Slides = [Slide("a")] }, default);
        await store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Mine"), "me"), default);
        await store.UndoAsync("x", "me", default);
        Assert.Equal("Mine again", (await store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Mine again"), "me"), default)).Show.Slides[0].Notes);
        await Assert.ThrowsAsync<StaleEditException>(() => store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Yours"), "you"), default));
        Assert.Contains("out of date", (await Assert.ThrowsAsync<RuleException>(() => store.ApplyAsync("x", new MadeEdit(99, new SetNotes("a", ""), "me"), default))).Message);
        // An edit without effect makes no revision.
        Assert.Equal(4, (await store.ApplyAsync("x", _ => null, default)).Revision);
    }

    [Fact]
    public async Task A_repeated_request_is_applied_once()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("First"), default);
        var made = new MadeEdit(1, new RenameShow("Second"), "me");
        await store.ApplyAsync("x", made, default, "edit");
        await store.ApplyAsync("x", new MadeEdit(2, new RenameShow("Third"), "me"), default, "another");
        // Also by a server that was restarted in the meantime.
        foreach (var again in new[] { store, Store() })
        {
            var answer = await again.ApplyAsync("x", made, default, "edit");
            Assert.Equal((3, "Third"), (answer.Revision, answer.Show.Title));
        }
        for (var sent = 0; sent < 2; sent++) Assert.Equal("Second", (await store.UndoAsync("x", "me", default, seen: 3, "undo")).Show.Title);
        for (var sent = 0; sent < 2; sent++) Assert.Equal("Third", (await store.RedoAsync("x", "me", default, seen: 4, "redo")).Show.Title);
        // Keys are per show.
        await store.AddAsync("y", Show.Empty("Other"), default);
        Assert.Equal("Second", (await store.ApplyAsync("y", made, default, "edit")).Show.Title);
        await Assert.ThrowsAsync<RuleException>(() => store.ApplyAsync("x", made, default, new('k', 101)));
    }

    [Fact]
    public async Task Undo_reverts_what_the_user_saw_and_not_later_edits_of_others()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("Two pages") with { Slides = [Slide("a"), Slide("b")] }, default);
        await store.ApplyAsync("x", new MadeEdit(1, new SetNotes("a", "Mine"), "me"), default);
        await store.ApplyAsync("x", new MadeEdit(2, new SetNotes("b", "Yours"), "you"), default);
        var refused = await Assert.ThrowsAsync<StaleEditException>(() => store.UndoAsync("x", "me", default, seen: 2));
        Assert.Contains("Press Undo again", refused.Message);
        Assert.Equal(["Mine", "Yours"], (await store.FindAsync("x", default))!.Show.Slides.Select(s => s.Notes));
        // After seeing it, an edit is allowed; and a user's own edits are never a conflict.
        Assert.Equal(["Mine", ""], (await store.UndoAsync("x", "me", default, seen: 3)).Show.Slides.Select(s => s.Notes));
        Assert.Equal(["", ""], (await store.UndoAsync("x", "me", default, seen: 3)).Show.Slides.Select(s => s.Notes));
        await Assert.ThrowsAsync<StaleEditException>(() => store.RedoAsync("x", "you", default, seen: 3));
        Assert.Equal("Mine", (await store.RedoAsync("x", "me", default, seen: 3)).Show.Slides[0].Notes);
        // Of a long history the last entries are returned, in order.
        Assert.Equal([(1, true), (2, false)], (await store.HistoryAsync("x", 10, default)).Select(l => (l.Position, l.Applied)));
        Assert.Equal([2], (await store.HistoryAsync("x", 1, default)).Select(l => l.Position));
    }

    [Fact]
    public async Task Invalid_shows_are_never_stored()
    {
        var store = Store();
        var show = Show.Empty("Sound") with { Slides = [Slide("a"), Slide("b")] };
        await store.AddAsync("x", show, default);
        foreach (var (edit, says) in (IEnumerable<(Edit, string)>)
        [
            (new AddSlides([Slide("c"), Slide("c")], 0), "id “c”"), (new AddSlides([Slide("c/../d")], 0), "letters, digits"),
            (new AddSlides([Slide("c") with { Picture = Slide("c").Picture with { Media = "../../../etc/passwd" } }], 0), "SHA-256"),
            (new AddSound(new("s", "S", SoundKind.Bed, "../../../etc/passwd", "s.wav", new(9, 1, 1, null, null, null, null, 0, 0, 0, 0, false), Rights.Unknown, []), 0), "SHA-256"),
            (new GoBack(show with { Slides = [Slide("a"), Slide("a")] }, "Old"), "id “a”"),
        ])
            Assert.Contains(says, (await Assert.ThrowsAsync<RuleException>(() => store.ApplyAsync("x", new MadeEdit(1, edit), default))).Message);
        await Assert.ThrowsAsync<RuleException>(() => store.AddAsync("y", show with { Sections = [new("s", "S", "gone", false)] }, default));
        Assert.Equal(1, (await Store().FindAsync("x", default))!.Revision);
    }

    [Fact]
    public async Task A_hundred_concurrent_edits_are_all_stored()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("Busy"), default);
        await Task.WhenAll(Enumerable.Range(0, 100).Select(i => store.ApplyAsync("x", _ => new AddSlides([Slide($"s{i}")], i), default)));
        var kept = (await Store().FindAsync("x", default))!;
        Assert.Equal((101, 100), (kept.Revision, kept.Show.Slides.Select(s => s.Id).Distinct().Count()));
    }

    [Fact]
    public async Task Restoring_a_version_is_one_atomic_revision()
    {
        var store = Store();
        await store.AddAsync("x", Show.Empty("0"), default);
        for (var n = 1; n <= 50; n++) await store.ApplyAsync("x", _ => new RenameShow($"{n}"), default);
        var back = await store.WindAsync("x", 3, default);
        Assert.Equal((52, "3", "Renamed the show to “3”"), (back.Revision, back.Show.Title, back.Undo));
        Assert.Equal((53, "40"), await store.WindAsync("x", 40, default) is var forth ? (forth.Revision, forth.Show.Title) : default);
        Assert.Equal("0", (await Store().WindAsync("x", 0, default)).Show.Title);
        await Assert.ThrowsAsync<RuleException>(() => store.WindAsync("x", 51, default));
        await Assert.ThrowsAsync<RuleException>(() => store.WindAsync("x", -1, default));

        // An edit in the middle that cannot be read: nothing is half undone.
        await store.WindAsync("x", 50, default);
        await using (var db = _database.CreateDbContext()) await db.Edits.Where(e => e.Position == 20).ExecuteUpdateAsync(set => set.SetProperty(e => e.Inverse, "{"));
        await Assert.ThrowsAsync<RuleException>(() => Store().WindAsync("x", 0, default));
        Assert.Equal((55, "50"), (await Store().FindAsync("x", default)) is { } kept ? (kept.Revision, kept.Show.Title) : default);
    }

    [Fact]
    public async Task Slow_consequences_do_not_block_other_shows()
    {
        var (slow, other) = (new Consequences(), Store());
        var store = Store(slow);
        await store.AddAsync("x", Show.Empty("Slow") with { Slides = [Slide("a")] }, default);
        await store.AddAsync("y", Show.Empty("Other"), default);
        // Written by another connection while they are computed: within a transaction it would have to wait.
        slow.WorkOut = _ =>
        {
            Task.Run(() => other.ApplyAsync("y", _ => new RenameShow("Written"), default)).Wait(TimeSpan.FromSeconds(5));
            return [new SetNotes("a", "Follows")];
        };
        var after = await store.ApplyAsync("x", new MadeEdit(1, new SetHolds([new("a", 5000)])), default);
        Assert.Equal(("Follows", "Written"), (after.Show.Slides[0].Notes, (await Store().FindAsync("y", default))!.Show.Title));
        Assert.Equal("", (await store.UndoAsync("x", null, default)).Show.Slides[0].Notes);
    }

    [Fact]
    public async Task Late_consequences_join_the_last_edit()
    {
        var late = new Consequences();
        var store = Store(late);
        await store.AddAsync("x", Show.Empty("Late") with { Slides = [Slide("a")] }, default);
        await store.ApplyAsync("x", new MadeEdit(1, new SetHolds([new("a", 5000)])), default);
        late.WorkOut = show => show.Slides[0].Notes == "Late" ? [] : [new SetNotes("a", "Late")];
        var followed = await store.FollowUpAsync("x", default);
        Assert.Equal((3, "Late", 1), (followed.Revision, followed.Show.Slides[0].Notes, (await store.HistoryAsync("x", 10, default)).Count));
        Assert.Equal(3, (await store.FollowUpAsync("x", default)).Revision);
        var undone = (await Store().UndoAsync("x", null, default)).Show.Slides[0];
        Assert.Equal((4000, ""), (undone.HoldMs, undone.Notes));
        Assert.Equal("Late", (await Store().RedoAsync("x", null, default)).Show.Slides[0].Notes);
    }

    [Fact]
    public async Task A_deleted_show_cannot_be_opened_and_a_restored_one_is_kept()
    {
        var clock = new Clock();
        var store = new ShowStore(_database, clock);
        await store.AddAsync("x", Show.Empty("Put aside"), default);
        // Edits and the deletion concurrently: whichever comes last, nothing of the show is found afterwards.
        await Task.WhenAll([.. Enumerable.Range(0, 20).Select(async n =>
        {
            try
            {
                await store.ApplyAsync("x", _ => new RenameShow($"Name {n}"), default);
            }
            catch (RuleException)
            {
            }
        }), store.DeleteAsync("x", default)]);
        Assert.Null(await store.FindAsync("x", default));
        clock.Now += ShowStore.TrashPeriod + TimeSpan.FromDays(1);
        await store.FetchBackAsync("x", default);
        Assert.Empty(await store.RemoveAsync(null, default));
        Assert.NotNull(await store.FindAsync("x", default));
    }

    [Fact]
    public async Task The_longer_log_of_a_run_is_kept()
    {
        await Store().AddAsync("x", Show.Empty("Run"), default);
        var runs = new RunStore(_database);
        await Task.WhenAll(Enumerable.Range(0, 12).Select(n => runs.KeepAsync("r", "x", "live", DateTime.UnixEpoch, Log(n * 5 % 12), default)));
        Assert.Equal(11, (await runs.FindAsync("x", "r", default))!.Value.Log.Lines.Count);
        Assert.Single(await runs.ListAsync("x", default));

        static RunLog Log(int lines) => new([], [.. Enumerable.Range(0, lines).Select(n => new RunLine(n, "a", "On"))]);
    }

    [Fact]
    public async Task Recent_shows_are_cached_and_deleted_ones_free_disk_space()
    {
        var store = Store();
        for (var n = 0; n < 20; n++) await store.AddAsync($"s{n}", Show.Empty($"Show {n}"), default);
        var last = await store.FindAsync("s19", default);
        var first = await store.FindAsync("s0", default);
        Assert.Equal(20, (await store.ListAsync(default)).Count);
        // Listing shows caches none of them, and shows used long ago are removed from the cache.
        Assert.Same(last, await store.FindAsync("s19", default));
        for (var n = 1; n < 15; n++) await store.FindAsync($"s{n}", default);
        Assert.NotSame(first, await store.FindAsync("s0", default));

        await using var db = _database.CreateDbContext();
        await db.Database.ExecuteSqlAsync($"UPDATE Shows SET Json = {new string('x', 30_000_000)} WHERE Id = 's0'");
        await db.Database.ExecuteSqlAsync($"DELETE FROM Shows WHERE Id = 's0'");
        await DatabaseFile.CompactAsync(_database, default);
        await db.Database.ExecuteSqlAsync($"PRAGMA wal_checkpoint(TRUNCATE)");
        Assert.InRange(new FileInfo(_database.PathOf("test.db")).Length, 1, 5_000_000);
    }

    [Fact]
    public async Task A_busy_database_is_retried()
    {
        await Store().AddAsync("x", Show.Empty("Busy"), default);
        await using var db = _database.CreateDbContext();
        var transaction = await db.Database.BeginTransactionAsync(TestContext.Current.CancellationToken);
        await using var impatient = new PhonarisDb((DbContextOptions<PhonarisDb>)PhonarisDb.Use(new DbContextOptionsBuilder<PhonarisDb>(), _database.PathOf("test.db"), busySeconds: 1).Options);
        var written = Task.Run(() => impatient.Shows.ExecuteUpdateAsync(set => set.SetProperty(s => s.Title, "Written")), TestContext.Current.CancellationToken);
        await Task.Delay(1500, TestContext.Current.CancellationToken);
        await transaction.DisposeAsync();
        Assert.Equal(1, await written);
    }

    [Fact]
    public async Task File_uses_are_recorded_and_deleted_with_their_user()
    {
        var (uses, store, jobs) = (new FileUses(_database), Store(), new JobStore(_database));
        var (first, second, third) = (new string('1', 64), new string('2', 64), new string('3', 64));
        await uses.AddAsync(new(FileUserKind.Upload, "up"), [first], default);
        await store.AddAsync("x", Show.Empty("X") with { Slides = [Slide("a")] }, default, Job("job", "x", [third]));
        await store.ApplyAsync("x", _ => new AddSound(Sound(first), 0), default);
        // The show uses it: the row of the upload has gone.
        Assert.Empty(await uses.HashesAsync(FileUserKind.Upload, default));
        await store.UndoAsync("x", null, default);
        await store.ApplyAsync("x", _ => new AddSound(Sound(second), 0), default);
        // What was undone can no longer be redone, but stays stored as long as the show.
        Assert.Equal([new string('0', 64), first, second], (await uses.HashesAsync(FileUserKind.Show, default)).Order());
        await using (await ImportAsync(uses, second)) Assert.Equal([second], await uses.HashesAsync(FileUserKind.Import, default));
        Assert.Empty(await uses.HashesAsync(FileUserKind.Import, default));
        Assert.Equal(0, await uses.TryDeleteAsync(second, () => 5, default));
        Assert.Equal(5, await uses.TryDeleteAsync(new string('9', 64), () => 5, default));

        Assert.Equal([third], await uses.HashesAsync(FileUserKind.Job, default));
        await jobs.EndAsync("job", JobState.Done, 1, null, null);
        Assert.Empty(await uses.HashesAsync(FileUserKind.Job, default));

        await store.DeleteAsync("x", default);
        Assert.Equal(3, (await uses.HashesAsync(null, default)).Count);
        Assert.Equal([new string('0', 64), first, second], (await store.RemoveAsync("x", default)).Order());
        Assert.Empty(await uses.HashesAsync(null, default));
    }

    [Fact]
    public async Task Duplicate_jobs_are_merged_and_lists_omit_inputs()
    {
        var jobs = new JobStore(_database);
        await Store().AddAsync("x", Show.Empty("X"), default);
        var first = await jobs.AddAsync(Job("a", "x", subject: "video"), default);
        Assert.Equal("a", (await jobs.AddAsync(Job("b", "x", subject: "video"), default)).Id);
        Assert.Equal("c", (await jobs.AddAsync(Job("c", "x"), default)).Id);
        Assert.Equal(["", ""], (await jobs.ListAsync("x", "export", default)).Select(j => j.Input));
        Assert.Equal("{}", (await jobs.UnfinishedAsync(default))[0].Input);
        Assert.Equal(0, await jobs.BeginAsync(first.Id));
        await jobs.EndAsync(first.Id, JobState.Failed, 0, "No.", null);
        Assert.Null(await jobs.BeginAsync(first.Id));
        Assert.True(await jobs.HasFailedAsync("x", "export", "video", default));
        Assert.Equal("b", (await jobs.AddAsync(Job("b", "x", subject: "video"), default)).Id);
        Assert.False(await jobs.HasFailedAsync("x", "export", "video", default));
    }

    [Fact]
    public async Task Files_are_stored_by_content_and_completely()
    {
        var files = new FileStore(Path.Combine(_database.Folder, "files"));
        var first = await files.PutAsync(new MemoryStream([1, 2, 3]), 3, () => new("Too large."), default);
        Assert.Equal(first, await files.PutAsync(new MemoryStream([1, 2, 3]), 3, () => new("Too large."), default));
        await Assert.ThrowsAsync<RuleException>(() => files.PutAsync(new MemoryStream(new byte[5_000_000]), 4_999_999, () => new("Too large."), default));
        Assert.Equal([files.PathOf(first)], Directory.GetFiles(_database.Folder + "/files", "*", SearchOption.AllDirectories));
        Assert.Throws<ArgumentException>(() => files.PathOf("../../etc/passwd"));
    }

    public void Dispose() => _database.Dispose();

    private ShowStore Store(IConsequences? consequences = null) => new(_database, TimeProvider.System, consequences);

    private static Slide Slide(string id) =>
        new(id, $"Slide {id}", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), 4000, Transition.Cut, false, Step.Whole(id));

    private static Sound Sound(string media) => new("s" + media[0], "S", SoundKind.Bed, media, "s.wav", new(9, 1, 1, null, null, null, null, 0, 0, 0, 0, false), Rights.Unknown, []);

    private static JobRow Job(string id, string show, string[]? files = null, string? subject = null) =>
        new() { Id = id, ShowId = show, Kind = "export", Name = "E", Input = "{}", Subject = subject, Files = files ?? [], CreatedAt = DateTime.UtcNow };

    private static async Task<FileImport> ImportAsync(FileUses uses, string hash)
    {
        var import = new FileImport(uses);
        await import.ClaimAsync(hash);
        return import;
    }

    private sealed class Consequences : IConsequences
    {
        public Func<Show, ValueList<Edit>> WorkOut { get; set; } = _ => [];

        public ValueList<Edit> Of(Show after) => WorkOut(after);
    }
}
