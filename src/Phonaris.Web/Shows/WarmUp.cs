using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Shows;

/// <summary>
/// At startup, runs an edit of a show in memory through the whole code path, so that everything is compiled and
/// the user's first edit is as fast as later ones.
/// </summary>
internal sealed class WarmUp(
    IDbContextFactory<PhonarisDb> real, SoundLibrary sounds, VideoPictures videos, IPages pages, Lazy<JobRunner> jobs, IOptions<JsonOptions> json, IOptions<AppOptions> asked, TimeProvider clock,
    ILogger<ShowChanges> log) : BackgroundService
{
    private const string Id = "warm-up";

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (!asked.Value.WarmUp) return;
        // User requests have priority.
        await Task.Yield();
        try
        {
            await EditAsync(stoppingToken);
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
        }
        catch (Exception e)
        {
            log.LogWarning(e, "Warm-up failed, so the first edit may be slower");
        }
    }

    private async Task EditAsync(CancellationToken cancel)
    {
        await using var connection = new SqliteConnection("Data Source=:memory:");
        await connection.OpenAsync(cancel);
        var databases = new InMemory(real, connection);
        await using (var db = databases.CreateDbContext()) await db.Database.EnsureCreatedAsync(cancel);
        var store = new ShowStore(databases, clock);
        var timed = new TimedShows(sounds);
        var views = new ShowViews(sounds, timed, json);
        var changes = new ShowChanges(store, pages, sounds, videos, views, timed, new(sounds, timed), jobs, log);
        var options = json.Value.SerializerOptions;
        var show = Show.Empty("Warm-up").Apply(new AddCard("slide", CardKind.Title, 0)).Show;
        // Its file does not exist, so it is silent.
        var sound = Sound.BroughtIn("sound", new('0', 64), "Sound.wav", new(48_000, 48_000, 2, null, null, null, null, 0, 0, 0, 0, false), Rights.Unknown, SoundKind.Bed);
        show = show with { Sounds = [sound] };
        show = show with { Cues = [CueDefaults.For(show, sound, "slide", "cue")] };
        await views.AnswerAsync(await store.AddAsync(Id, show, cancel), cancel);
        // As a page sends it, and as it is answered.
        var sent = JsonSerializer.Serialize(new MadeEdit(1, new SetHolds([new("slide", 5_000)]), NewId.Next()), options);
        var stored = await changes.ApplyAsync(Id, JsonSerializer.Deserialize<MadeEdit>(sent, options)!, cancel);
        JsonSerializer.SerializeToUtf8Bytes(await changes.EditedAsync(stored), options);
        await changes.UndoAsync(Id, null, cancel);
    }

    /// <summary>Contexts of the app's own type on another database, so that their compiled model is shared.</summary>
    private sealed class InMemory(IDbContextFactory<PhonarisDb> real, SqliteConnection connection) : IDbContextFactory<PhonarisDb>
    {
        public PhonarisDb CreateDbContext()
        {
            var db = real.CreateDbContext();
            db.Database.SetDbConnection(connection);
            return db;
        }
    }
}
