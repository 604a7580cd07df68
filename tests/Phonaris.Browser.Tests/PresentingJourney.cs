using System.Net;
using System.Net.Http.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Storage;
using Phonaris.Web.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>A show presented to an audience: presenter, audience and clicker together, the sound measured at the output, and the server stopped in the middle.</summary>
public sealed class PresentingJourney(HearingBrowser browser) : IClassFixture<HearingBrowser>
{
    private const int Slides = 26;

    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public async Task A_show_is_presented_and_continues_without_the_server()
    {
        var show = await MakeAsync();
        _browser.Go($"/shows/{show}/present");
        _browser.Find("[data-testid=ready]");
        Assert.Empty(_browser.Axe());
        _browser.Button("Begin").Click();

        // The waiting loop loops by its clock, with its bed.
        _browser.Until(() => _browser.Where() == "slide 3 of 26, waiting loop", "the loop's last slide");
        _browser.Until(() => _browser.Where() == "slide 1 of 26, waiting loop", "the loop starting again");
        _browser.Find("[aria-label='Talk starts in']").SendKeys("4:30" + Keys.Enter);
        _browser.Says("[data-testid=countdown]", "starts in 4:");
        _browser.Button("+5 min").Click();
        _browser.Says("[data-testid=nextEffect]", "Steady continues");
        Assert.Empty(_browser.Axe());

        // The audience sees the slide and the countdown. Closing and reopening the window harms nothing.
        foreach (var _ in Enumerable.Range(0, 2))
        {
            _browser.Button("Audience").Click();
            _browser.Window("Audience");
            _browser.Says("[data-testid=audience]", "starts in ");
            _browser.Js<bool>("(window.close(), true)");
            _browser.Window();
        }
        _browser.Button("Audience").Click();
        _browser.Window();

        // A phone: wrong codes are delayed after five tries; with the right one it changes the slides.
        _browser.Button("Clicker").Click();
        var code = _browser.Text("[data-testid=code]");
        for (var n = 0; n < 5; n++) Assert.Equal(HttpStatusCode.BadRequest, (await Phone("join", new { code = $"x{n}" })).StatusCode);
        Assert.Contains("Try again in", await (await Phone("join", new { code })).Content.ReadAsStringAsync());
        _browser.Until(() => Phone("join", new { code }).Result.IsSuccessStatusCode, "the wait to be over");
        _browser.Find("[role=dialog] a[href^='/clicker']").Click();
        _browser.Window("Clicker");
        _browser.Says("[data-in] #next", "Steady continues");
        _browser.Find("[data-in] #on").Click();
        _browser.Window();
        _browser.Until(() => _browser.Where() == "slide 4 of 26", "the talk begun by the clicker");
        _browser.Find("[role=dialog] button[aria-label=Close]").Click();

        // The hotspot on the audience's slide plays its sound, and so does its key.
        _browser.Until(() => _browser.Js<bool>("(window.bedPeak = Math.max(...heard.slice(-100).map(b => b[1])), bedPeak > 0.02 && Math.min(...heard.slice(-100).map(b => b[1])) > bedPeak * 0.9)"), "the bed in full");
        _browser.Window("Audience");
        _browser.Find("[data-spot]").Click();
        _browser.Window();
        _browser.Until(() => _browser.Sounding().Contains("Chirp", StringComparison.Ordinal), "the chirp");
        _browser.Until(() => _browser.Js<bool>("heard.slice(-200).some(b => b[1] > bedPeak * 1.5)"), "the chirp to be heard");
        _browser.Until(() => _browser.Js<bool>("heard.slice(-100).every(b => b[1] < bedPeak * 1.1)"), "the bed alone");
        _browser.Press("1");
        _browser.Until(() => _browser.Js<bool>("heard.slice(-200).some(b => b[1] > bedPeak * 1.5)"), "the chirp to be heard once more");

        // Keys pause and resume a sound. The time is read out, and so are the position and what is next.
        _browser.Until(() => _browser.Count("[data-sounding]") == 1, "the bed alone");
        _browser.Press("h");
        _browser.Until(() => _browser.Sounding().Contains("paused", StringComparison.Ordinal), "the bed held");
        _browser.Until(() => _browser.Js<bool>("heard.slice(-40).every(b => b[1] < 1e-4)"), "nothing to be heard while it is held");
        _browser.Press("h");
        _browser.Until(() => _browser.Js<bool>("heard.slice(-40).every(b => b[1] > 0.02)"), "the bed to go on");
        _browser.Press("t");
        _browser.Until(() => TextOf("time-told").Contains("into the talk", StringComparison.Ordinal), "the time to be read out");
        Assert.Equal("Slide 4, Slide 4. Playing: Steady. Next: Steady continues.", TextOf("told"));

        // The notes are made larger by dragging their edge, and again by a key.
        var letters = Letters();
        _browser.Hand.DragAndDropToOffset(_browser.Find("[data-testid=notes-edge]"), -70, 0).Perform();
        Assert.InRange(Letters() - letters, 3, 7);
        letters = Letters();
        _browser.Press("+");
        _browser.Until(() => Letters() == letters + 2, "larger notes");

        // Another page presents the show too: both are warned.
        _browser.Tab($"/shows/{show}/present");
        _browser.Find("[data-testid=ready]");
        _browser.Says("[role=alert]", "also being presented on another page");
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=where]");
        _browser.Window();
        _browser.Says("[role=status]", "also being presented on another page");
        _browser.CloseTabs();
        _browser.Until(() => !_browser.Js<bool>("document.body.textContent.includes('also being presented')"), "not any more");

