using System.Net;
using System.Net.Http.Json;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Checking;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>The findings of the running server, and its fixes.</summary>
public sealed class ChecksTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task Findings_are_fixed_in_one_edit_or_ignored_with_the_show()
    {
        var show = await _app.ShowAsync(3);
        var slides = (await _app.ViewAsync(show)).Show.Slides.Select(s => s.Id).ToList();
        await EditAsync(show, new SetHolds([.. slides.Select(s => new SlideHold(s, 6_000))]));
        var sound = await _app.SoundAsync(show, _app.Make("hum.flac", "-f", "lavfi", "-i", "aevalsrc=0.3*sin(440*PI*t):d=20:s=48000", "-ac", "2"));
        await EditAsync(show, new SetSoundKind(sound, SoundKind.Bed));
        var cue = (await App.ReadAsync<Dropped>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = slides[0] }))).CueId;
        Assert.Equal(["unknown-rights"], await FoundAsync(show));

        await EditAsync(show, new SetFade(cue, FadeEnd.Out, Core.Signal.Fade.None));
        await EditAsync(show, new SetLevel(cue, -45));
        await EditAsync(show, new SetShowing(new(true, Destination.Web)));
        Assert.Equal(["abrupt-end", "off-target", "unknown-rights"], (await FoundAsync(show)).Order());
        Assert.Equal(Severity.Blocker, (await ChecksAsync(show)).Findings.Single(f => f.Found.Check == "unknown-rights").Found.Severity);
        var before = (await _app.ViewAsync(show)).Show;
        await FixAsync(show);
        Assert.Equal(["unknown-rights"], await FoundAsync(show));
        Assert.Equal("Fixed 2 findings", (await _app.ViewAsync(show)).Undo);

        // Findings that need a user's knowledge are left, and can be ignored; they return when they are about something else.
        var rights = (await ChecksAsync(show)).Findings.Single();
        await EditAsync(show, new IgnoreFinding(rights.Key, true));
        Assert.True((await ChecksAsync(show)).Findings.Single().Ignored);
        var revision = (await _app.ViewAsync(show)).Revision;
        await FixAsync(show);
        Assert.Equal(revision, (await _app.ViewAsync(show)).Revision);
        await EditAsync(show, new SetRights(sound, Rights.Unknown with { Author = "Ida Fennel" }));
        Assert.False((await ChecksAsync(show)).Findings.Single().Ignored);

        for (var n = 0; n < 3; n++) await _app.Http.PostAsync(new Uri($"/api/shows/{show}/undo", UriKind.Relative), null);
        Assert.Equal(before, (await _app.ViewAsync(show)).Show);
    }

    [Fact]
    public async Task A_missing_show_has_no_checks()
    {
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.GetAsync("/api/shows/nowhere/checks")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _app.Http.PostAsync(new Uri("/api/shows/nowhere/checks/fix", UriKind.Relative), null)).StatusCode);
        var refused = await _app.Http.PostAsJsonAsync(
            $"/api/shows/{await _app.ShowAsync(1)}/edits", new { revision = 1, edit = new { kind = "ignoreFinding", finding = "", ignored = true } }, App.Json);
        Assert.Contains("characters", await App.ProblemAsync(refused, HttpStatusCode.BadRequest), StringComparison.Ordinal);
    }

    private async Task<ChecksView> ChecksAsync(string show) => (await _app.Http.GetFromJsonAsync<ChecksView>($"/api/shows/{show}/checks", App.Json))!;

    private async Task<List<string>> FoundAsync(string show) => [.. (await ChecksAsync(show)).Findings.Select(f => f.Found.Check)];

    private async Task FixAsync(string show) => await App.ReadAsync<Edited>(await _app.Http.PostAsync(new Uri($"/api/shows/{show}/checks/fix", UriKind.Relative), null));

    private async Task EditAsync(string show, Edit edit) =>
        await App.ReadAsync<Edited>(await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit((await _app.ViewAsync(show)).Revision, edit), App.Json));
}
