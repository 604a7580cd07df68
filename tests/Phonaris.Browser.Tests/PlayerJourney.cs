using System.IO.Compression;
using System.Text.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Drills;

namespace Phonaris.Browser.Tests;

/// <summary>A show exported as a player: opened from a file with the network off, and recorded.</summary>
public sealed class PlayerJourney(HearingBrowser browser) : IClassFixture<HearingBrowser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public async Task A_player_runs_from_a_file_without_a_network()
    {
        await MakeAsync();
        _browser.View("Export");
        var zip = await ExportedAsync("Player, ZIP", "show.zip");
        var page = await ExportedAsync("Player, one file", "show.html");
        var folder = Path.Combine(Path.GetDirectoryName(zip)!, "Für den Saal");
        ZipFile.ExtractToDirectory(zip, folder);

        _browser.OpenFile(Path.Combine(folder, "index.html"));
        _browser.Says("main", "24 slides");
        _browser.Says("details", "Credits");
        Assert.Empty(_browser.Axe());
        // It advances as the show is set, until another way is chosen.
        Assert.Equal("Manually", _browser.Text("label:has(input:checked)"));
        _browser.Button("Begin").Click();
        _browser.Says("[data-testid=controls]", "1 of 24");
        Assert.Empty(_browser.Axe());
        _browser.Until(() => _browser.Js<bool>("(window.bedPeak = Math.max(...heard.slice(-100).map(b => b[1])), bedPeak > 0.02 && Math.min(...heard.slice(-100).map(b => b[1])) > bedPeak * 0.9)"), "the bed in full");

        // Manual cues are large enough for a finger.
        Assert.InRange(_browser.Js<double>("document.querySelector('[data-hand] > span').getBoundingClientRect().width"), 44, 60);

        // The sound of a key and the looping bed play together.
        _browser.Js<bool>("(window.sounded = 0, hearing(p => p > bedPeak * 1.4).then(t => (sounded = t)), true)");
        _browser.Press("1");
        _browser.Until(() => _browser.Js<double>("sounded") > 0, "the chirp to be heard");
        _browser.Until(() => _browser.Js<bool>("heard.slice(-100).every(b => b[1] < bedPeak * 1.1)"), "the bed alone");

        // After twenty slides, some by keys, some by touch, the bed has not broken for five milliseconds.
        var from = browser.Now();
        for (var n = 0; n < 20; n++)
        {
            if (n % 4 == 3) _browser.Touch("main canvas");
            else _browser.Press(Keys.PageDown);
            Thread.Sleep(150);
        }
        _browser.Says("[data-testid=controls]", "21 of 24");
        browser.AssertUnbroken(from, browser.Now());
        // The notes, as captions.
        _browser.Press("c");
        _browser.Says("[data-testid=caption]", "Said to slide twenty-one.");
        Assert.Empty(_browser.Axe());

        // The bed's span ends with slide 22: it fades out with its curve.
        _browser.Press(Keys.ArrowRight);
        _browser.Press(Keys.ArrowRight);
        _browser.Until(() => _browser.Js<bool>("heard.slice(-400).every(b => b[1] < 0.0008)"), "the bed to have died away");
        Assert.All(browser.FadeShape(2.0), point => Assert.InRange(point.Heard, point.Wanted - 0.04, point.Wanted + 0.04));
        _browser.Press(Keys.End);
        _browser.Button("End").Click();
        _browser.Says("section[aria-label=Credits]", "Ida Fennel");
        Assert.Empty(_browser.Axe());

        // The same in one file, self-running: it plays to its end by the clock.
        _browser.OpenFile(page);
        _browser.ClickOn("label", "Automatically");
        _browser.Says("main", "Chirp is triggered manually");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Js<bool>("heard.slice(-100).some(b => b[1] > 0.02)"), "the bed");
        _browser.Says("[data-testid=controls]", "3 of 24");
        Assert.Empty(_browser.Complaints());
    }

    /// <summary>A tone looping under slides 1 to 22, and a manual chirp on all.</summary>
    private async Task MakeAsync()
    {
        _browser.Made(24, 1, new("Steady", 330, 12, SoundKind.Bed, 1, 22, LevelDb: -6), new("Chirp", 900, 1, SoundKind.Spot, 1, 24, LevelDb: 6));
        var show = _browser.Url.Split('/')[^1];
        var cues = (await _browser.Http.ViewAsync(show)).GetProperty("show").GetProperty("cues").EnumerateArray().ToList();
        await EditAsync(new SetFade(cues[0].GetProperty("id").GetString()!, FadeEnd.Out, Fade.Of(2000)));
        await EditAsync(new SetStart(cues[1].GetProperty("id").GetString()!, CueStart.ByHand));
        await EditAsync(new SetNotes("s21", "Said to slide twenty-one."));
        // Its caption stays as long: it is checked whenever the machine gets to it.
        await EditAsync(new SetHolds([new("s21", 60_000)]));

        Task EditAsync(Edit edit) => _browser.Http.EditAsync(show, JsonSerializer.SerializeToElement(edit, ShowJson.Options));
    }

    private async Task<string> ExportedAsync(string form, string name)
    {
        var made = _browser.Count("[data-state=done]");
        _browser.ClickOn("nav[aria-label='Recipient'] button", "Browser");
        _browser.ClickOn("label", form);
        _browser.Button("Export file").Click();
        _browser.Until(() => _browser.Count("[data-state=done]") == made + 1 && _browser.Text("[data-state=done] h3") == form, form);
        var path = _browser.PathOf(name);
        await File.WriteAllBytesAsync(path, await _browser.Http.GetByteArrayAsync(new Uri(_browser.Find("[data-state=done] a[download]").GetDomProperty("href")!)));
        return path;
    }
}
