using System.Net;
using System.Net.Http.Json;
using System.Runtime.InteropServices;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Exports.Players;
using Phonaris.Storage;
using Phonaris.Web.Live;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>What a page loads to present a show, the report it sends afterwards, and the clicker's access.</summary>
public sealed class LiveTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task A_run_keeps_its_version_and_is_reported()
    {
        var show = await _app.ShowAsync(3);
        var sound = await _app.SoundAsync(show, _app.Make("hum.wav", "-f", "lavfi", "-i", "sine=330:duration=9:sample_rate=48000", "-ac", "2"));
        await EditAsync(show, new SetSoundKind(sound, SoundKind.Bed));
        var slides = (await _app.ViewAsync(show)).Show.Slides.Select(s => s.Id).ToList();
        var cue = (await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slides[0] }))).CueId;
        await EditAsync(show, new SetPart(cue, 0, 48_000 * 3));
        await EditAsync(show, new SetLevel(cue, -12));

        var (run, strands) = await BeginAsync(show);
        Assert.Equal(cue, Assert.Single(strands).CueId);
        Assert.Equal(slides, run.Plan.Places.Select(p => p.SlideId));
        Assert.False(run.ShownElsewhere);
        var stem = Assert.Single(run.Stems);
        Assert.True(stem.LoopFrom > 0 && stem.LoopFrom < stem.Frames);
        Assert.Equal([cue], stem.CueIds);
        var samples = await StemAsync(show, run, 0);
        Assert.Equal(stem.Frames * 2, samples.Length);
        // As the show sounds during its fade-in, to a step of 24 bits: interleaved here, channel by channel there.
        var chunk = MemoryMarshal.Cast<byte, float>(await _app.Http.GetByteArrayAsync($"/api/shows/{show}/sound?{Half.Second(4)}")).ToArray();
        var first = 4 * 24_000;
        for (var n = 0; n < 24_000; n += 501)
        {
            var at = first + n < stem.Frames ? first + n : stem.LoopFrom + (first + n - stem.LoopFrom) % (stem.Frames - stem.LoopFrom);
            Assert.Equal(chunk[n], samples[2 * at], 1.3e-7f);
        }
        // After an edit, the run is unchanged.
        await EditAsync(show, new SetLevel(cue, 0));
        Assert.Equal(samples, await StemAsync(show, run, 0));
        foreach (var nowhere in new[] { $"{new string('0', 24)}/0", $"{stem.Key}/1000", $"{stem.Key}/-1", "x.y/0" })
            Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{show}/stems/{nowhere}")).StatusCode);

        // Afterwards: times beside the plan, and the holds they would give; invalid reports are rejected.
        var log = new RunLog([new(slides[0], 0, 3_120), new(slides[1], 3_120, 1_000), new(slides[0], 4_120, 500)], [new(0, slides[0], "Hum began with slide 1")]);
        Assert.Equal(HttpStatusCode.NoContent, (await TellAsync(log)).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await TellAsync(log with { Stays = [new(slides[0], -1, 5)] })).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await TellAsync(log with { Lines = [new(0, slides[0], new string('x', 501))] })).StatusCode);
        Assert.Equal(run.Id, Assert.Single((await _app.Http.GetFromJsonAsync<List<Storage.StoredRun>>($"/api/shows/{show}/runs", App.Json))!).Id);
        var report = (await _app.Http.GetFromJsonAsync<RunReportView>($"/api/shows/{show}/runs/{run.Id}/report", App.Json))!.Report;
        Assert.Equal((4_620, 4_000, 2), (report.TookMs, report.PlannedMs, report.Slides[0].Visits));
        await EditAsync(show, report.Edit!);
        Assert.Equal([3_600, 1_000, 2_000], (await _app.ViewAsync(show)).Show.Slides.Select(s => s.HoldMs));

        Task<HttpResponseMessage> TellAsync(RunLog told) => _app.Http.PutAsJsonAsync($"/api/shows/{show}/runs/{run.Id}", new RunDetails("present", DateTime.UtcNow, true, told), App.Json);
    }

    [Fact]
    public async Task A_clicker_needs_its_code_and_can_be_disconnected()
    {
        var show = await _app.ShowAsync(2);
        var run = (await BeginAsync(show)).Run;
        var room = $"/api/shows/{show}/runs/{run.Id}/clicker";
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.PutAsJsonAsync($"{room}/state", new ClickerState("One", "slide 1 of 2", "Owl begins", []))).StatusCode);
        var joined = await App.ReadAsync<ClickerView>(await _app.Http.PostAsync(room, null));
        Assert.Matches("^[0-9]{6}$", joined.Code);
        Assert.Equal(joined.Code, (await App.ReadAsync<ClickerView>(await _app.Http.PostAsync(room, null))).Code);
        await _app.Http.PutAsJsonAsync($"{room}/state", new ClickerState("One", "slide 1 of 2", "Owl begins", ["Owl"]));
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.PostAsJsonAsync("/clicker/join", new { code = "nobody" })).StatusCode);
        var token = (await (await _app.Http.PostAsJsonAsync("/clicker/join", new { code = joined.Code })).Content.ReadFromJsonAsync<Dictionary<string, string>>())!["token"];
        Assert.Equal(new("One", "slide 1 of 2", "Owl begins", ["Owl"]), await _app.Http.GetFromJsonAsync<ClickerState>($"/clicker/state?token={token}", App.Json));
        Assert.Equal(HttpStatusCode.NoContent, (await PressAsync(token)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await PressAsync("made-up")).StatusCode);
        await _app.Http.DeleteAsync(room);
        Assert.Equal(HttpStatusCode.NotFound, (await PressAsync(token)).StatusCode);

        Task<HttpResponseMessage> PressAsync(string with) => _app.Http.PostAsJsonAsync("/clicker/press", new ClickerPress(with, "on", 0));
    }

    [Fact]
    public async Task Clickers_are_disconnected_when_the_run_ends_or_the_show_is_deleted()
    {
        var show = await _app.ShowAsync(2);
        foreach (var end in new[] { "run", "show" })
        {
            var run = (await BeginAsync(show)).Run;
            var code = (await App.ReadAsync<ClickerView>(await _app.Http.PostAsync($"/api/shows/{show}/runs/{run.Id}/clicker", null))).Code;
            var token = (await (await _app.Http.PostAsJsonAsync("/clicker/join", new { code })).Content.ReadFromJsonAsync<Dictionary<string, string>>())!["token"];
            Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync($"/clicker/state?token={token}")).StatusCode);
            if (end == "show") await _app.Http.DeleteAsync($"/api/shows/{show}");
            else await _app.Http.PutAsJsonAsync($"/api/shows/{show}/runs/{run.Id}", new RunDetails("present", DateTime.UtcNow, true, new RunLog([], [])), App.Json);
            Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/clicker/state?token={token}")).StatusCode);
        }
    }

    [Fact]
    public void Wrong_codes_slow_down_only_their_address()
    {
        var rooms = new ClickerRooms(TimeProvider.System);
        var code = rooms.Open("run").Code;
        var (guesser, phone) = (IPAddress.Parse("192.0.2.7"), IPAddress.Parse("192.0.2.8"));
        for (var n = 0; n < ClickerRooms.FreeTries; n++) Assert.Contains("Wrong code", Assert.Throws<RuleException>(() => rooms.Join("x", guesser)).Message);
        Assert.Contains("Too many wrong codes", Assert.Throws<RuleException>(() => rooms.Join(code, guesser)).Message);
        Assert.NotNull(rooms.ByToken(rooms.Join(code, phone)));
        // From this machine too: any account on it, or a page in its browser, may try codes.
        Assert.NotNull(rooms.ByToken(rooms.Join(code, IPAddress.Loopback)));
        for (var n = 0; n < ClickerRooms.FreeTries; n++) Assert.Throws<RuleException>(() => rooms.Join("x", IPAddress.Loopback));
        Assert.Contains("Too many wrong codes", Assert.Throws<RuleException>(() => rooms.Join(code, IPAddress.Loopback)).Message);
    }

    private async Task<NewRunView> BeginAsync(string show) => await App.ReadAsync<NewRunView>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/runs", new { kind = "present" }));

    /// <summary>The samples of a stem, each of its segments decoded separately; the last one is requested first.</summary>
    private async Task<float[]> StemAsync(string show, RunView run, int stem)
    {
        var (count, samples) = ((int)((run.Stems[stem].Frames + run.PieceFrames - 1) / run.PieceFrames), new List<float>());
        var pieces = new byte[count][];
        for (var n = count - 1; n >= 0; n--) pieces[n] = await _app.Http.GetByteArrayAsync($"/api/shows/{show}/stems/{run.Stems[stem].Key}/{n}");
        foreach (var piece in pieces)
        {
            Assert.Equal(0, samples.Count % (run.PieceFrames * 2));
            await File.WriteAllBytesAsync(_app.PathOf("piece.flac"), piece);
            samples.AddRange(MemoryMarshal.Cast<byte, float>(await File.ReadAllBytesAsync(_app.Make("piece.f32", "-i", _app.PathOf("piece.flac"), "-f", "f32le"))));
        }
        return [.. samples];
    }

    private async Task EditAsync(string show, Edit edit) =>
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit((await _app.ViewAsync(show)).Revision, edit), App.Json));
}
