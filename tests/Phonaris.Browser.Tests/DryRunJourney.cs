using System.Globalization;
using OpenQA.Selenium;

namespace Phonaris.Browser.Tests;

/// <summary>A show checked and timed before it is shown: by its planned holds, and stepped through by hand with a voice recorded for each slide; and left to run by itself.</summary>
public sealed class DryRunJourney : IDisposable
{
    private readonly Browser _browser = new(hears: true);

    [Fact]
    public void A_show_is_rehearsed_and_its_times_are_taken()
    {
        _browser.Slides(4, "2");
        _browser.Tones(("mill theme.wav", 330, 20), ("owl.wav", 700, 1));
        _browser.Kind("Mill theme", "bed");
        _browser.Lay("Mill theme", 1);
        _browser.Kind("Owl", "spot");
        _browser.Lay("Owl", 3);
        _browser.Find("[aria-label='Begins']").SendKeys("by hand");
        var show = _browser.Url;

        // A sound that cannot be had is told before it begins, and had when it can be.
        _browser.Block("*/stems/*");
        _browser.View("Dry run");
        _browser.Until(() => _browser.Find("[role=alert]").Text.Contains("Mill theme, Owl could not be fetched", StringComparison.Ordinal), "what is missing");
        _browser.Block();
        _browser.Button("Try again").Click();
        _browser.Find("[data-testid=ready]");
        Assert.Empty(_browser.Axe());

        // By the planned holds it goes by itself, and ends. The sound's clock, by which it goes, may lag on a machine that has no sound device.
        _browser.Find("[aria-label='Goes on']").SendKeys("by the planned");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Js<bool>("heard.some(([, peak]) => peak > 0.02)"), "the bed to be heard");
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the report");
        for (var n = 1; n <= 4; n++) Assert.InRange(Took(n), 1.9, 3);
        Assert.Contains("Mill theme began with slide 1", Report());
        Assert.Contains("Nothing to warn of", Report());
        Assert.Empty(_browser.Axe());

        // By hand, with a voice for each slide: each lands where it was spoken.
        _browser.Go(new Uri(show).AbsolutePath + "/dry-run");
        _browser.Find("[data-testid=ready]");
        Assert.StartsWith("Dry run, ", _browser.Find("[aria-label='Which run'] option").Text);
        _browser.Find("input[type=checkbox]").Click();
        _browser.Button("Begin").Click();
        double[] stays = [1.5, 2.5, 1.2, 1.8];
        for (var n = 0; n < 4; n++)
        {
            _browser.Until(() => _browser.Where() == $"slide {n + 1} of 4", $"slide {n + 1}");
            Thread.Sleep((int)(stays[n] * 1000));
            if (n == 2) _browser.Hand.SendKeys("1").Perform();
            if (n < 3) _browser.Hand.SendKeys(Keys.ArrowRight).Perform();
        }
        _browser.Button("End").Click();
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the report");
        Assert.Contains("Owl was started by hand", Report());
        _browser.Button("Take these times as holds").Click();
        _browser.Until(() => Report().Contains("as planned", StringComparison.Ordinal), "the times taken");
        _browser.Find("main a[href^='/shows']").Click();
        for (var n = 1; n <= 4; n++) Assert.InRange(double.Parse(_browser.Value($"Hold of slide {n}").Split(' ')[0], CultureInfo.InvariantCulture), stays[n - 1] - 0.1, stays[n - 1] + 1.2);
        _browser.Until(() => _browser.Count("section[aria-label='Voices'] [data-sound]") == 4 && _browser.Count("[data-cue^='Slide']") == 4, "four voices on their slides");
        _browser.Find("button[aria-label^='Undo: ']");

        // By itself, once: what waits for a hand is told; it fills the screen, and ends.
        _browser.View("Present");
        _browser.Find("[data-testid=ready]");
        _browser.Find("[aria-label='Goes on']").SendKeys("by itself, by");
        Assert.Contains("Owl waits for a hand", _browser.Find("[role=note]").Text);
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 3']");
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the end");
        Assert.DoesNotContain("Owl", Report());

        // For ever: after the last slide comes the first, until somebody ends it. Refused the sound, it asks once, plainly.
        _browser.Go(new Uri(show).AbsolutePath + "/present");
        _browser.Find("[data-testid=ready]");
        _browser.Find("[aria-label='Goes on']").SendKeys("by itself, for");
        _browser.Js<bool>("(heardBy.suspend(), window.letIt = AudioContext.prototype.resume, AudioContext.prototype.resume = async () => {}, true)");
        _browser.Until(() => _browser.Js<string>("heardBy.state") == "suspended", "the sound refused");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Find("[role=alert]").Text.Contains("press Begin once more", StringComparison.OrdinalIgnoreCase), "it to ask");
        _browser.Js<bool>("(AudioContext.prototype.resume = letIt, true)");
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 4']");
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 1']");
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Count("[data-testid=report]") == 1, "the end");
    }

    public void Dispose() => _browser.Dispose();

    private string Report() => _browser.Find("[data-testid=report]").Text;

    private double Took(int slide) => double.Parse(_browser.Find($"[data-took='{slide}']").Text.Split(':')[1], CultureInfo.InvariantCulture);
}
