using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>Videos over HTTP: imported onto a slide or a new one, their pictures, and what a browser plays of them.</summary>
public sealed class VideoTests(App app) : IClassFixture<App>
{
    private static readonly string[] Pictures = ["-f", "lavfi", "-i", "testsrc=s=320x180:r=25:d=3", "-f", "lavfi", "-i", "sine=330:d=3:sample_rate=48000"];

    private readonly App _app = app;

    [Fact]
    public async Task A_video_is_imported_shown_and_served_in_ranges()
    {
        var show = await _app.ShowAsync(3);
        var slide = (await _app.ViewAsync(show)).Show.Slides[1].Id;
        var job = await BringAsync(show, _app.Make("moth.mp4", [.. Pictures, "-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac"]), new() { ["slideId"] = slide });
        Assert.Equal(JobState.Done, job.State);
        var view = await _app.ViewAsync(show);
        var (video, cue, strand) = (Assert.Single(view.Show.Sounds), Assert.Single(view.Show.Cues), Assert.Single(view.Strands));
        Assert.Equal((SoundKind.Video, 320, true), (video.Kind, video.Video!.Width, video.Video.PlaysAnywhere));
        Assert.Equal((slide, 1), (cue.Span!.First, cue.Rounds));
        Assert.Equal((video.Media, 0L, 0L, view.RunningOrder.Slides[1].EndFrame - view.RunningOrder.Slides[1].StartFrame), (strand.Video!.Media, strand.Video.StandsFor!.Value, strand.Video.Runs[0].FromFrame, strand.Video.Runs[^1].ToFrame));
        Assert.Equal((0L, 0L, 1.0), (strand.Video.Runs[0].FromFrame, strand.Video.Runs[0].FileFrame, strand.Video.Runs[0].Speed));

        Assert.Equal(slide, strand.HoldOf);

        // Two moments are two pictures; each is cached permanently.
        var (first, later) = (await _app.Http.GetAsync(Picture(0, 320)), await _app.Http.GetAsync(Picture(96_000, 320)));
        Assert.Equal(("image/jpeg", true), (first.Content.Headers.ContentType!.MediaType, first.Headers.CacheControl!.ToString().Contains("immutable", StringComparison.Ordinal)));
        Assert.NotEqual(await first.Content.ReadAsByteArrayAsync(), await later.Content.ReadAsByteArrayAsync());
        // After its end the last picture; for an unsupported size or a file that is not a video here, none.
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync(Picture(long.MaxValue, 160))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync(Picture(0, 321))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{show}/videos/{new string('0', 64)}/file")).StatusCode);

        using var asked = new HttpRequestMessage(HttpMethod.Get, $"/api/shows/{show}/videos/{video.Media}/file");
        asked.Headers.Range = new RangeHeaderValue(100, 199);
        var part = await _app.Http.SendAsync(asked);
        Assert.Equal((HttpStatusCode.PartialContent, 100L), (part.StatusCode, part.Content.Headers.ContentLength!.Value));

        // The same file dropped on another slide is the same video, placed there too.
        await BringAsync(show, _app.PathOf("moth.mp4"), new() { ["slideId"] = view.Show.Slides[2].Id });
        view = await _app.ViewAsync(show);
        Assert.Single(view.Show.Sounds);
        Assert.Equal([slide, view.Show.Slides[2].Id], view.Show.Cues.Select(c => c.Span!.First));

        string Picture(long frame, int width) => $"/api/shows/{show}/videos/{video.Media}/picture?frame={frame}&width={width}";
    }