        // The browser blocks the sound, then another output is plugged in: both are reported, and the show continues.
        _browser.Js<bool>("(heardBy.suspend(), true)");
        _browser.Button("Enable sound").Click();
        _browser.Until(() => _browser.Js<string>("heardBy.state") == "running", "the sound to go on");
        _browser.Js<bool>("navigator.mediaDevices.dispatchEvent(new Event('devicechange'))");
        _browser.Says("[role=status]", "The sound output changed");

        // An edit is reported and does not affect this run.
        await EditAsync(show, new RenameShow("Another title"));
        _browser.Says("[role=status]", "edited");

        // The server is stopped. After twenty slides, the bed has not broken for five milliseconds.
        _browser.LoseServer();
        _browser.Says("[role=status]", "Disconnected from the server");
        var from = browser.Now();
        for (var n = 0; n < 20; n++)
        {
            _browser.Press(Keys.PageDown);
            Thread.Sleep(150);
        }
        _browser.Until(() => _browser.Where() == "slide 24 of 26", "slide 24");
        browser.AssertUnbroken(from, browser.Now());

        // Its span ends with slide 24: it fades out with its curve.
        _browser.Press(Keys.ArrowRight);
        _browser.Until(() => _browser.Sounding().Contains("Silence", StringComparison.Ordinal), "silence");
        // By the audio clock: on a busy machine it lags behind the system clock.
        _browser.Until(() => _browser.Js<bool>("heard.slice(-400).every(b => b[1] < 0.0008)"), "the bed to have died away");
        Assert.All(browser.FadeShape(2.0), point => Assert.InRange(point.Heard, point.Wanted - 0.04, point.Wanted + 0.04));

