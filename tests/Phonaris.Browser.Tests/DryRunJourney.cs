using System.Globalization;
using System.Text.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Drills;

namespace Phonaris.Browser.Tests;

/// <summary>A show rehearsed and timed in a dry run: by its planned holds, manually with a voice recorded for each slide, and self-running.</summary>
public sealed class DryRunJourney(HearingBrowser browser) : IClassFixture<HearingBrowser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void A_dry_run_follows_the_planned_holds_once_everything_is_loaded()
    {
        Begin(holdSeconds: 1);
        // A sound that cannot be loaded is reported before the run, and loaded when it can be.
        _browser.Block("*/stems/*");
        _browser.View("Dry run");
        _browser.Says("[role=alert]", "Mill theme, Owl couldn’t be loaded");
        _browser.Block();
        _browser.Button("Try again").Click();
        _browser.Find("[data-testid=ready]");
        Assert.Empty(_browser.Axe());

        // By the planned holds it advances by itself and ends. On a machine without a sound device its audio clock may lag.
        _browser.Find("[aria-label=Advance]").SendKeys("by the holds");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Js<bool>("heard.some(([, peak]) => peak > 0.02)"), "the bed to be heard");
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the report");
        for (var n = 1; n <= 4; n++) Assert.InRange(Took(n), 0.9, 2);
        Assert.Contains("Mill theme started with slide 1", Report());
        Assert.Contains("No problems found", Report());
        Assert.Empty(_browser.Axe());

        // Next time, the report can be opened.
        _browser.View("Run sheet");
        _browser.View("Dry run");
        _browser.Find("[data-testid=ready]");
        _browser.Says("[aria-label=Run]", "Dry run, ");
    }

    [Fact]
    public async Task Voices_recorded_in_a_dry_run_are_saved_on_their_slides_and_the_times_become_holds()
    {
        Begin(holdSeconds: 2);
        _browser.View("Dry run");
        _browser.Find("[data-testid=ready]");
        _browser.Find("input[type=checkbox]").Click();
        // The show is edited while the page has the old version loaded: this is reported, and one click loads the new version.
        using (var http = _browser.Http) await http.EditAsync(_browser.Url.Split('/')[^2], JsonSerializer.SerializeToElement<Edit>(new RenameShow("Another title"), ShowJson.Options));
        _browser.Says("[role=alert]", "has changed");
        Assert.Empty(_browser.Axe());
        _browser.Button("Load the new version").Click();
        _browser.Until(() => _browser.Count("[data-testid=ready]") == 1 && _browser.Count("[role=alert]") == 0, "the show as it is now");
        double[] stays = [1.5, 2.5, 1.2, 1.8];
        // By the page's own timestamps of the key and the button.
        _browser.Js<bool>("(window.moves = [], ['keydown', 'click'].forEach(on => addEventListener(on, e => (e.key ?? 'ArrowRight') === 'ArrowRight' && moves.push(e.timeStamp / 1000), true)), true)");
        _browser.Button("Begin").Click();
        for (var n = 0; n < 4; n++)
        {
            _browser.Until(() => _browser.Where() == $"slide {n + 1} of 4", $"slide {n + 1}");
            Thread.Sleep((int)(stays[n] * 1000));
            if (n == 2) _browser.Hand.SendKeys("1").Perform();
            if (n < 3) _browser.Hand.SendKeys(Keys.ArrowRight).Perform();
        }
        _browser.Button("End").Click();
        stays = [.. Enumerable.Range(0, 4).Select(n => _browser.Js<double>($"moves[{n + 1}] - moves[{n}]"))];
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the report");
        Assert.Contains("Owl was triggered manually", Report());
        _browser.Button("Use these times as holds").Click();
        _browser.Until(() => Report().Contains("as planned", StringComparison.Ordinal), "the times taken");
        _browser.Find("main a[href^='/shows']").Click();
        for (var n = 1; n <= 4; n++) Assert.InRange(double.Parse(_browser.Value($"Hold of slide {n}").Split(' ')[0], CultureInfo.InvariantCulture), stays[n - 1] - 1, stays[n - 1] + 0.5);
        _browser.Until(() => _browser.Count("section[aria-label='Voices'] [data-sound]") == 4 && _browser.Count("[data-cue^='Slide']") == 4, "four voices on their slides");
        _browser.Find("button[aria-label^='Undo: ']");

    }

    [Fact]
    public void A_self_running_show_ends_or_loops_and_lists_manual_cues()
    {
        Begin(holdSeconds: 1);
        var show = _browser.Url;
        // Once: manual cues are reported; it fills the screen and ends.
        _browser.View("Present");
        _browser.Find("[data-testid=ready]");
        _browser.Find("[aria-label=Advance]").SendKeys("automatically, once");
        _browser.Says("[role=note]", "Owl is triggered manually");
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 3']");
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the end");
        Assert.DoesNotContain("Owl", Report());

        // In a loop: after the last slide comes the first, until it is ended. If the browser blocks the sound, it asks once to enable it.
        _browser.Go(new Uri(show).AbsolutePath + "/present");
        _browser.Find("[data-testid=ready]");
        _browser.Find("[aria-label=Advance]").SendKeys("automatically, in");
        _browser.Js<bool>("(heardBy.suspend(), window.letIt = AudioContext.prototype.resume, AudioContext.prototype.resume = async () => {}, true)");
        _browser.Until(() => _browser.Js<string>("heardBy.state") == "suspended", "the sound refused");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Text("[role=alert]").Contains("press Begin again", StringComparison.OrdinalIgnoreCase), "it to ask");
        _browser.Js<bool>("(AudioContext.prototype.resume = letIt, true)");
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 4']");
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 1']");
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the end");
    }

    /// <summary>A bed under four slides, and a manual call on the third.</summary>
    private void Begin(int holdSeconds)
    {
        _browser.Made(4, holdSeconds, new("Mill theme", 330, 20, SoundKind.Bed, 1, 4), new("Owl", 700, 1, SoundKind.Spot, 3, 3));
        _browser.Choose("Owl");
        _browser.Find("[aria-label='Start']").SendKeys("manually");
        _browser.Find("[data-by-hand]");
    }

    private string Report() => _browser.Text("[data-testid=report]");

    private double Took(int slide) => double.Parse(_browser.Text($"[data-took='{slide}']").Split(':')[1], CultureInfo.InvariantCulture);
}
