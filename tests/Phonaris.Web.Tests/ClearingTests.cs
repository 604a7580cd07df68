using System.Net;
using System.Net.Http.Json;
using Phonaris.Core.Clearing;
using Phonaris.Core.Matching;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Storage;
using Phonaris.Web.Clearing;

namespace Phonaris.Web.Tests;

/// <summary>Usage rights, replacement of sounds, and the music of other shows, over HTTP.</summary>
public sealed class ClearingTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task The_clearance_desks_answer_is_stored_with_the_sound()
    {
        var show = await _app.ShowAsync(3);
        var curtain = await TakenAsync(show, "curtain");
        await LayAsync(show, curtain, "c1");
        await EditAsync(show, new SetShowing(new(false, Destination.Web)));
        Assert.Equal(UsageRight.Ask, Assert.Single(await ClearedAsync(show)).Answer);

        var fee = await AskAsync(show, curtain.Id, pays: false);
        Assert.Equal((DeskDecision.Fee, 18, null), (fee.Answer.Says, fee.Answer.Fee, fee.Edited));
        Assert.Equal(UsageRight.Ask, Assert.Single(await ClearedAsync(show)).Answer);
        var paid = await AskAsync(show, curtain.Id, pays: true);
        Assert.Equal(DeskDecision.Yes, paid.Answer.Says);
        Assert.NotNull(paid.Edited);
        Assert.Equal((UsageRight.Yes, "Cleared on the public web by the clearance desk (no. 758-3)."), (Assert.Single(await ClearedAsync(show)).Answer, (await ClearedAsync(show))[0].Why));
        // The same question gets the same answer; a smaller destination costs nothing.
        Assert.Equal(paid.Answer, (await AskAsync(show, curtain.Id, pays: true)).Answer);
        await EditAsync(show, new SetShowing(new(false, Destination.Inside)));
        Assert.Equal(DeskDecision.Yes, (await AskAsync(show, curtain.Id, pays: false)).Answer.Says);

        // It does not know sounds from elsewhere.
        var own = await _app.SoundAsync(show, _app.Make("own.flac", "-f", "lavfi", "-i", "sine=duration=3", "-ac", "2"));
        await EditAsync(show, new SetRights(own, Rights.Unknown with { Author = "Aino" }));
        var unknown = await AskAsync(show, own, pays: false);
        Assert.Equal((DeskDecision.Unknown, null), (unknown.Answer.Says, unknown.Edited));
        Assert.Contains("Ask Aino", unknown.Answer.Why);
    }

    [Fact]
    public async Task A_slow_or_failing_desk_loses_nothing()
    {
        using var moody = new App();
        var show = await moody.ShowAsync(1);
        moody.Restart(("Phonaris:MoodyCatalogue", "true"));
        var sound = await moody.SoundAsync(show, moody.Make("own.flac", "-f", "lavfi", "-i", "sine=duration=3", "-ac", "2"));
        var before = await moody.ViewAsync(show);
        List<HttpStatusCode> answers = [];
        for (var n = 0; n < 5; n++)
        {
            using var answer = await moody.Http.PostAsJsonAsync($"/api/shows/{show}/sounds/{sound}/ask-desk", new AskDesk());
            answers.Add(answer.StatusCode);
            if (n == 4) Assert.Contains("The clearance desk is not responding", await answer.Content.ReadAsStringAsync());
        }
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.OK, HttpStatusCode.OK, HttpStatusCode.OK, HttpStatusCode.BadRequest], answers);
        Assert.Equal(before.Revision, (await moody.ViewAsync(show)).Revision);
    }

    [Fact]
    public async Task A_replaced_piece_keeps_its_cues_settings()
    {
        var show = await _app.ShowAsync(3);
        var sound = await TakenAsync(show, "market-morning");
        await LayAsync(show, sound, "c2");
        await EditAsync(show, new SetFade("c2", FadeEnd.In, Fade.Of(2500)));
        var view = await _app.AfterAsync(show, await _app.Http.PostAsync($"/api/shows/{show}/sounds/{sound.Id}/catalogue/long-road", null));
        var (taken, cue) = (view.Show.Sounds.Single(), view.Show.Cues.Single());
        Assert.Equal((sound.Id, "Long Road", "Imke Sol", "the sound catalogue, piece long-road", ""), (taken.Id, taken.Name, taken.Rights.Author, taken.Rights.Source, taken.Rights.Proof));
        Assert.Equal("long-road", taken.Rights.CataloguePiece);
        Assert.Equal((Fade.Of(2500), -11.0, taken.Frames), (cue.FadeIn, cue.LevelDb, cue.OutFrame));
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.PostAsync($"/api/shows/{show}/sounds/{sound.Id}/catalogue/gone", null)).StatusCode);
    }

    [Fact]
    public async Task The_music_of_another_show_is_proposed_and_placed()
    {
        var (may, june) = (await _app.ShowAsync(3), await _app.ShowAsync(5));
        await LayAsync(may, await TakenAsync(may, "hill-rain"), "c3");
        var lines = await App.ReadAsync<List<CarriedMusic>>(await _app.Http.GetAsync($"/api/shows/{june}/music-of/{may}?by=numbers"));
        Assert.Equal(("Hill Rain", "slides 1–5"), (lines.Single().Name, lines[0].Becomes));
        var view = await _app.AfterAsync(june, await _app.Http.PostAsJsonAsync($"/api/shows/{june}/music-of/{may}", new { by = "numbers", cueIds = new[] { "c3" } }));
        Assert.Equal((-11.0, "Hill Rain"), (view.Show.Cues.Single().LevelDb, view.Show.Sounds.Single().Name));
        Assert.Equal(HttpStatusCode.BadRequest, (await _app.Http.PostAsJsonAsync($"/api/shows/{june}/music-of/{may}", new { by = "numbers", cueIds = Array.Empty<string>() })).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync($"/api/shows/{june}/music-of/none?by=titles")).StatusCode);
    }

    private async Task<Sound> TakenAsync(string show, string piece) =>
        (await _app.AfterAsync(show, await _app.Http.PostAsync($"/api/shows/{show}/catalogue/{piece}", null))).Show.Sounds[^1];

    /// <summary>Places a sound on all slides, with its own level.</summary>
    private async Task LayAsync(string show, Sound sound, string cueId)
    {
        var view = await _app.ViewAsync(show);
        await EditAsync(show, new PlaceCue(CueDefaults.For(view.Show, sound, view.Show.Slides[0].Id, cueId) with { Span = new(view.Show.Slides[0].Id, view.Show.Slides[^1].Id), LevelDb = -11 }, int.MaxValue));
    }

    private async Task EditAsync(string show, Edit edit) => (await _app.Http.PostAsJsonAsync(
        $"/api/shows/{show}/edits", new MadeEdit((await _app.ViewAsync(show)).Revision, edit), ShowJson.Options)).EnsureSuccessStatusCode();

    private async Task<DeskReply> AskAsync(string show, string sound, bool pays) =>
        await App.ReadAsync<DeskReply>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/sounds/{sound}/ask-desk", new AskDesk(pays)));

    private async Task<List<ClearedSound>> ClearedAsync(string show) => (await _app.Http.GetFromJsonAsync<List<ClearedSound>>($"/api/shows/{show}/clearance", App.Json))!;
}