        // Previous, by number, black, pause, and silence all.
        _browser.Press("g");
        _browser.Find("[aria-label='Slide number']").SendKeys("7" + Keys.Enter);
        _browser.Until(() => _browser.Where() == "slide 7 of 26" && _browser.Sounding().Contains("Steady", StringComparison.Ordinal), "slide 7, and its bed");
        _browser.Press("b");
        _browser.Until(() => _browser.Where() == "slide 7 of 26, black", "the screen black");
        _browser.Press("b");
        _browser.Button("Pause").Click();
        _browser.Until(() => _browser.Js<string>("heardBy.state") == "suspended", "the sound held");
        _browser.Button("Resume").Click();
        _browser.Press("s");
        _browser.Until(() => _browser.Sounding().Contains("was silenced", StringComparison.Ordinal), "silence");
        _browser.Until(() => _browser.Js<double>("Math.max(...heard.slice(-40).map(b => b[1]))") < 1e-4, "nothing to be heard");

        // Minutes of going back and forth leak nothing.
        var before = HeapMb();
        _browser.Js<bool>("(window.walked = false, (async () => { for (let n = 0; n < 80; n++) { document.dispatchEvent(new KeyboardEvent('keydown', { key: ['ArrowRight', 'ArrowRight', 'ArrowLeft', 'End', 'Home', '1'][n * 7 % 6] })); heard.length = 0; await new Promise(r => setTimeout(r, 8)); } window.walked = true; })(), true)");
        _browser.Until(() => _browser.Js<bool>("window.walked"), "the walk to end", TimeSpan.FromMinutes(1));
        Thread.Sleep(2500);
        Assert.InRange(HeapMb() - before, -50, 4);

