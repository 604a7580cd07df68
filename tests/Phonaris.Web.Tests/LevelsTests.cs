using System.Net;
using System.Net.Http.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Levels;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>Levels measured, matched and stored by the running server.</summary>
public sealed class LevelsTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task A_following_level_is_part_of_the_edit_and_its_undo()
    {
        var show = await _app.ShowAsync(3);
        var slides = (await _app.ViewAsync(show)).Show.Slides.Select(s => s.Id).ToList();
        await EditAsync(show, new SetHolds([.. slides.Select(s => new SlideHold(s, 12_000))]));
        // A tone that is 14 dB louder in its second half.
        var sound = await _app.SoundAsync(show, _app.Make("tone.flac", "-f", "lavfi", "-i", "aevalsrc='if(lt(t,5),0.06,0.3)*sin(880*PI*t)':d=10:s=48000", "-ac", "2"));
        await EditAsync(show, new SetSoundKind(sound, SoundKind.Voice));
        var cue = (await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slides[0] }))).CueId;
        await EditAsync(show, new SetLevel(cue, -3));

        var before = await LevelsAsync(show);
        var told = before.Cues.Single();
        Assert.NotEqual(told.TargetLufs, told.NowLufs!.Value, 0.5);
        Assert.Equal((-16, false), (told.TargetLufs, told.Follows));
        Assert.Equal(told.NowLufs!.Value, before.IntegratedLufs!.Value, 0.15);
        Assert.Null(before.Slides[2].IntegratedLufs);

        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/levels/match", new CuesToMatch([cue]), App.Json));
        Assert.Equal(-16, (await LevelsAsync(show)).Cues.Single().NowLufs!.Value, 0.1);
        var matched = await CueAsync(show);
        Assert.Equal((told.ToDb, true), (matched.LevelDb, matched.Follows));
        Assert.Equal("Matched 1 level", (await _app.ViewAsync(show)).Undo);

        // Only its quiet half is used: it becomes louder in the same edit, and in the same undo.
        await EditAsync(show, new SetPart(cue, 0, 5 * 48_000));
        var quiet = await CueAsync(show);
        Assert.InRange(quiet.LevelDb - matched.LevelDb, 8, Cue.GreatestLevelDb - matched.LevelDb);
        Assert.True(quiet.Follows);
        await _app.Http.PostAsync(new Uri($"/api/shows/{show}/undo", UriKind.Relative), null);
        Assert.Equal(matched, await CueAsync(show));
        // Unrelated edits do not change it.
        await EditAsync(show, new RenameShow("Another"));
        Assert.Equal(matched, await CueAsync(show));

        // Set manually, it no longer follows.
        await EditAsync(show, new SetLevel(cue, -20));
        await EditAsync(show, new SetLevelTargets(LevelTargets.Broadcast));
        Assert.Equal((-20, false), ((await CueAsync(show)).LevelDb, (await CueAsync(show)).Follows));
        Assert.Equal(-23, (await LevelsAsync(show)).Cues.Single().TargetLufs);
    }

    [Fact]
    public async Task Invalid_targets_are_rejected_and_a_show_without_sounds_has_no_levels()
    {
        var show = await _app.ShowAsync(1);
        foreach (var targets in (LevelTargets[])[LevelTargets.Web with { VoiceLufs = -2 }, LevelTargets.Web with { TruePeakDbtp = 0 }, LevelTargets.Web with { BedUnderVoiceLufs = -10 }])
        {
            var revision = (await _app.ViewAsync(show)).Revision;
            var refused = await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(revision, new SetLevelTargets(targets)), App.Json);
            Assert.Contains("LUFS|dBTP|higher".Split('|'), (await App.ProblemAsync(refused, HttpStatusCode.BadRequest)).Contains);
        }
        var none = await LevelsAsync(show);
        Assert.Equal((null, null, 0), (none.IntegratedLufs, none.TruePeakDbtp, none.Cues.Count));
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync("/api/shows/nowhere/levels")).StatusCode);
        // Nothing to match: nothing changes.
        var edited = await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/levels/match", new CuesToMatch(["gone"]), App.Json));
        Assert.Equal((await _app.ViewAsync(show)).Revision, edited.Revision);
    }

    private async Task<LevelsView> LevelsAsync(string show) => (await _app.Http.GetFromJsonAsync<LevelsView>($"/api/shows/{show}/levels", App.Json))!;

    private async Task<Cue> CueAsync(string show) => (await _app.ViewAsync(show)).Show.Cues.Single();

    private async Task EditAsync(string show, Edit edit) =>
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit((await _app.ViewAsync(show)).Revision, edit), App.Json));
}