    [Fact]
    public async Task A_video_dropped_between_slides_gets_its_own_slide()
    {
        var show = await _app.ShowAsync(2);
        var job = await BringAsync(show, _app.Make("walk.avi", [.. Pictures, "-c:v", "mpeg4", "-c:a", "mp3"]), new() { ["index"] = 1 });
        Assert.Equal(JobState.Done, job.State);
        var view = await _app.ViewAsync(show);
        var (own, video) = (view.Show.Slides[1], Assert.Single(view.Show.Sounds));
        Assert.Equal((3, CardKind.Plain, "Walk"), (view.Show.Slides.Count, own.Picture.Card!.Kind, own.Title));
        Assert.InRange(own.HoldMs, 3000, 3200);
        // The hold follows the video, which is trimmed in the same edit.
        Assert.Equal(view.Show.Cues[0].Id, own.StaysFor);
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(view.Revision, new SetPart(view.Show.Cues[0].Id, 48_000, 96_000)), App.Json));
        Assert.Equal(1000, (await _app.ViewAsync(show)).Show.Slides[1].HoldMs);
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.PostAsync($"/api/shows/{show}/undo", null)).StatusCode);
        Assert.Equal(own.HoldMs, (await _app.ViewAsync(show)).Show.Slides[1].HoldMs);
        Assert.Equal((own.Id, 1.0), (Assert.Single(view.Show.Cues).Span!.First, view.Show.Cues[0].Video!.Width));
        // It is one edit with one undo.
        Assert.Equal("Added Walk", view.Undo);

        // A reader that waits for the copy gets it, and later readers do too.
        Assert.False(video.Video!.PlaysAnywhere);
        var copy = await _app.Http.GetAsync($"/api/shows/{show}/videos/{video.Media}/file?wait=true");
        Assert.Equal((HttpStatusCode.OK, "video/mp4"), (copy.StatusCode, copy.Content.Headers.ContentType!.MediaType));
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync($"/api/shows/{show}/videos/{video.Media}/file")).StatusCode);

        // A compressed copy in its place is still a video, with its sound, on the same slide.
        var lighter = await App.ReadAsync<JobView>(await _app.Http.PostAsync($"/api/shows/{show}/sounds/{video.Id}/lighter", null));
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, lighter.Id)).State);
        var (light, cue) = (Assert.Single((view = await _app.ViewAsync(show)).Show.Sounds), Assert.Single(view.Show.Cues));
        Assert.Equal(("walk.mp4", true, true, 320), (light.FileName, light.Video!.PlaysAnywhere, light.Video.HasSound, light.Video.Width));
        Assert.Equal((own.Id, light.Frames), (cue.Span!.First, cue.OutFrame));
        Assert.Equal(video.Figures.LoudnessLufs!.Value, light.Figures.LoudnessLufs!.Value, 1.0);
    }

    [Fact]
    public async Task A_failed_copy_is_retried_on_request()
    {
        // The folder of copies is not writable.
        var copies = _app.PathOf("data/derived/videos");
        Directory.Delete(Directory.CreateDirectory(copies).FullName, recursive: true);
        await File.WriteAllTextAsync(copies, "");
        var show = await _app.ShowAsync(1);
        await BringAsync(show, _app.Make("walk.avi", [.. Pictures, "-c:v", "mpeg4"]), new() { ["index"] = 1 });
        var video = Assert.Single((await _app.ViewAsync(show)).Show.Sounds);
        var file = $"/api/shows/{show}/videos/{video.Media}/file";
        Assert.Equal(JobState.Failed, (await _app.EndAsync(show, (await CopiesAsync()).Single().Id)).State);
        File.Delete(copies);
        for (var look = 0; look < 3; look++) Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync(file)).StatusCode);
        Assert.Equal(JobState.Failed, (await CopiesAsync()).Single().State);
        Assert.Equal(HttpStatusCode.NoContent, (await _app.Http.PostAsync($"/api/shows/{show}/videos/{video.Media}/copy", null)).StatusCode);
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, (await CopiesAsync()).Single().Id)).State);
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync(file)).StatusCode);

        async Task<IEnumerable<JobView>> CopiesAsync() => (await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json))!.Where(j => j.Kind == CopyVideo.JobKind);
    }

    [Fact]
    public async Task Files_that_are_not_videos_are_rejected()
    {
        var show = await _app.ShowAsync(2);
        var sound = _app.Make("hum.ogg", "-f", "lavfi", "-i", "sine=220:d=1", "-c:a", "libvorbis");
        var list = _app.PathOf("list.mp4");
        await File.WriteAllTextAsync(list, "#EXTM3U\n/etc/hostname\n");
        foreach (var (path, says) in new[] { (sound, "has no video"), (list, "list.mp4") })
        {
            var job = await BringAsync(show, path, new() { ["index"] = 1 });
            Assert.Equal(JobState.Failed, job.State);
            Assert.Contains(says, job.Problem, StringComparison.Ordinal);
        }
        var view = await _app.ViewAsync(show);
        Assert.Equal((2, 0), (view.Show.Slides.Count, view.Show.Sounds.Count));
    }

    private async Task<JobView> BringAsync(string show, string path, JsonObject where)
    {
        var file = JsonNode.Parse((await _app.UploadAsync(path, "video")).GetRawText())!.AsObject();
        file["kind"] = "video";
        foreach (var (name, value) in where) file[name] = value?.DeepClone();
        return await _app.EndAsync(show, (await App.ReadAsync<JobView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", file))).Id);
    }
}
