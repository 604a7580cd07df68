using System.Net;
using System.Net.Http.Json;
using System.Runtime.InteropServices;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

public sealed class ApiTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task A_show_with_a_cue_survives_a_restart()
    {
        var show = await _app.ShowAsync(4);
        var sound = await _app.SoundAsync(show, _app.Make("Night tune.mp3", "-f", "lavfi", "-i", "sine=1000:duration=10", "-ac", "2"));
        var view = await _app.ViewAsync(show);
        Assert.Equal((SoundKind.Bed, "Night tune"), (view.Show.Sounds[0].Kind, view.Show.Sounds[0].Name));

        var dropped = await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = view.Show.Slides[1].Id }));
        var laid = await _app.ViewAsync(show);
        Assert.Equal(dropped.Edited.Revision, laid.Revision);
        var cue = laid.Show.Cue(dropped.CueId);
        // A bed extends to the end and loops. The sine has −21.5 LUFS (the MP3 encoder takes off half a decibel); the target is −22.
        Assert.Equal((view.Show.Slides[3].Id, Cue.FillSpan, -0.5), (cue.Span!.Last, cue.Rounds, cue.LevelDb));
        var strand = Assert.Single(laid.Strands);
        Assert.Equal((96_000, 384_000, 3), (strand.StartFrame, strand.EndFrame, strand.Rows.Count));

        var edited = await EditAsync(show, dropped.Edited.Revision, new SetLevel(dropped.CueId, -12));
        _app.Restart();
        var after = await _app.ViewAsync(show);
        Assert.Equal(JsonSerializer.Serialize(edited, App.Json), JsonSerializer.Serialize(after, App.Json));
        // The response of an edit contains what it changed: of the cues, only this one.
        var undone = await App.ReadAsync<Edited>(await _app.Http.PostAsync($"/api/shows/{show}/undo", null));
        Assert.Equal((dropped.CueId, -0.5), (undone.Change!.Cues!.Changed.Single().Id, undone.Change.Cues.Changed.Single().LevelDb));
        Assert.Equal((null, undone.Revision - 1), (undone.Change.Slides, undone.Change.Since));
    }

    [Fact]
    public async Task Only_changed_chunks_are_sent_again()
    {
        var show = await _app.ShowAsync(4);
        var sound = await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=10", "-ac", "2"));
        var slides = (await _app.ViewAsync(show)).Show.Slides;
        var dropped = await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slides[2].Id }));

        var before = await Task.WhenAll(Enumerable.Range(0, 16).Select(ChunkAsync));
        Assert.All(before[..7], c => Assert.All(c.Samples, s => Assert.Equal(0, s)));
        Assert.True(before[10].Samples.Max() > 0.05f);
        Assert.Equal(HttpStatusCode.NoContent, (await _app.Http.GetAsync($"/api/shows/{show}/sound?{Half.Second(16)}")).StatusCode);

        await EditAsync(show, dropped.Edited.Revision, new SetLevel(dropped.CueId, -20));
        var changed = new List<int>();
        for (var chunk = 0; chunk < 16; chunk++)
        {
            using var ask = new HttpRequestMessage(HttpMethod.Get, $"/api/shows/{show}/sound?{Half.Second(chunk)}");
            ask.Headers.TryAddWithoutValidation("If-None-Match", before[chunk].Tag);
            if ((await _app.Http.SendAsync(ask)).StatusCode != HttpStatusCode.NotModified) changed.Add(chunk);
        }
        // The cue starts at 4 s; the limiter looks ahead, so the chunk before it may change.
        Assert.Equal(Enumerable.Range(7, 9), changed);

        async Task<(string Tag, float[] Samples)> ChunkAsync(int chunk)
        {
            var answer = await _app.Http.GetAsync($"/api/shows/{show}/sound?{Half.Second(chunk)}");
            return (answer.Headers.ETag!.ToString(), MemoryMarshal.Cast<byte, float>(await answer.Content.ReadAsByteArrayAsync()).ToArray());
        }
    }

    [Fact]
    public async Task Bad_input_is_reported_by_name_and_changes_nothing()
    {
        var show = await _app.ShowAsync(1);
        await File.WriteAllTextAsync(_app.PathOf("words.mp3"), "no sound at all");
        var job = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await _app.UploadAsync(_app.PathOf("words.mp3"), "sound")));
        var failed = await _app.EndAsync(show, job.Id);
        Assert.Equal(JobState.Failed, failed.State);
        Assert.StartsWith("words.mp3 is not a sound", failed.Problem);

        var file = await _app.UploadAsync(_app.PathOf("words.mp3"), "deck", "words.pdf");
        Assert.StartsWith("words.pdf is not a deck", await App.ProblemAsync(await _app.Http.PostAsJsonAsync("/api/shows", new { title = "None", files = new[] { file }, holdMs = 2000 }), HttpStatusCode.BadRequest));
        Assert.DoesNotContain((await _app.Http.GetFromJsonAsync<List<ShowCard>>("/api/shows", App.Json))!, s => s.Title == "None");

        // Rejected by the header, before a byte is read.
        using var large = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
        large.Headers.Add("Upload-Length", "600000000");
        large.Headers.Add("Upload-Metadata", "filename bG9uZy5wZGY=,purpose ZGVjaw==");
        Assert.Contains("larger than 500 MB", await App.ProblemAsync(await _app.Http.SendAsync(large), HttpStatusCode.BadRequest));

        var before = await _app.ViewAsync(show);
        Assert.Contains("A hold must be", await App.ProblemAsync(await PostEditAsync(show, before.Revision, new SetHolds([new(before.Show.Slides[0].Id, 3), new(before.Show.Slides[0].Id, 50)])), HttpStatusCode.BadRequest));
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new { revision = 1, edit = new { kind = "nonsense" } })).StatusCode);
        Assert.Equal(before.Revision, (await _app.ViewAsync(show)).Revision);
    }

    [Theory]
    [InlineData("edits", """{"revision":1,"edit":{}}"""), InlineData("edits", """{"revision":1,"edit":null}"""), InlineData("edits", """{"revision":1,"edit":[]}""")]
    [InlineData("edits", """{"revision":1,"edit":{"kind":"setHolds","holds":[null]}}"""), InlineData("edits", """{"revision":99,"edit":{"kind":"renameShow","title":"x"}}""")]
    [InlineData("edits", """{"revision":1,"edit":{"kind":"several","edits":[null],"what":"x"}}"""), InlineData("deck/look", """{"files":[null]}""")]
    [InlineData("edits", """{"revision":1,"edit":{"kind":"removeSlides","slideIds":[null]}}"""), InlineData("deck", """{"files":[{"hash":null,"name":"x"}],"index":0}""")]
    [InlineData("sounds", """{"hash":"../../../etc/passwd","name":"x"}"""), InlineData("clip", """{"cueIds":[null]}"""), InlineData("edits", "nothing"), InlineData("edits", "")]
    public async Task Malformed_requests_are_rejected_with_a_sentence(string what, string body)
    {
        var show = await _app.ShowAsync(1);
        var answer = await _app.Http.PostAsync($"/api/shows/{show}/{what}", new StringContent(body, Encoding.UTF8, "application/json"));
        Assert.EndsWith(".", await App.ProblemAsync(answer, HttpStatusCode.BadRequest));
        Assert.Equal(1, (await _app.ViewAsync(show)).Revision);
    }

    [Fact]
    public async Task Six_concurrent_uploads_of_a_file_become_one_sound()
    {
        var show = await _app.ShowAsync(1);
        var file = await _app.UploadAsync(_app.Make("once.wav", "-f", "lavfi", "-i", "sine=duration=1"), "sound");
        var jobs = await Task.WhenAll(Enumerable.Range(0, 6).Select(async _ => await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", file))));
        var results = new List<string>();
        foreach (var job in jobs) results.Add((await _app.EndAsync(show, job.Id)).Result!);
        Assert.Equal(Assert.Single((await _app.ViewAsync(show)).Show.Sounds).Id, Assert.Single(results.Distinct()));
    }

    /// <summary>The files of the page are fetched once and small: their names contain their content hashes.</summary>
    [Fact]
    public async Task The_client_is_compressed_and_cached_by_hash()
    {
        var page = await _app.Http.GetAsync("/shows/any");
        Assert.True(page.Headers.CacheControl!.NoCache);
        var script = Regex.Match(await page.Content.ReadAsStringAsync(), "src=\"(/assets/[^\"]+\\.js)\"").Groups[1].Value;
        using var ask = new HttpRequestMessage(HttpMethod.Get, script) { Headers = { AcceptEncoding = { new("br"), new("gzip") } } };
        var answer = await _app.Http.SendAsync(ask);
        Assert.Equal("br", Assert.Single(answer.Content.Headers.ContentEncoding));
        Assert.Contains("immutable", answer.Headers.GetValues("Cache-Control").Single(), StringComparison.Ordinal);
        var sent = (await answer.Content.ReadAsByteArrayAsync()).Length;
        Assert.InRange(sent, 1, (await _app.Http.GetByteArrayAsync(script)).Length / 2);
    }

    [Fact]
    public async Task Other_sites_cannot_change_anything()
    {
        using var foreign = new HttpRequestMessage(HttpMethod.Post, "/api/shows") { Content = JsonContent.Create(new { title = "x", files = Array.Empty<int>() }) };
        foreign.Headers.Add("Origin", "http://elsewhere.example");
        Assert.Equal(HttpStatusCode.Forbidden, (await _app.Http.SendAsync(foreign)).StatusCode);
        // Also for a socket: it is rejected before it is opened.
        using var socket = new HttpRequestMessage(HttpMethod.Get, "/live?id=x");
        foreach (var (name, value) in new[] { ("Origin", "http://elsewhere.example"), ("Connection", "Upgrade"), ("Upgrade", "websocket") }) socket.Headers.TryAddWithoutValidation(name, value);
        Assert.Equal(HttpStatusCode.Forbidden, (await _app.Http.SendAsync(socket)).StatusCode);
        using var rebound = new HttpRequestMessage(HttpMethod.Get, "/api/shows") { Headers = { Host = "elsewhere.example" } };
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.SendAsync(rebound)).StatusCode);
    }

    [Theory]
    [InlineData("/"), InlineData("/api/shows"), InlineData("/api/nothing"), InlineData("/api/shows/none/span?typed=1"), InlineData("/clicker"), InlineData("/openapi/v1.json")]
    public async Task Every_response_has_security_headers(string path)
    {
        var headers = (await _app.Http.GetAsync(path)).Headers;
        var policy = headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("default-src 'none'; script-src 'self'", policy);
        Assert.DoesNotContain("script-src 'self' 'unsafe-inline'", policy);
        Assert.Equal("nosniff DENY same-origin same-origin", string.Join(' ', new[] { "X-Content-Type-Options", "X-Frame-Options", "Cross-Origin-Opener-Policy", "Cross-Origin-Resource-Policy" }.Select(h => headers.GetValues(h).Single())));
    }

    private Task<HttpResponseMessage> PostEditAsync(string show, long revision, Edit edit) =>
        _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(revision, edit), App.Json);

    private async Task<ShowView> EditAsync(string show, long revision, Edit edit)
    {
        var edited = await App.ReadAsync<Edited>(await PostEditAsync(show, revision, edit));
        var view = await _app.ViewAsync(show);
        Assert.Equal(edited.Revision, view.Revision);
        return view;
    }
}
