using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Made;
using Phonaris.Storage;
using Phonaris.Web.Importing;
using Phonaris.Web.Catalogue;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;
using SkiaSharp;

namespace Phonaris.Web.Tests;

/// <summary>Imports over HTTP: interrupted uploads, archives, decks with sounds, a catalogue, takes.</summary>
public sealed class ImportTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task An_upload_resumes_after_a_disconnect_and_a_restart()
    {
        var bytes = RandomNumberGenerator.GetBytes(300_000);
        var address = await _app.BeginUploadAsync("sound", "noise.bin", bytes.Length);
        Assert.Equal(HttpStatusCode.NoContent, (await _app.AppendAsync(address, 0, bytes[..100_000])).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync(address)).StatusCode);
        _app.Restart();
        Assert.Equal(HttpStatusCode.Conflict, (await _app.AppendAsync(address, 50_000, bytes[50_000..])).StatusCode);
        var head = await _app.Http.SendAsync(new(HttpMethod.Head, address));
        Assert.Equal(("100000", "300000"), (head.Headers.GetValues("Upload-Offset").Single(), head.Headers.GetValues("Upload-Length").Single()));
        Assert.Equal(HttpStatusCode.NoContent, (await _app.AppendAsync(address, 100_000, bytes[100_000..])).StatusCode);
        var file = await App.ReadAsync<UploadedFile>(await _app.Http.GetAsync(address));
        Assert.Equal((Convert.ToHexStringLower(SHA256.HashData(bytes)), "noise.bin"), (file.Hash, file.Name));

        // Longer than declared, and discarded.
        var other = await _app.BeginUploadAsync("sound", "short.bin", 10);
        Assert.Contains("longer than declared", await (await _app.AppendAsync(other, 0, bytes[..11])).Content.ReadAsStringAsync());
        await _app.Http.DeleteAsync(other);
        Assert.Equal(HttpStatusCode.NotFound, (await _app.AppendAsync(other, 0, bytes[..5])).StatusCode);
    }

    [Fact]
    public async Task A_full_disk_is_reported_during_an_upload()
    {
        var address = await _app.BeginUploadAsync("sound", "big.wav", 5000);
        var part = _app.PathOf($"data/uploads/{address.Split('/')[^1]}.part");
        Assert.Equal(HttpStatusCode.NoContent, (await _app.AppendAsync(address, 0, new byte[1000])).StatusCode);
        File.Move(part, part + ".kept");
        File.CreateSymbolicLink(part, "/dev/full");
        var offset = (await _app.Http.SendAsync(new(HttpMethod.Head, address))).Headers.GetValues("Upload-Offset").Single();
        var answer = await _app.AppendAsync(address, long.Parse(offset), new byte[1000]);
        Assert.Equal(HttpStatusCode.InsufficientStorage, answer.StatusCode);
        Assert.Contains("The disk is full", await answer.Content.ReadAsStringAsync());
        // Once there is space, it continues.
        File.Move(part + ".kept", part, overwrite: true);
        Assert.Equal(HttpStatusCode.NoContent, (await _app.AppendAsync(address, 1000, new byte[4000])).StatusCode);
    }

    [Fact]
    public async Task A_zip_of_sounds_is_imported_and_the_rest_is_named()
    {
        var show = await _app.ShowAsync(1);
        using (var zip = new ZipArchive(File.Create(_app.PathOf("night.zip")), ZipArchiveMode.Create))
        {
            zip.CreateEntryFromFile(_app.Make("bell.wav", "-f", "lavfi", "-i", "sine=900:duration=1"), "a folder/bell.wav");
            zip.CreateEntryFromFile(_app.Make("wind.mp3", "-f", "lavfi", "-i", "anoisesrc=d=2"), "../wind.mp3");
            using (var letter = new StreamWriter(zip.CreateEntry("letter.ogg").Open())) letter.Write("Dear reader");
            zip.CreateEntryFromFile(_app.PathOf("bell.wav"), "odd.wav");
        }
        // The last entry has an unknown compression method: 99, in its own header and in the directory.
        var packed = await File.ReadAllBytesAsync(_app.PathOf("night.zip"));
        foreach (var (signature, method, name) in new[] { ("PK\x3\x4", 8, 30), ("PK\x1\x2", 10, 46) })
        {
            var at = packed.AsSpan().LastIndexOf(Encoding.ASCII.GetBytes(signature));
            Assert.Equal("odd.wav", Encoding.ASCII.GetString(packed, at + name, 7));
            packed[at + method] = 99;
        }
        await File.WriteAllBytesAsync(_app.PathOf("night.zip"), packed);
        var job = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await _app.UploadAsync(_app.PathOf("night.zip"), "sound")));
        var ended = await _app.EndAsync(show, job.Id);
        var report = JsonSerializer.Deserialize<SoundsReport>(ended.Result!, App.Json)!;
        Assert.Equal((JobState.Done, 2), (ended.State, report.Sounds));
        Assert.Collection(report.NotUnderstood, s => Assert.StartsWith("letter.ogg is not a sound", s), s => Assert.StartsWith("odd.wav cannot be unpacked", s));
        Assert.Equal(["Bell", "Wind"], (await _app.ViewAsync(show)).Show.Sounds.Select(s => s.Name));
    }

    [Fact]
    public async Task A_deck_is_imported_with_sounds_refreshed_and_matched_with_pages()
    {
        var files = new[] { await _app.UploadAsync(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), "deck") };
        var show = (await App.ReadAsync<ShowCard>(await _app.Http.PostAsJsonAsync("/api/shows", new { title = (string?)null, files, holdMs = 5000 }))).Id;
        var job = (await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json))!.Single();
        var report = JsonSerializer.Deserialize<DeckReport>((await _app.EndAsync(show, job.Id)).Result!, App.Json)!;
        Assert.Equal((3, 1), (report.Slides, report.Sounds));
        Assert.Equal(
            ("Fonts not installed: Calibri Light (drawn in Carlito). Line breaks may differ.", "For exact pictures, add the deck’s PDF."),
            (report.NotUnderstood.Single(), report.Offer));
        var view = await _app.ViewAsync(show);
        Assert.Equal(["Opening", "The walk"], view.Show.Sections.Select(s => s.Name));
        Assert.Equal((CueStartKind.Hand, true), (view.Show.Cues.Single().Start.Kind, view.Strands.Single().ByHand));
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync($"/api/shows/{show}/slides/{view.Show.Slides[2].Id}/picture?width=320")).StatusCode);

        // The same deck again is recognized; its slides stay, with their settings.
        Assert.True((await PostEditAsync(show, view.Revision, new SetHolds([new(view.Show.Slides[0].Id, 9000)]))).IsSuccessStatusCode);
        var look = await App.ReadAsync<DeckLook>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck/look", new { files }));
        Assert.Equal(3, look.Refreshes!.Count(l => l.Kind == Core.Matching.RefreshKind.Kept));
        Assert.Null(look.Joins);
        var refreshed = await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck/refresh", new { files }));
        Assert.Equal(view.Show.Slides.Select(s => s.Id), refreshed.Show.Slides.Select(s => s.Id));
        Assert.Equal(9000, refreshed.Show.Slides[0].HoldMs);

        // Exact pages replace our own drawings.
        var pages = new[] { await _app.UploadAsync(App.Pdf(_app.PathOf("pages.pdf"), "Who flies tonight", "Listen"), "deck") };
        look = await App.ReadAsync<DeckLook>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck/look", new { files = pages }));
        Assert.Equal([0, 2], look.Joins!);
        var joined = await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck/join", new { files = pages, joined = look.Joins }));
        Assert.Equal([MediaTypes.Pdf, MediaTypes.Pptx, MediaTypes.Pdf], joined.Show.Slides.Select(s => s.Picture.Type));

        // One slide of it between two others, then a picture that fills its slide.
        var put = await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck", new { files, index = 1, numbers = new[] { 3 }, fills = false }));
        Assert.Equal(["Who flies tonight", "Listen", "Counts since spring", "Listen"], put.Show.Slides.Select(s => s.Title));
        var picture = new[] { await _app.UploadAsync(PlainPicture.Write(_app.PathOf("wide.png"), SKColors.Red, 90, 90), "deck") };
        var filled = await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck", new { files = picture, index = 0, fills = true }));
        Assert.Equal((true, ""), (filled.Show.Slides[0].Picture.Fills, filled.Show.Slides[0].Deck));
    }

    [Fact]
    public async Task A_deck_is_stored_with_its_jobs_or_not_at_all()
    {
        var show = await _app.ShowAsync(1);
        var files = new[] { await _app.UploadAsync(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), "deck") };
        // As on a disk with space for the slides, and none for the job that imports their sounds.
        _app.Query("CREATE TRIGGER full BEFORE INSERT ON Jobs BEGIN SELECT RAISE(ABORT, 'full'); END");
        Assert.False((await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck", new { files, index = 1 })).IsSuccessStatusCode);
        Assert.False((await _app.Http.PostAsJsonAsync("/api/shows", new { title = "Never kept", files })).IsSuccessStatusCode);
        Assert.Single((await _app.ViewAsync(show)).Show.Slides);
        Assert.DoesNotContain((await _app.Http.GetFromJsonAsync<List<ShowCard>>("/api/shows", App.Json))!, s => s.Title == "Never kept");
        _app.Query("DROP TRIGGER full");
        await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync($"/api/shows/{show}/deck", new { files, index = 1 }));
        var job = (await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json))!.First();
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, job.Id)).State);
        var after = (await _app.ViewAsync(show)).Show;
        Assert.Equal((4, 1), (after.Slides.Count, after.Sounds.Count));
    }

    [Fact]
    public async Task The_first_pages_of_a_long_PDF_are_ready_early()
    {
        var files = new[] { await _app.UploadAsync(App.Pdf(_app.PathOf("long.pdf"), [.. Enumerable.Range(1, 160).Select(n => $"Page {n}")]), "deck") };
        var show = (await App.ReadAsync<ShowCard>(await _app.Http.PostAsJsonAsync("/api/shows", new { title = "Long", files, holdMs = 5000 }))).Id;
        var slides = (await _app.ViewAsync(show)).Show.Slides;
        Assert.Equal(160, slides.Count);
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync($"/api/shows/{show}/slides/{slides[0].Id}/picture?width=320")).StatusCode);
        var job = (await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json))!.Single();
        Assert.True(job.State is JobState.Waiting or JobState.Running, "The first page came only when all were done.");
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, job.Id)).State);
        Assert.All(slides, s => Assert.True(File.Exists(_app.PathOf($"data/derived/pictures/{s.Picture.Key}-320.png"))));
    }

    [Fact]
    public async Task A_sound_is_replaced_compressed_and_credited()
    {
        var show = await _app.ShowAsync(2);
        var sound = await _app.SoundAsync(show, _app.Make("tune.wav", "-f", "lavfi", "-i", "anoisesrc=d=20:c=pink:r=48000", "-ac", "2"));
        var view = await _app.ViewAsync(show);
        await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = view.Show.Slides[0].Id }));
        var weight = await _app.Http.GetFromJsonAsync<SoundWeight>($"/api/shows/{show}/sounds/{sound}/weight", App.Json);
        Assert.Equal((new FileInfo(_app.PathOf("tune.wav")).Length, null), (weight!.Bytes, weight.LighterBytes));

        var lighter = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds/{sound}/lighter", new { }));
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, lighter.Id)).State);
        Assert.Equal("tune.ogg", (await _app.ViewAsync(show)).Show.Sounds.Single().FileName);

        var file = await _app.UploadAsync(_app.Make("other.flac", "-f", "lavfi", "-i", "sine=duration=12", "-ac", "2"), "sound");
        var replace = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds/{sound}/replace", file));
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, replace.Id)).State);
        view = await _app.ViewAsync(show);
        Assert.Equal(("other.flac", view.Show.Sounds[0].Figures.Frames), (view.Show.Sounds[0].FileName, view.Show.Cues.Single().OutFrame));

        await PostEditAsync(show, view.Revision, new SetRights(sound, new("Night Air", "Aino", "", "CC0-1.0", "", "")));
        Assert.Equal("“Night Air” by Aino (CC0-1.0)\n", await _app.Http.GetStringAsync($"/api/shows/{show}/credits"));
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{show}/sounds/{sound}/cover")).StatusCode);
    }

    [Fact]
    public async Task Catalogue_pieces_are_added_with_their_licence()
    {
        var show = await _app.ShowAsync(1);
        var all = await _app.Http.GetFromJsonAsync<List<CataloguePiece>>("/api/catalogue", App.Json);
        Assert.Equal(20, all!.Count);
        var found = await _app.Http.GetFromJsonAsync<List<CataloguePiece>>("/api/catalogue?words=rain&kind=bed&mood=calm&least=5&most=60", App.Json);
        Assert.Equal("Hill Rain", found!.Single().Title);
        var taken = await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync($"/api/shows/{show}/catalogue/{found![0].Id}", new { }));
        Assert.Equal(("Hill Rain", "Field notes", "CC0-1.0", SoundKind.Bed), (taken.Show.Sounds[0].Name, taken.Show.Sounds[0].Rights.Author, taken.Show.Sounds[0].Rights.Licence, taken.Show.Sounds[0].Kind));
        var again = await _app.Http.PostAsJsonAsync($"/api/shows/{show}/catalogue/{found[0].Id}", new { });
        Assert.Contains("is already in the show", await again.Content.ReadAsStringAsync());

        // As unreliable as one on a network: every fifth request fails with a message; nothing breaks.
        _app.Restart(("Phonaris:MoodyCatalogue", "true"));
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i < 5; i++) answers.Add((await _app.Http.GetAsync("/api/catalogue?words=bells")).StatusCode);
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.OK, HttpStatusCode.OK, HttpStatusCode.OK, HttpStatusCode.BadRequest], answers);
    }

    [Fact]
    public async Task An_interrupted_take_is_recovered_on_its_slide()
    {
        var show = await _app.ShowAsync(2);
        var voice = await File.ReadAllBytesAsync(_app.Make("take.webm", "-f", "lavfi", "-i", "sine=duration=3", "-c:a", "libopus"));
        var address = await _app.BeginUploadAsync($"take-{show}", "Voice.webm", null);
        // The last part never arrived.
        await _app.AppendAsync(address, 0, voice[..(voice.Length * 2 / 3)]);
        File.SetLastWriteTimeUtc(_app.PathOf($"data/uploads/{address.Split('/')[^1]}.part"), DateTime.UtcNow.AddMinutes(-1));
        var lost = (await _app.Http.GetFromJsonAsync<List<InterruptedTake>>($"/api/shows/{show}/takes", App.Json))!.Single();
        Assert.Equal("Voice.webm", lost.Name);
        (await _app.AppendAsync($"/api/uploads/{lost.Id}", lost.Bytes, [], lost.Bytes)).EnsureSuccessStatusCode();
        var file = await App.ReadAsync<UploadedFile>(await _app.Http.GetAsync(address));
        var slide = (await _app.ViewAsync(show)).Show.Slides[1].Id;
        var job = await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", new { file.Hash, file.Name, kind = "voice", slideId = slide }));
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, job.Id)).State);
        var view = await _app.ViewAsync(show);
        Assert.Equal((SoundKind.Voice, new Span(slide, slide)), (view.Show.Sounds.Single().Kind, view.Show.Cues.Single().Span));
        Assert.InRange(view.Show.Sounds[0].Frames, 48_000, 3 * 48_000);
        Assert.Empty((await _app.Http.GetFromJsonAsync<List<InterruptedTake>>($"/api/shows/{show}/takes", App.Json))!);
    }

    private Task<HttpResponseMessage> PostEditAsync(string show, long revision, Edit edit) =>
        _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(revision, edit), App.Json);
}
