using OpenQA.Selenium;

namespace Phonaris.Browser.Tests;

/// <summary>Music that is too long or too short is fitted exactly to its slides, previewed before it is used, and refitted when the show changes.</summary>
public sealed class FittingJourney(DemoBrowser browser) : IClassFixture<DemoBrowser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void Music_is_fitted_and_follows_its_slides()
    {
        _browser.Go("/shows/moth-night");
        _browser.Find("[data-cue='Lantern Waltz']");
        _browser.View("Fit");
        // Too long: a minute and a half for half a minute. The best method is listed first and previewed with one click.
        Bed("Dusk Pad");
        _browser.Until(() => Header().Contains("too long", StringComparison.Ordinal), "the music to be too long");
        Assert.Equal("recut", _browser.Find("[data-method]").GetDomAttribute("data-method"));
        _browser.Find("[data-method=recut] [data-join='1']").Click();
        _browser.Find("[data-method=recut] [aria-label=Stop]").Click();
        Assert.Empty(_browser.Axe());
        _browser.Find("[aria-label='Use Re-cut']").Click();
        _browser.Find("[aria-label='Re-cut is used'][aria-pressed=true]");
        // Another point for its edit.
        var before = Joins();
        _browser.Button("Try another point").Click();
        _browser.Until(() => Joins() != before, "a join elsewhere");
        _browser.Says("[aria-label='Re-cut']", "1 edit point excluded.");

        // When the show becomes longer, the fit follows, and so does undo.
        _browser.View("Run sheet");
        _browser.Type("Hold of slide 2", "17.5", "17.5 s");
        _browser.View("Fit");
        Bed("Dusk Pad");
        _browser.Until(() => Header().Contains("0:37.5", StringComparison.Ordinal), "the longer show");
        _browser.Find("[aria-label='Re-cut is used']");
        _browser.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        _browser.Until(() => Header().Contains("0:30.0", StringComparison.Ordinal), "the show as it was");

        // Too short: methods that lengthen it are listed first; the slides can follow the music instead.
        Bed("Mill Stream Reel");
        _browser.Until(() => Header().Contains("too short", StringComparison.Ordinal), "the music to be too short");
        _browser.Says("main table", "already short enough");
        _browser.Button("Apply these holds").Click();
        _browser.Until(() => Header().Contains("exact fit", StringComparison.Ordinal) || Header().Contains("0:00.0", StringComparison.Ordinal), "the slides to end with the music");

        // All beds at once, and a single undo.
        Bed("Lantern Waltz");
        _browser.Find("[aria-label='Use Not fitted']").Click();
        _browser.Until(() => Beds().Contains("2:06\nNot fitted", StringComparison.Ordinal), "the waltz not fitted");
        _browser.Button("Fit all beds").Click();
        _browser.Says("[role=dialog]", "1 bed will be exactly as long as its slides");
        _browser.Button("Apply").Click();
        _browser.Until(() => !Beds().Contains("2:06\nNot fitted", StringComparison.Ordinal), "the waltz fitted");
        // Old results are pale while the methods are compared again.
        _browser.Until(() => _browser.Count("[aria-busy=true]") == 0, "the methods compared again");
        Assert.Empty(_browser.Axe());
        _browser.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        _browser.Until(() => Beds().Contains("2:06\nNot fitted", StringComparison.Ordinal), "the waltz as it was");
    }

    [Fact]
    public async Task A_show_meets_its_target_time_and_ends_with_the_music()
    {
        _browser.Go("/shows/moth-night");
        _browser.Find("[data-cue='Homeward']");
        // The running time is visible. With a target of six minutes, the difference is shown, and the time is distributed.
        _browser.Find("[data-testid='running-time']").Click();
        _browser.Type("Target running time", "6:00", "6:00.0");
        _browser.Says("[data-testid=over]", "0:28.0 over");
        _browser.Find("[aria-label='Proportion']").SendKeys("by text");
        Assert.Empty(_browser.Axe());
        _browser.Button("Apply these holds").Click();
        _browser.Says("[data-testid=over]", "on target");
        Assert.Contains("slides, running time 6:00.0, target 6:00.0", await _browser.Http.GetStringAsync(_browser.Find("a[href$='timing.html']").GetDomProperty("href")));
        _browser.Find("[role=dialog] button[aria-label=Close]").Click();

        // The closing piece starts when it must to end with the last slide; the table shows its new start after a move.
        var begins = Begins("Homeward");
        _browser.View("Fit");
        Bed("Homeward");
        _browser.Find("[aria-label='End together is used']");
        _browser.Find("[aria-label='Use Not fitted']").Click();
        _browser.Find("[aria-label='Use End together']").Click();
        _browser.Find("[aria-label='End together is used'][aria-pressed=true]");
        _browser.Says("[data-method='End together']", "and ends with slide 15");
        // When the last slide is held longer, it starts later by as much.
        _browser.View("Run sheet");
        _browser.Find("[data-cue='Homeward']");
        _browser.Button("By time").Click();
        var hold = _browser.Value("Hold of slide 1");
        _browser.Drag("[data-slide='1'] [data-testid=hold-edge]", 24);
        _browser.Until(() => _browser.Value("Hold of slide 1") != hold, "a longer hold");
        var longer = double.Parse(_browser.Text("[data-testid=over]").Split(' ')[0].Split(':')[1], System.Globalization.CultureInfo.InvariantCulture);
        Assert.InRange(Begins("Homeward") - begins, longer - 0.11, longer + 0.11);

        // A shortened piece ends at the chosen point, and edits are dragged to other points.
        _browser.View("Fit");
        Bed("Dusk Pad");
        _browser.Find("[data-method=shorten] button[aria-pressed]").Click();
        _browser.Find("[aria-label='End point'] li:nth-child(2) [aria-label^='Play the end at']").Click();
        _browser.Find("[aria-label='End point'] li:nth-child(2) [aria-label^='End at']").Click();
        _browser.Find("[aria-label='End point'] li:nth-child(2) [aria-pressed=true]");
        _browser.Find("[aria-label='Use Re-cut']").Click();
        _browser.Find("[aria-label='Re-cut is used']");
        var joins = Joins();
        _browser.Hand.DragAndDropToOffset(_browser.Find("[data-handle='1']"), -40, 0).Perform();
        _browser.Until(() => Joins() != joins, "the join elsewhere");
        _browser.Says("[aria-label='Re-cut']", "moved manually");
        // A passage marked on the music is kept whole.
        _browser.Hand.MoveToElement(_browser.Find("[data-testid=music]")).ClickAndHold().MoveByOffset(60, 0).MoveByOffset(40, 0).Release().Perform();
        _browser.Until(() => _browser.Js<bool>("[...document.querySelectorAll('button')].some(b => /^Keep .* to /.test(b.textContent) && (b.click(), true))"), "the marked passage");
        _browser.Says("[aria-label='Re-cut']", "Kept passages");
        Assert.Empty(_browser.Axe());
        Assert.Empty(_browser.Complaints());
    }

    private void Bed(string name)
    {
        _browser.Until(() => _browser.Js<bool>($"[...document.querySelectorAll('nav[aria-label=Beds] a')].some(a => a.textContent.includes('{name}') && (a.click(), true))"), name);
        _browser.Says("main h1", name);
        _browser.Find("main table");
    }

    private string Header() => _browser.Text("main header");

    private string Beds() => _browser.Text("nav[aria-label=Beds]");

    /// <summary>The start of a cue in seconds, from its details.</summary>
    private double Begins(string cue)
    {
        _browser.Choose(cue);
        _browser.Says("[data-testid=cue-details] h2", cue);
        var time = System.Text.RegularExpressions.Regex.Match(_browser.Text("[data-testid=cue-details]"), @"Plays from (\d+):(\d+\.\d)");
        return 60 * int.Parse(time.Groups[1].ValueSpan, System.Globalization.CultureInfo.InvariantCulture) + double.Parse(time.Groups[2].ValueSpan, System.Globalization.CultureInfo.InvariantCulture);
    }

    private string Joins() => _browser.Text("[aria-label='Re-cut'] ol");
}