        _browser.Button("End").Click();
        _browser.Says("main", "The report is saved here");
        Assert.Contains("Chirp was triggered manually", _browser.Js<string>("Object.entries(localStorage).filter(([k]) => k.startsWith('phonaris-run')).map(([, told]) => told).join()"));
    }

    [Fact]
    public async Task A_show_is_resumed_after_a_reload_with_the_server_gone()
    {
        var show = await MakeAsync();
        _browser.Go($"/shows/{show}");
        _browser.View("Present");
        _browser.Find("[data-testid=ready]");
        _browser.Button("Begin").Click();
        for (var n = 0; n < 3; n++) _browser.Press(Keys.PageDown);
        _browser.Until(() => _browser.Where() == "slide 6 of 26", "slide 6");
        // Back asks first.
        _browser.Js<bool>("(history.back(), true)");
        _browser.Says("[role=dialog]", "You can resume the show when you come back.");
        Assert.Empty(_browser.Axe());
        _browser.Button("Stay").Click();
        _browser.Until(() => _browser.Count("[role=dialog]") == 0 && _browser.Where() == "slide 6 of 26", "the show to go on");
        _browser.Button("Audience").Click();
        _browser.Window();
        _browser.Press("1");
        _browser.Until(() => _browser.Sounding().Contains("Chirp", StringComparison.Ordinal), "the chirp");
        _browser.Press("b");
        _browser.Until(() => _browser.Where() == "slide 6 of 26, black", "the screen black");
        _browser.Until(() => _browser.Js<bool>("(caches.open('phonaris-app').then(c => c.match('/index.html')).then(stored => window.appIsStored = !!stored), window.appIsStored === true)"), "the app to be stored");
        _browser.LoseServer();
        var bed = BedMs();
        var since = _browser.Js<double>("performance.timeOrigin + performance.now()");

        _browser.Reload();
        _browser.Says("[data-testid=begin]", "Resume at slide 6, 0:");
        Assert.Empty(_browser.Axe());
        _browser.Find("[data-testid=begin]").Click();

        // The same slide, black as before. The bed is where the clock says; the chirp waits until it is triggered.
        _browser.Until(() => _browser.Where() == "slide 6 of 26, black", "the slide it was at");
        _browser.Until(() => BedMs() > 0, "the bed");
        var awayMs = _browser.Js<double>("performance.timeOrigin + performance.now()") - since;
        // The display is up to half a second old, twice; exactly, `bench faults resume` measures it.
        Assert.InRange(BedMs() - bed - awayMs, -1500, 1500);
        Assert.DoesNotContain("Chirp", _browser.Text("[data-sounding]"));
        _browser.Until(() => _browser.Js<bool>("heard.slice(-40).every(b => b[1] > 0.02)"), "the bed to be heard");
        _browser.Press("1");
        _browser.Until(() => _browser.Sounding().Contains("Chirp", StringComparison.Ordinal), "the chirp");
        // The audience's window is the same one.
        _browser.Press("b");
        _browser.Window("Audience");
        _browser.Until(() => _browser.Js<bool>("document.querySelector('[data-testid=audience] canvas') !== null && document.querySelector('[data-testid=black]') === null"), "the slide");
        _browser.Window();
        _browser.Press(Keys.PageDown);
        _browser.Until(() => _browser.Where() == "slide 7 of 26", "the next slide");

        // An ended show is not offered.
        _browser.Button("End").Click();
        _browser.Says("main", "The report is saved here");
        _browser.Reload();
        _browser.Says("main", "Phonaris isn't responding");
        Assert.Equal(0, _browser.Count("[data-testid=begin]"));

        // The position of the bed, as it is displayed.
        double BedMs() => _browser.Js<double>("(t => t ? (Number(t[1]) * 60 + Number(t[2])) * 1000 : 0)(document.querySelector('[data-sounding] .figures')?.textContent.match(/(\\d+):([\\d.]+)/))");
    }

    /// <summary>A show of a waiting loop and a talk: a steady tone looping under slides 1 to 24, and a manual chirp on all.</summary>
    private async Task<string> MakeAsync()
    {
        _browser.Made(Slides, 1, new("Steady", 330, 12, SoundKind.Bed, 1, 24, LevelDb: -6), new("Chirp", 900, 3, SoundKind.Spot, 1, Slides, LevelDb: 6));
        var show = _browser.Url.Split('/')[^1];
        var cues = (await ViewAsync(show)).Show.Cues;
        await EditAsync(show, new SetSections([new("w", "Before", "s1", true), new("t", "The talk", "s4", false)]));
        await EditAsync(show, new SetFade(cues[0].Id, FadeEnd.Out, Fade.Of(2000)));
        await EditAsync(show, new SetStart(cues[1].Id, CueStart.ByHand));
        await EditAsync(show, new SetHotspot(cues[1].Id, Hotspot.New("Chirp")));
        return show;
    }

    private async Task<ShowView> ViewAsync(string show) => (await _browser.Http.GetFromJsonAsync<ShowView>($"/api/shows/{show}", ShowJson.Options))!;

    private async Task EditAsync(string show, Edit edit) => (await _browser.Http.PostAsJsonAsync(
        $"/api/shows/{show}/edits", new MadeEdit((await ViewAsync(show)).Revision, edit), ShowJson.Options)).EnsureSuccessStatusCode();

    /// <summary>Sends a request as a phone in the network would: to the printed address, where nothing else is available.</summary>
    private async Task<HttpResponseMessage> Phone(string what, object body)
    {
        using var phone = new HttpClient();
        var address = _browser.Js<string>("[...document.querySelectorAll('[role=dialog] p.figures')].map(p => p.textContent).find(t => t.startsWith('http')) ?? ''");
        if (address.Length == 0) address = $"{_browser.Address}/clicker";
        else Assert.Equal(HttpStatusCode.NotFound, (await phone.GetAsync(address.Replace("/clicker", "/api/shows", StringComparison.Ordinal))).StatusCode);
        return await phone.PostAsJsonAsync($"{address}/{what}", body);
    }

    /// <summary>What a screen reader announces.</summary>
    private string TextOf(string what) => _browser.Js<string>($"document.querySelector('[data-testid={what}]').textContent");

    private double Letters() => _browser.Js<double>("parseFloat(getComputedStyle(document.querySelector('[aria-label=Notes] p')).fontSize)");

    private double HeapMb() => _browser.Js<double>("(gc(), gc(), performance.memory.usedJSHeapSize / 1e6)");
}
