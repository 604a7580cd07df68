using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using Microsoft.Extensions.DependencyInjection;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Exports;
using Phonaris.Formats;
using Phonaris.Made;
using Phonaris.Storage;
using Phonaris.Web.Exports;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;
using SkiaSharp;

namespace Phonaris.Web.Tests;

/// <summary>What is kept when something is missing, damaged, stopped or deleted: each with its own app.</summary>
public sealed class KeepingTests : IDisposable
{
    private readonly App _app = new();

    [Fact]
    public async Task Without_derived_files_sounds_are_silent_and_edits_work()
    {
        var show = await _app.ShowAsync(2);
        var sound = await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=2"));
        var slide = (await _app.ViewAsync(show)).Show.Slides[0].Id;
        // The derived file of the sound is deleted, and replaced by a folder.
        var derived = _app.PathOf("data/derived");
        Directory.Delete(derived, recursive: true);
        await File.WriteAllTextAsync(derived, "");
        Assert.Contains("The disk may be failing", Assert.Single((await _app.ViewAsync(show)).SoundProblems).Value);
        var dropped = await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slide }));
        var pages = new[] { await _app.UploadAsync(PlainPicture.Write(_app.PathOf("p.png"), SKColors.Red), "deck") };
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck", new { files = pages, index = 0, fills = false }));
        File.Delete(derived);
        var view = await _app.ViewAsync(show);
        Assert.Equal((3, dropped.CueId), (view.Show.Slides.Count, view.Show.Cues.Single().Id));
    }

    [Fact]
    public async Task Derived_files_move_to_a_cache_folder_that_is_set()
    {
        var show = await _app.ShowAsync(1);
        await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=2"));
        var before = Names("data/derived");
        Directory.CreateDirectory(_app.PathOf("data/tool"));
        _app.Restart(("Phonaris:Cache", _app.PathOf("cache")));
        Assert.Empty((await _app.ViewAsync(show)).SoundProblems);
        Assert.Superset(before, Names("cache/derived"));
        Assert.False(Directory.Exists(_app.PathOf("data/derived")) || Directory.Exists(_app.PathOf("data/tool")));

        HashSet<string?> Names(string folder) => [.. Directory.GetFiles(_app.PathOf(folder), "*", SearchOption.AllDirectories).Select(Path.GetFileName)];
    }

    [Fact]
    public async Task Orphaned_exports_are_removed()
    {
        var show = await _app.ShowAsync(1);
        var job = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", new { format = "timesCsv", width = 320, height = 180, fps = 30 }));
        await _app.EndAsync(show, job.Id);
        var exported = Assert.Single(Directory.GetFiles(_app.PathOf("data/exports")));
        await File.WriteAllTextAsync(_app.PathOf("data/exports/0123456789abcdef.mp4"), "ended between its row and its file");
        await _app.Services.GetRequiredService<Housekeeping>().GiveBackAsync(null, default);
        Assert.Equal([exported], Directory.GetFiles(_app.PathOf("data/exports")));
    }

    [Fact]
    public async Task Opened_packages_leave_no_files()
    {
        var show = await _app.ShowAsync(2);
        var files = Directory.GetFiles(_app.PathOf("data/files"), "*", SearchOption.AllDirectories).Select(Path.GetFileName).Order().ToList();
        Assert.Equal((await _app.ViewAsync(show)).Show.Slides.Select(s => s.Picture.Media).Order(), files);
        // Its last picture does not match its name: the one before was already unpacked.
        var picture = PlainPicture.Write(_app.PathOf("good.png"), SKColors.Green);
        var hash = Convert.ToHexStringLower(SHA256.HashData(await File.ReadAllBytesAsync(picture)));
        File.Move(picture, _app.PathOf(hash));
        File.Copy(_app.PathOf(hash), _app.PathOf(new string('b', 64)));
        var slides = new[] { hash, new string('b', 64) }.Select((h, n) => new Slide($"s{n}", "Page", "", "", new(h, MediaTypes.Png, 1, 160, 90), 2000, Transition.Cut, false, Step.Whole($"s{n}")));
        await ShowPackage.WriteAsync(Show.Empty("Bad") with { Slides = [.. slides] }, _app.PathOf("bad.phonaris"), _app.PathOf, null, CancellationToken.None);
        var refused = await _app.Http.PostAsJsonAsync("/api/shows/open", await _app.UploadAsync(_app.PathOf("bad.phonaris"), "show"));
        Assert.Contains("has changed", await App.ProblemAsync(refused, HttpStatusCode.BadRequest));
        // The package stays for a day, to be opened again; its unpacked files do not.
        Assert.Equal(files.Count + 1, Directory.GetFiles(_app.PathOf("data/files"), "*", SearchOption.AllDirectories).Length);
    }

    [Fact]
    public async Task Removed_derived_files_are_made_again()
    {
        var show = await _app.ShowAsync(2);
        var sound = await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=8"));
        var slide = (await _app.ViewAsync(show)).Show.Slides[0].Id;
        var dropped = await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slide }));
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(dropped.Edited.Revision, new SetSpeed(dropped.CueId, 1.25)), App.Json));
        Assert.Contains(await HeardAsync(0), b => b != 0);
        foreach (var job in (await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json))!) await _app.EndAsync(show, job.Id);
        // As the hourly cleanup does on a full disk: each derived file is removed, and what memory holds of it.
        var derived = _app.Services.GetRequiredService<DerivedBound>();
        foreach (var file in Directory.GetFiles(_app.PathOf("data/derived"), "*", SearchOption.AllDirectories)) File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddDays(-1));
        // On a busy machine some may still be in use for a moment.
        var freed = 0L;
        for (var tries = 0; freed <= 1_000_000 && tries < 100; tries++)
        {
            if (tries > 0) await Task.Delay(200);
            freed += await derived.KeepAsync(0, default);
        }
        Assert.True(freed > 1_000_000);
        // This part was not computed before: the samples, and those at the cue's speed, are made again.
        Assert.Contains(await HeardAsync(1), b => b != 0);
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync($"/api/shows/{show}/sounds/{sound}/peaks?from=0&to=48000&columns=10")).StatusCode);
        // While a page has the show open they stay.
        _app.Services.GetRequiredService<OpenShows>().Open("page", show);
        foreach (var file in Directory.GetFiles(_app.PathOf("data/derived"), "*", SearchOption.AllDirectories)) File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddDays(-1));
        Assert.Equal(0, await derived.KeepAsync(0, default));

        async Task<byte[]> HeardAsync(int second) => await _app.Http.GetByteArrayAsync($"/api/shows/{show}/sound?from={second * 48_000}&to={(second + 1) * 48_000}");
    }

    [Fact]
    public async Task An_export_is_cancelled_and_resumed_after_a_restart()
    {
        var show = await _app.ShowAsync(3);
        await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=10", "-ac", "2"));
        var asked = new { format = "mp4", width = 320, height = 180, fps = 30 };
        var film = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", asked));
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, film.Id)).State);
        var report = await App.ReadAsync<ExportReport>(await _app.Http.GetAsync($"/api/jobs/{film.Id}/export"));
        Assert.Equal((ExportFormat.Mp4, 320, (await _app.ViewAsync(show)).Revision), (report.Asked.Format, report.Asked.Width, report.Revision));
        Assert.InRange(report.Bytes, 2_000, 1_000_000);
        var refused = await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", new { format = "wav", width = 320, height = 180, fps = 30, slides = "7-9" });
        Assert.Contains("outside the show", await refused.Content.ReadAsStringAsync());
        using var part = new HttpRequestMessage(HttpMethod.Get, $"/api/jobs/{film.Id}/file") { Headers = { Range = new(4, 7) } };
        var answer = await _app.Http.SendAsync(part);
        Assert.Equal((HttpStatusCode.PartialContent, "ftyp"), (answer.StatusCode, Encoding.ASCII.GetString(await answer.Content.ReadAsByteArrayAsync())));

        var large = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", asked with { width = 1920, height = 1080 }));
        _app.Restart();
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, large.Id)).State);

        var stopped = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/exports", asked with { width = 3840, height = 2160 }));
        await _app.Http.PostAsync($"/api/jobs/{stopped.Id}/cancel", null);
        Assert.Equal(JobState.Cancelled, (await _app.EndAsync(show, stopped.Id)).State);
        Assert.Empty(Directory.GetFiles(_app.PathOf("data"), "*.part", SearchOption.AllDirectories));
        Assert.Equal(2, Directory.GetFiles(_app.PathOf("data/exports")).Length);
    }

    [Fact]
    public async Task An_unreadable_show_is_listed_with_its_problem_and_can_be_downloaded()
    {
        var (good, bad) = (await _app.ShowAsync(1), await _app.ShowAsync(1));
        _app.Query($"UPDATE Shows SET Json = '{{\"title\":' WHERE Id = '{bad}'");
        _app.Restart();
        var cards = (await _app.Http.GetFromJsonAsync<List<ShowCard>>("/api/shows", App.Json))!;
        Assert.Null(cards.Single(c => c.Id == good).Problem);
        Assert.StartsWith("“A show” cannot be read. Its stored data is damaged.", cards.Single(c => c.Id == bad).Problem);
        Assert.Equal("""{"title":""", await _app.Http.GetStringAsync($"/api/shows/{bad}/written"));
        Assert.Contains("cannot be read", await App.ProblemAsync(await _app.Http.GetAsync($"/api/shows/{bad}"), HttpStatusCode.BadRequest));
    }

    [Fact]
    public async Task A_deleted_show_is_in_the_trash_and_frees_its_files_when_removed()
    {
        var (kept, gone) = (await _app.ShowAsync(1), await _app.ShowAsync(1));
        var shared = _app.Make("shared.wav", "-f", "lavfi", "-i", "sine=duration=1");
        foreach (var show in new[] { kept, gone }) await _app.SoundAsync(show, shared);
        await _app.SoundAsync(gone, _app.Make("own.wav", "-f", "lavfi", "-i", "sine=660:duration=1"));
        var files = Files().Count;
        await _app.Http.DeleteAsync($"/api/shows/{gone}");
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{gone}")).StatusCode);
        Assert.Equal(gone, Assert.Single((await _app.Http.GetFromJsonAsync<List<DeletedShow>>("/api/trash", App.Json))!).Id);
        _app.Restart();
        Assert.Equal(HttpStatusCode.NoContent, (await _app.Http.PostAsync($"/api/trash/{gone}/restore", null)).StatusCode);
        Assert.Equal(2, (await _app.ViewAsync(gone)).Show.Sounds.Count);
        await _app.Http.DeleteAsync($"/api/shows/{gone}");
        Assert.Equal(files, Files().Count);
        // Files used by the other show stay. It does not matter that they were uploaded minutes ago.
        Assert.True((await (await _app.Http.DeleteAsync($"/api/trash/{gone}")).Content.ReadFromJsonAsync<FreedSpace>(App.Json))!.Bytes > 90_000);
        Assert.Equal(files - 1, Files().Count);
        Assert.Single((await _app.ViewAsync(kept)).Show.Sounds);
        Assert.Empty((await _app.Http.GetFromJsonAsync<List<DeletedShow>>("/api/trash", App.Json))!);

        List<string> Files() => [.. Directory.GetFiles(_app.PathOf("data/files"), "*", SearchOption.AllDirectories)];
    }

    public void Dispose() => _app.Dispose();
}
