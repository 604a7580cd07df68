using System.Net;
using System.Net.Http.Json;
using System.Runtime.InteropServices;
using Microsoft.Extensions.DependencyInjection;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Storage;
using Phonaris.Web.Fitting;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>Music fitted to its slides by the running server.</summary>
public sealed class FitTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task Methods_are_compared_and_previewed_as_they_will_play()
    {
        var show = await _app.ShowAsync(4);
        var slides = (await _app.ViewAsync(show)).Show.Slides.Select(s => s.Id).ToList();
        await EditAsync(show, new SetHolds([.. slides.Select(s => new SlideHold(s, 8_000))]));
        // Two beats per second, a chord for each bar of four.
        var sound = await _app.SoundAsync(show, _app.Make(
            "reel.flac", "-f", "lavfi", "-i", "aevalsrc='0.3*sin(2*PI*(220+55*floor(mod(t,8)/2))*t)*exp(-6*mod(t,0.5))+0.3*(random(0)-0.5)*exp(-60*mod(t,0.5))':d=48:s=48000", "-ac", "2"));
        await EditAsync(show, new SetSoundKind(sound, SoundKind.Bed));
        var cue = (await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slides[0] }))).CueId;
        await EditAsync(show, new SetLevel(cue, 0));
        await EditAsync(show, new Several([new SetFade(cue, FadeEnd.In, Fade.None), new SetFade(cue, FadeEnd.Out, Fade.None)], "No fades"));

        // Music is analysed first, by a job that shows progress and can be cancelled.
        var asked = await _app.Http.GetAsync($"/api/shows/{show}/fits");
        Assert.Equal(HttpStatusCode.Accepted, asked.StatusCode);
        var job = await App.ReadAsync<JobView>(asked);
        Assert.Equal(("listen", "Reel"), (job.Kind, job.Name));
        Assert.Equal(Storage.JobState.Done, (await _app.EndAsync(show, job.Id)).State);
        var all = await GetAsync<FitAllView>($"/api/shows/{show}/fits");
        Assert.StartsWith("1 bed will be exactly as long as its slides. ", all.Says);
        Assert.Equal((cue, FitMethod.Recut), (all.Beds.Single().CueId, all.Beds[0].Method));
        var fits = await GetAsync<FitsView>($"/api/shows/{show}/cues/{cue}/fits");
        Assert.Equal((32 * 48_000L, 48 * 48_000L, 120.0), (fits.LengthFrames, fits.UsedFrames, fits.TempoBpm!.Value), new Near());
        Assert.Equal(FitMethod.Recut, fits.Methods[0].Method);
        Assert.Equal("Makes 4 slides longer by 0:16.0 in all. The music plays in full.", fits.Repace.Says);
        Assert.Contains("skips its first 0:16.0", fits.EndTogether.Says);
        Assert.All(fits.Ends, e => Assert.InRange(e.Frame, 20 * 48_000, 32 * 48_000));
        var end = fits.Ends[1].Frame;
        Assert.All((await ChunkAsync($"/api/shows/{show}/cues/{cue}/fits/shorten-{end}/samples?{Half.Second(63)}"))[^1000..], s => Assert.Equal(0, s));
        Assert.Contains(await ChunkAsync($"/api/shows/{show}/cues/{cue}/fits/whole/samples?{Half.Second(95)}"), s => s != 0);
        var tried = await ChunkAsync($"/api/shows/{show}/cues/{cue}/fits/recut/samples?{Half.Second(58)}");
        Assert.True(tried.Max() > 0.05f);
        Assert.NotEqual(tried, await ChunkAsync($"/api/shows/{show}/sound?{Half.Second(58)}"));
        Assert.Equal(HttpStatusCode.NoContent, (await _app.Http.GetAsync($"/api/shows/{show}/cues/{cue}/fits/recut/samples?{Half.Second(64)}")).StatusCode);

        var later = await ChunkAsync($"/api/shows/{show}/cues/{cue}/fits/recut/samples?{Half.Second(59)}");
        await EditAsync(show, all.Edit!);
        // All derived files are removed, as on a full disk: the bed is still cut to its slides.
        foreach (var file in Directory.GetFiles(_app.PathOf("data/derived"), "*", SearchOption.AllDirectories)) File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddDays(-1));
        await _app.Services.GetRequiredService<DerivedBound>().KeepAsync(0, default);
        Assert.Equal(later, await ChunkAsync($"/api/shows/{show}/sound?{Half.Second(59)}"));
        Assert.Equal(tried, await ChunkAsync($"/api/shows/{show}/sound?{Half.Second(58)}"));
        // When the show becomes longer, the fit follows; undo reverts both.
        await EditAsync(show, new SetHolds([new(slides[2], 16_000)]));
        var strand = (await _app.ViewAsync(show)).Strands.Single();
        Assert.Equal(40 * 48_000, strand.EndFrame);
        Assert.NotEmpty(strand.EditPoints);

        var paced = await GetAsync<RepaceView>($"/api/shows/{show}/cues/{cue}/repace?on=beats");
        Assert.Equal(48_000, paced.Slides.Sum(s => s.AfterMs));
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{show}/cues/{cue}/repace?on=mondays")).StatusCode);
    }

    private async Task<T> GetAsync<T>(string url) => (await _app.Http.GetFromJsonAsync<T>(url, App.Json))!;

    private async Task<float[]> ChunkAsync(string url) => MemoryMarshal.Cast<byte, float>(await _app.Http.GetByteArrayAsync(url)).ToArray();

    private async Task EditAsync(string show, Edit edit) =>
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit((await _app.ViewAsync(show)).Revision, edit), App.Json));

    /// <summary>Equal except for half a beat per minute.</summary>
    private sealed class Near : IEqualityComparer<(long, long, double)>
    {
        public bool Equals((long, long, double) x, (long, long, double) y) => (x.Item1, x.Item2) == (y.Item1, y.Item2) && Math.Abs(x.Item3 - y.Item3) < 0.5;

        public int GetHashCode((long, long, double) obj) => 0;
    }
}
