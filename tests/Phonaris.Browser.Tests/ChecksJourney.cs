using OpenQA.Selenium;
using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>A show with problems is checked and fixed, and then plays to its end.</summary>
public sealed class ChecksJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void A_show_with_problems_is_fixed_and_plays_to_its_end()
    {
        _browser.Made(4, 1, new("Mill theme", 330, 20, SoundKind.Bed, 1, 4, 6000, -50), new("Owl", 700, 1, SoundKind.Spot, 3, 3));
        _browser.Choose("Owl");
        _browser.Find("[aria-label='Start']").SendKeys("manually");
        _browser.Find("[data-by-hand]");
        // The bar counts audible findings: the bed is far too quiet.
        _browser.Says("nav[aria-label=Views] a[href$=checks] span", "1");
        _browser.View("Checks");
        _browser.Says("[data-finding=off-target]", "too quiet");
        Assert.Equal(0, _browser.Count("[data-finding=waits-for-hand]"));

        // A manual cue in a self-running show is a blocker.
        _browser.Find("[aria-label='How the show is shown']").SendKeys("self-running");
        _browser.Says("[data-finding=waits-for-hand]", "Owl on slide 3 is triggered manually");
        _browser.Says("[data-finding=waits-for-hand]", "Blocker");
        Assert.Empty(_browser.Axe());
        // An intended finding is ignored and not fixed with the rest; it can be shown again.
        _browser.ClickOn("[data-finding=off-target] button", "Ignore");
        _browser.Says("[data-testid=ignored] summary", "1 ignored");
        _browser.Button("Fix 1 automatically").Click();
        _browser.Says("[data-testid=all-well]", "1 ignored");
        _browser.Until(() => _browser.Count("nav[aria-label=Views] a[href$=checks] span") == 0, "nothing counted");
        _browser.Find("[data-testid=ignored] summary").Click();
        _browser.Button("Stop ignoring").Click();
        _browser.Says("nav[aria-label=Views] a[href$=checks] span", "1");
        _browser.Button("Fix 1 automatically").Click();
        _browser.Says("[data-testid=all-well]", "checks passed");

        // It plays to its end, and the owl is heard on the way.
        _browser.View("Present");
        _browser.Find("[data-testid=ready]");
        Assert.Equal("plan", _browser.Value("Advance"));
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=audience] [role=img][aria-label='Slide 4']");
        _browser.Says("[data-testid=report]", "Owl");
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_finding_opens_its_slide()
    {
        _browser.Made(12, 4, new("Mill theme", 330, 20, SoundKind.Bed, 1, 12), new("Word", 700, 6, SoundKind.Voice, 10, 10));
        _browser.View("Checks");
        _browser.Says("[data-finding=cut-voice]", "cut off mid-word on slide 10");
        _browser.ClickOn("[data-finding=cut-voice] a", "Open");
        _browser.Says("[data-testid=cue-details]", "Word is cut off mid-word on slide 10");
        _browser.Until(() => _browser.Js<bool>("(r => r && r.top > 50 && r.bottom < innerHeight)(document.querySelector('[data-slide=\"10\"]')?.getBoundingClientRect())"), "its row in sight");
        // One click there fixes it.
        _browser.Find("[data-testid=cue-details] [role=note] button").SendKeys(Keys.Enter);
        _browser.Until(() => !_browser.Text("[data-testid=cue-details]").Contains("cut off", StringComparison.Ordinal), "it fixed");
        Assert.Empty(_browser.Complaints());
    }
}
