using System.Net;
using System.Net.Http.Json;
using System.Text;
using Phonaris.Exports;
using Phonaris.Made;
using Phonaris.Storage;
using Phonaris.Web.Exports;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;
using SkiaSharp;

namespace Phonaris.Web.Tests;

/// <summary>What is kept when something is missing, damaged, ended or thrown away: each with an app of its own.</summary>
public sealed class KeepingTests : IDisposable
{
    private readonly App _app = new();

    [Fact]
    public async Task What_is_kept_is_answered_as_kept_though_nothing_can_be_told_of_it()
    {
        var show = await _app.ShowAsync(2);
        var sound = await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=2"));
        var slide = (await _app.ViewAsync(show)).Show.Slides[0].Id;
        // What was made of the sound is gone, and its place is taken: no view can be made.
        var derived = _app.PathOf("data/derived");
        Directory.Delete(derived, recursive: true);
        await File.WriteAllTextAsync(derived, "");
        Assert.Equal(HttpStatusCode.InternalServerError, (await _app.Http.GetAsync($"/api/shows/{show}")).StatusCode);
        var dropped = await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slide }));
        Assert.Null(dropped.Edited.Change);
        var pages = new[] { await _app.UploadAsync(PlainPicture.Write(_app.PathOf("p.png"), SKColors.Red), "deck") };
        Assert.Null((await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck", new { files = pages, index = 0, fills = false }))).Change);
        File.Delete(derived);
        var view = await _app.ViewAsync(show);
        Assert.Equal((3, dropped.CueId), (view.Show.Slides.Count, view.Show.Cues.Single().Id));
    }

    [Fact]
    public async Task An_export_is_made_stopped_and_taken_up_again_after_a_restart()
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
        Assert.Contains("asks for others", await refused.Content.ReadAsStringAsync());
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
    public async Task A_show_that_cannot_be_read_is_listed_with_what_is_wrong_and_can_be_saved()
    {
        var (good, bad) = (await _app.ShowAsync(1), await _app.ShowAsync(1));
        _app.Query($"UPDATE Shows SET Json = '{{\"title\":' WHERE Id = '{bad}'");
        _app.Restart();
        var cards = (await _app.Http.GetFromJsonAsync<List<ShowCard>>("/api/shows", App.Json))!;
        Assert.Null(cards.Single(c => c.Id == good).Problem);
        Assert.StartsWith("“A show” cannot be read. What is kept of it is damaged.", cards.Single(c => c.Id == bad).Problem);
        Assert.Equal("""{"title":""", await _app.Http.GetStringAsync($"/api/shows/{bad}/written"));
        Assert.Contains("cannot be read", await App.ProblemAsync(await _app.Http.GetAsync($"/api/shows/{bad}"), HttpStatusCode.BadRequest));
    }

    [Fact]
    public async Task A_deleted_show_lies_aside_and_once_removed_gives_back_what_nothing_else_uses()
    {
        var (kept, gone) = (await _app.ShowAsync(1), await _app.ShowAsync(1));
        var shared = _app.Make("shared.wav", "-f", "lavfi", "-i", "sine=duration=1");
        foreach (var show in new[] { kept, gone }) await _app.SoundAsync(show, shared);
        await _app.SoundAsync(gone, _app.Make("own.wav", "-f", "lavfi", "-i", "sine=660:duration=1"));
        var files = Files().Count;
        await _app.Http.DeleteAsync($"/api/shows/{gone}");
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{gone}")).StatusCode);
        Assert.Equal(gone, Assert.Single((await _app.Http.GetFromJsonAsync<List<ShowAside>>("/api/aside", App.Json))!).Id);
        _app.Restart();
        Assert.Equal(HttpStatusCode.NoContent, (await _app.Http.PostAsync($"/api/aside/{gone}/back", null)).StatusCode);
        Assert.Equal(2, (await _app.ViewAsync(gone)).Show.Sounds.Count);
        await _app.Http.DeleteAsync($"/api/shows/{gone}");
        Assert.Equal(files, Files().Count);
        // What the other show uses stays; its uploads, which could still become a show, were long ago.
        foreach (var upload in Directory.GetFiles(_app.PathOf("data/uploads"))) File.Delete(upload);
        Assert.True((await (await _app.Http.DeleteAsync($"/api/aside/{gone}")).Content.ReadFromJsonAsync<GivenBack>(App.Json))!.Bytes > 90_000);
        Assert.Equal(files - 1, Files().Count);
        Assert.Single((await _app.ViewAsync(kept)).Show.Sounds);
        Assert.Empty((await _app.Http.GetFromJsonAsync<List<ShowAside>>("/api/aside", App.Json))!);

        List<string> Files() => [.. Directory.GetFiles(_app.PathOf("data/files"), "*", SearchOption.AllDirectories)];
    }

    public void Dispose() => _app.Dispose();
}
