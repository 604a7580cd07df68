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
/// Goes once, when the app starts, through what an edit goes through, on a show in memory that nobody sees: so all of it is compiled by the time
/// a person makes their first, and that is as quick as the rest.
/// </summary>
internal sealed class WarmUp(
    IDbContextFactory<PhonarisDb> real, SoundLibrary sounds, VideoPictures videos, IPages pages, Lazy<JobRunner> jobs, IOptions<JsonOptions> json, IOptions<AppOptions> asked, TimeProvider clock,
    ILogger<ShowChanges> log) : BackgroundService
{
    private const string Id = "warm-up";

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (!asked.Value.WarmUp) return;
        // What is asked for first comes first.
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
        // Its file is not there: it is silent.
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

    /// <summary>Contexts of the app's own kind, so that what they are made of is the same, on another database.</summary>
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
