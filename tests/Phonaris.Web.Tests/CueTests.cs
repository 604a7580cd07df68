using System.Net;
using System.Net.Http.Json;
using System.Runtime.InteropServices;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>Cues beyond single edits, over HTTP: presets, copies, history, versions, speed.</summary>
public sealed class CueTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task Presets_are_applied_saved_and_undone()
    {
        var (show, cue) = await CueAsync();
        var view = await AfterAsync(show, $"/api/shows/{show}/apply", new ChosenSettings([cue], "soft"));
        Assert.Equal((3000, FadeCurve.Smooth), (view.Show.Cue(cue).FadeIn.Ms, view.Show.Cue(cue).FadeIn.Curve));
        Assert.Equal("Tone: fade slowly in and out", view.Undo);

        var kept = await PostAsync<Preset>($"/api/shows/{show}/cues/{cue}/presets", new NewName(" As in the hall "));
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.PostAsJsonAsync($"/api/shows/{show}/cues/{cue}/presets", new NewName(" "))).StatusCode);
        view = await AfterAsync(show, $"/api/shows/{show}/apply", new ChosenSettings([cue], null));
        Assert.Equal(1000, view.Show.Cue(cue).FadeIn.Ms);
        _app.Restart();
        view = await AfterAsync(show, $"/api/shows/{show}/apply", new ChosenSettings([cue], kept.Id));
        Assert.Equal(3000, view.Show.Cue(cue).FadeIn.Ms);
        Assert.Equal("As in the hall", (await _app.Http.GetFromJsonAsync<Presets>("/api/presets", App.Json))!.Kept.Single().Name);
        await _app.Http.DeleteAsync($"/api/presets/{kept.Id}");
        Assert.Empty((await _app.Http.GetFromJsonAsync<Presets>("/api/presets", App.Json))!.Kept);
    }

    [Fact]
    public async Task Cues_are_pasted_into_another_show_with_their_sounds()
    {
        var (show, cue) = await CueAsync();
        var clip = await PostAsync<CueClip>($"/api/shows/{show}/clip", new ChosenCues([cue]));
        var other = await _app.ShowAsync(2);
        var slide = (await _app.ViewAsync(other)).Show.Slides[1].Id;
        var view = await AfterAsync(other, $"/api/shows/{other}/paste", new Pasted(clip, slide));
        Assert.Equal(("Tone", new Span(slide, slide)), (view.Show.Sounds.Single().Name, view.Show.Cues.Single().Span));
        Assert.Single(view.Strands);
        // A sound that is not stored cannot be pasted.
        var foreign = new CueClip([clip.Cues[0] with { Sound = clip.Cues[0].Sound with { Media = new string('a', 64) } }]);
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.PostAsJsonAsync($"/api/shows/{other}/paste", new Pasted(foreign, slide), App.Json)).StatusCode);
    }

    [Fact]
    public async Task History_and_versions_work_after_a_restart()
    {
        var (show, cue) = await CueAsync();
        await EditAsync(show, new SetLevel(cue, -10));
        await PostAsync<IReadOnlyList<StoredVersion>>($"/api/shows/{show}/versions", new NewName("At ten"));
        await EditAsync(show, new SetLevel(cue, -20));
        await EditAsync(show, new SetSpan(cue, new((await _app.ViewAsync(show)).Show.Slides[0].Id, (await _app.ViewAsync(show)).Show.Slides[1].Id)));
        _app.Restart();
        var history = (await _app.Http.GetFromJsonAsync<List<HistoryLine>>($"/api/shows/{show}/history", App.Json))!;
        Assert.Equal("Tone: last slide 4 → 2", history[^1].Sentence);
        var view = await AfterAsync(show, $"/api/shows/{show}/wind?position={history.Count - 2}");
        Assert.Equal(("Tone: level −0.5 dB → −10.0 dB", history[^2].Sentence), (view.Undo, view.Redo));
        view = await AfterAsync(show, $"/api/shows/{show}/wind?position={history.Count}");
        Assert.Equal(-20, view.Show.Cue(cue).LevelDb);

        var version = Assert.Single((await _app.Http.GetFromJsonAsync<List<StoredVersion>>($"/api/shows/{show}/versions", App.Json))!);
        view = await AfterAsync(show, $"/api/shows/{show}/versions/{version.Id}/goback");
        Assert.Equal((-10, "Restored version “At ten”"), (view.Show.Cue(cue).LevelDb, view.Undo));
        await _app.Http.PostAsync($"/api/shows/{show}/undo", null);
        Assert.Equal(-20, (await _app.ViewAsync(show)).Show.Cue(cue).LevelDb);
    }

    [Fact]
    public async Task Speeds_play_immediately_and_cues_can_be_soloed()
    {
        var (show, cue) = await CueAsync();
        // A job that is no longer needed is cancelled.
        await EditAsync(show, new SetSpeed(cue, 0.7));
        var given = await JobAsync();
        await EditAsync(show, new SetSpeed(cue, 0.8));
        Assert.Equal(JobState.Cancelled, (await _app.EndAsync(show, given.Id)).State);
        // Before anything is computed ahead: exactly the requested chunk.
        var early = await ChunkAsync(show, 10);
        Assert.InRange(Peak(early), 0.05f, 0.2f);
        var job = await JobAsync();
        Assert.Equal(JobState.Done, (await _app.EndAsync(show, job.Id)).State);
        Assert.Equal(early, await ChunkAsync(show, 10));
        Assert.Contains("speed", (await _app.ViewAsync(show)).Undo!);

        await EditAsync(show, new SetMuted(cue, true));
        Assert.Equal(0, Peak(await ChunkAsync(show, 10)));
        Assert.InRange(Peak(await ChunkAsync(show, 10, $"&only={cue}")), 0.05f, 0.2f);
        var slide = (await _app.ViewAsync(show)).Show.Slides[1].Id;
        var said = await _app.Http.GetFromJsonAsync<ValueList<Explained>>($"/api/shows/{show}/slides/{slide}/explain", App.Json);
        Assert.Contains(said!, e => e.Sentence == "Tone is muted." && e.Fix!.Edit is SetMuted { Muted: false });

        async Task<JobView> JobAsync() => (await _app.Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", App.Json))!.First(j => j.Kind == "speed");
    }

    [Fact]
    public async Task Independent_edits_of_two_pages_are_both_made_and_conflicts_reported()
    {
        var (show, cue) = await CueAsync();
        var seen = (await _app.ViewAsync(show)).Revision;
        await EditAsync(show, new SetLevel(cue, -9));
        await PostAsync<Edited>($"/api/shows/{show}/edits", new MadeEdit(seen, new SetFade(cue, FadeEnd.In, Fade.Of(3000))));
        var late = await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(seen, new SetLevel(cue, -3)), App.Json);
        Assert.Equal(HttpStatusCode.Conflict, late.StatusCode);
        Assert.Contains("Someone else changed this first", await late.Content.ReadAsStringAsync());
        var now = (await _app.ViewAsync(show)).Show.Cue(cue);
        Assert.Equal((-9, 3000), (now.LevelDb, now.FadeIn.Ms));
    }

    /// <summary>A show of four slides, and one cue on all of them.</summary>
    private async Task<(string Show, string Cue)> CueAsync()
    {
        var show = await _app.ShowAsync(4);
        var sound = await _app.SoundAsync(show, _app.Make("tone.wav", "-f", "lavfi", "-i", "sine=1000:duration=10,volume=-0.5dB", "-ac", "2"));
        var slide = (await _app.ViewAsync(show)).Show.Slides[0].Id;
        var dropped = await PostAsync<Dropped>($"/api/shows/{show}/drops", new { soundId = sound, slideId = slide });
        await EditAsync(show, new SetLevel(dropped.CueId, -0.5));
        return (show, dropped.CueId);
    }

    private async Task<ShowView> AfterAsync(string show, string url, object? body = null) => await _app.AfterAsync(show, await _app.Http.PostAsJsonAsync(url, body, App.Json));

    private async Task<T> PostAsync<T>(string url, object? body = null) =>
        await App.ReadAsync<T>(body is null ? await _app.Http.PostAsync(url, null) : await _app.Http.PostAsJsonAsync(url, body, App.Json));

    private async Task EditAsync(string show, Edit edit) => await PostAsync<Edited>($"/api/shows/{show}/edits", new MadeEdit((await _app.ViewAsync(show)).Revision, edit));

    private async Task<byte[]> ChunkAsync(string show, int chunk, string query = "") => await _app.Http.GetByteArrayAsync($"/api/shows/{show}/sound?{Half.Second(chunk)}{query}");

    private static float Peak(byte[] chunk) => MemoryMarshal.Cast<byte, float>(chunk).ToArray().Max(Math.Abs);
}
