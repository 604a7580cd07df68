using OpenQA.Selenium;

namespace Phonaris.Browser.Tests;

/// <summary>Music that is too long, or too short, made exactly as long as its slides, heard before it is chosen, and following when the show changes.</summary>
[Collection("journeys")]
public sealed class FittingJourney : IDisposable
{
    private readonly Browser _browser = new(withDemo: true);

    [Fact]
    public void Music_is_fitted_and_follows_its_slides()
    {
        _browser.Go("/shows/moth-night");
        _browser.Find("[data-cue='Lantern Waltz']");
        Go("Fit");
        // Too long: a minute and a half for half a minute. The best method comes first, and is heard with one click.
        Bed("Dusk Pad");
        _browser.Until(() => Header().Contains("too long", StringComparison.Ordinal), "the music to be too long");
        Assert.Equal("recut", _browser.Find("[data-method]").GetDomAttribute("data-method"));
        _browser.Find("[data-method=recut] [data-join='1']").Click();
        _browser.Find("[data-method=recut] [aria-label=Stop]").Click();
        Assert.Empty(_browser.Axe());
        _browser.Find("[aria-label='Use Re-cut']").Click();
        _browser.Find("[aria-label='Re-cut is used'][aria-pressed=true]");
        // Another place for its join.
        var before = Joins();
        _browser.Button("Try another place").Click();
        _browser.Until(() => Joins() != before, "a join elsewhere");
        Assert.Contains("One place is not used.", _browser.Find("[aria-label='The re-cut']").Text, StringComparison.Ordinal);

        // The show made longer afterwards: it follows, and so does undo.
        Go("Run sheet");
        _browser.Type("Hold of slide 2", "17.5", "17.5 s");
        Go("Fit");
        Bed("Dusk Pad");
        _browser.Until(() => Header().Contains("0:37.5 of slides", StringComparison.Ordinal), "the longer show");
        _browser.Find("[aria-label='Re-cut is used']");
        _browser.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        _browser.Until(() => Header().Contains("0:30.0 of slides", StringComparison.Ordinal), "the show as it was");

        // Too short: what makes it longer comes first; the slides can follow the music instead.
        Bed("Mill Stream Reel");
        _browser.Until(() => Header().Contains("too short", StringComparison.Ordinal), "the music to be too short");
        Assert.Contains("nothing to shorten", _browser.Find("main table").Text, StringComparison.Ordinal);
        _browser.Button("Set these holds").Click();
        _browser.Until(() => Header().Contains("just right", StringComparison.Ordinal) || Header().Contains("0:00.0", StringComparison.Ordinal), "the slides to end with the music");

        // All beds at once, and one undo.
        _browser.Button("Fit all beds").Click();
        _browser.Button("Fit them so").Click();
        _browser.Until(() => !_browser.Find("nav[aria-label=Beds]").Text.Contains("2:06\nas it is", StringComparison.Ordinal), "the waltz fitted");
        Assert.Empty(_browser.Axe());
    }

    public void Dispose() => _browser.Dispose();

    private void Go(string view) => _browser.Until(() => _browser.Js<bool>($"[...document.querySelectorAll('nav[aria-label=Views] a')].some(a => a.textContent === '{view}' && (a.click(), true))"), view);

    private void Bed(string name)
    {
        _browser.Until(() => _browser.Js<bool>($"[...document.querySelectorAll('nav[aria-label=Beds] a')].some(a => a.textContent.includes('{name}') && (a.click(), true))"), name);
        _browser.Until(() => _browser.Find("main h1").Text == name, $"{name} chosen");
        _browser.Find("main table");
    }

    private string Header() => _browser.Find("main header").Text;

    private string Joins() => _browser.Find("[aria-label='The re-cut'] ol").Text;
}
