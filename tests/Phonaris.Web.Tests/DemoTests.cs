using System.Net.Http.Json;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Formats;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Checking;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>The demo show as committed and installed.</summary>
public sealed class DemoTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-demo");

    [Fact]
    public async Task A_deleted_or_damaged_demo_never_stops_a_start()
    {
        var demo = Path.Combine(_folder.FullName, "small");
        foreach (var folder in new[] { "slides", "sounds", "videos" }) Directory.CreateDirectory(Path.Combine(demo, folder));
        await using (var file = File.Create(Path.Combine(demo, "show.json"))) await ShowPackage.WriteShowAsync(Show.Empty("Small"), file, default);
        Assert.Equal("Small", (await StartedAsync(demo, h => h.DeleteAsync("/api/shows/moth-night")))[0].Title);
        // In the trash, restored, damaged, and without a folder: the app starts, and other shows can be edited.
        Assert.Empty(await StartedAsync(demo, h => h.PostAsync("/api/trash/moth-night/restore", null)));
        Assert.Single(await StartedAsync(demo));
        using (var db = new SqliteConnection($"Data Source={Path.Combine(_folder.FullName, "data", "phonaris.db")};Pooling=false"))
        {
            db.Open();
            using var command = db.CreateCommand();
            command.CommandText = "UPDATE Shows SET Json = '{'";
            command.ExecuteNonQuery();
        }
        Assert.NotNull((await StartedAsync(demo))[0].Problem);
        Assert.Single(await StartedAsync(Path.Combine(_folder.FullName, "nowhere")));

        async Task<List<ShowCard>> StartedAsync(string demo, Func<HttpClient, Task>? then = null)
        {
            using var factory = new WebApplicationFactory<Program>().WithWebHostBuilder(host => host
                .UseSetting("Phonaris:Data", Path.Combine(_folder.FullName, "data")).UseSetting("Phonaris:Key", "off").UseSetting("Phonaris:Open", "off").UseSetting("Phonaris:Demo", demo).UseSetting("Phonaris:Readers", "0").UseSetting("Phonaris:WarmUp", "false"));
            using var http = factory.CreateClient();
            var shows = (await http.GetFromJsonAsync<List<ShowCard>>("/api/shows", App.Json))!;
            if (then is not null) await then(http);
            return shows;
        }
    }

    [Fact]
    public async Task The_demo_has_pictures_sound_and_findings()
    {
        var demo = Path.Combine(Root(), "demo");
        using var factory = new WebApplicationFactory<Program>().WithWebHostBuilder(host => host
            .UseSetting("Phonaris:Data", _folder.FullName).UseSetting("Phonaris:Key", "off").UseSetting("Phonaris:Open", "off")
            .UseSetting("Phonaris:Demo", demo));
        using var http = factory.CreateClient();
        var show = (await factory.Services.GetRequiredService<ShowStore>().FindAsync("moth-night", default))!.Show;
        Assert.Equal((15, 12), (show.Slides.Count, show.Sounds.Count));
        Assert.Equal([SoundKind.Bed, SoundKind.Voice, SoundKind.Spot, SoundKind.Video], show.Sounds.Select(s => s.Kind).Distinct());
        Assert.All(Directory.GetFiles(Path.Combine(demo, "sounds")).Concat(Directory.GetFiles(Path.Combine(demo, "videos"))), f => Assert.InRange(new FileInfo(f).Length, 1, 4_000_000));
        Assert.Equal("image/png", (await http.GetAsync($"/api/shows/moth-night/slides/{show.Slides[4].Id}/picture?width=320")).Content.Headers.ContentType!.MediaType);

        // The whole sound: never silent for long, near the target, and below the limit.
        var schedule = Schedule.Of(show);
        var sounds = factory.Services.GetRequiredService<SoundLibrary>();
        var (loudness, greatest, silentSeconds) = (new LoudnessMeter(), 0f, 0);
        var mixer = new Mixer(schedule, sounds.Open);
        var second = new float[96_000];
        for (long at = 0; at + 48_000 <= schedule.TotalFrames; at += 48_000)
        {
            mixer.Render(at, second);
            loudness.Add(second);
            greatest = Math.Max(greatest, TruePeak.Of(second));
            if (second.All(s => Math.Abs(s) < 1e-4)) silentSeconds++;
        }
        Assert.InRange(loudness.IntegratedLufs()!.Value, -26, -16);
        Assert.InRange(Gain.ToDecibels(greatest), -12, -0.99);
        Assert.InRange(silentSeconds, 0, 10);

        // It has findings to fix.
        var findings = (await http.GetFromJsonAsync<ChecksView>("/api/shows/moth-night/checks", App.Json))!.Findings;
        Assert.InRange(findings.Select(f => f.Found.Check).Distinct().Count(), 5, 12);
        Assert.Equal(["off-target cue-12 -28 -16"], findings.Where(f => f.Ignored).Select(f => f.Key));
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private static string Root()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(at.FullName, "Phonaris.slnx"))) at = at.Parent!;
        return at.FullName;
    }
}
