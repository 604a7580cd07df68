using System.Net;
using System.Net.Http.Json;
using Phonaris.Core.Shows.Edits;
using Phonaris.Web.Drafting;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Tests;

/// <summary>A first draft of a soundtrack, over HTTP.</summary>
public sealed class DraftTests(App app) : IClassFixture<App>
{
    private readonly App _app = app;

    [Fact]
    public async Task A_draft_is_previewed_applied_in_part_and_undone()
    {
        var show = await _app.ShowAsync(3);
        foreach (var n in (int[])[1, 3]) await _app.SoundAsync(show, Tone($"{n} voice.wav", 200 + n, 3));
        var bed = await _app.SoundAsync(show, Tone("pad theme.wav", 110, 12));
        var empty = await _app.ViewAsync(show);

        // Music is analysed first, by a job that shows progress and can be cancelled.
        var asked = await _app.Http.GetAsync($"/api/shows/{show}/draft");
        Assert.Equal(HttpStatusCode.Accepted, asked.StatusCode);
        await _app.EndAsync(show, (await App.ReadAsync<JobView>(asked)).Id);
        var draft = await DraftAsync("");
        Assert.Equal("places 1 bed, 2 voices. every sound is used.", draft.Says.ToLowerInvariant());
        Assert.Equal(["slides 1–3", "slide 1", "slide 3"], draft.Cues.Select(c => c.Where));
        draft = await DraftAsync($"?without={bed}");
        Assert.Equal(["slide 1", "slide 3"], draft.Cues.Select(c => c.Where));

        await EditAsync(draft.Edit!);
        var view = await _app.ViewAsync(show);
        Assert.Equal([4000, 2000, 4000], view.Show.Slides.Select(s => s.HoldMs));
        Assert.Equal("Placed a draft: 2 voices", view.Undo);
        await _app.Http.PostAsync($"/api/shows/{show}/undo", null);
        Assert.Equal(empty.Show, (await _app.ViewAsync(show)).Show);

        async Task<DraftView> DraftAsync(string query) => (await _app.Http.GetFromJsonAsync<DraftView>($"/api/shows/{show}/draft{query}", App.Json))!;

        async Task EditAsync(Edit edit) =>
            Assert.True((await _app.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new { revision = (await _app.ViewAsync(show)).Revision, edit }, App.Json)).IsSuccessStatusCode);
    }

    private string Tone(string name, int hertz, int seconds) => _app.Make(name, "-f", "lavfi", "-i", $"sine={hertz}:duration={seconds}:sample_rate=48000", "-ac", "2");
}
