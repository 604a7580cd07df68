using OpenQA.Selenium;

namespace Phonaris.Browser.Tests;

/// <summary>Every view at 200% and 400% of a small laptop's screen, and the whole job by touch alone.</summary>
public sealed class SmallScreenJourney(DemoBrowser browser) : IClassFixture<DemoBrowser>
{
    private readonly Browser _browser = browser.Fresh();
    private readonly List<string> _outOfReach = [];

    [Theory]
    [InlineData(640, 400)]
    [InlineData(320, 256)]
    public void Every_control_of_every_view_is_reachable(int width, int height)
    {
        _browser.Size(width, height);
        _browser.Go("/");
        _browser.Find("a[href='/shows/moth-night']");
        LookAt("the first page", width);
        foreach (var (view, ready) in new[] { ("", "[data-cue]"), ("/fit", "table"), ("/levels", "table"), ("/checks", "h1"), ("/dry-run", "[data-testid=ready]"), ("/export", "[aria-label='New export']"), ("/present", "[data-testid=ready]") })
        {
            _browser.Go($"/shows/moth-night{view}");
            _browser.Find(ready);
            LookAt(view, width);
        }
        // The panels that are dialogs here.
        _browser.Go("/shows/moth-night");
        _browser.Choose("Dusk Pad");
        foreach (var panel in new[] { "Details", "Sounds" })
        {
            _browser.Button(panel).Click();
            _browser.Find("[role=dialog]");
            LookAt(panel, width);
            _browser.Press(Keys.Escape);
        }
        _browser.Go("/shows/moth-night/present");
        _browser.Find("[data-testid=ready]");
        _browser.Button("Begin").Click();
        _browser.Find("[data-testid=where]");
        LookAt("the presenter's page", width);
        Assert.Equal([], _outOfReach);
        Assert.Empty(_browser.Axe());
    }

    [Fact]
    public void From_a_deck_and_a_tune_to_a_file_by_touch_alone()
    {
        _browser.Size(1024, 768);
        _browser.Slides(4, "3");
        _browser.Touch("h1, h2");
        _browser.Tones(("pad.wav", 220, 12));
        Tap("[data-sound=Pad] button[aria-pressed]");
        // A list of the system opens there.
        _browser.Find("[aria-label='Kind']").SendKeys("bed");
        Tap("[data-slide='1'] [data-title]");
        Tap("button[aria-label='Place Pad']");
        _browser.Expect("Slides", "1–4");
        _browser.Touch("[data-cue] [data-grip='last'] rect", -78);
        _browser.Expect("Slides", "1–3");
        Tap("[aria-label='Fade in']");
        _browser.Type("Fade in", "2", "2.0 s");
        Tap("[data-slide='2'] [data-title]");
        Tap("button[aria-label='Play from slide 2']");
        Tap("footer button[aria-label=Stop]");
        Tap("button[aria-label^='Undo: ']");
        _browser.Find("button[aria-label^='Redo: Pad: fade in']");
        Tap("nav[aria-label=Views] a[href$='/checks']");
        _browser.Says("h1", "Checks");
        Tap("nav[aria-label=Views] a[href$='/export']");
        Tap("nav[aria-label='Recipient'] li:last-child button");
        _browser.Says("section[aria-label='New export'] h2", "another Phonaris");
        Tap("section[aria-label='New export'] button");
        _browser.Find("[data-state=done] a[download]");
        Assert.Empty(_browser.Complaints());
    }

    private void Tap(string css)
    {
        _browser.AtRest(css);
        _browser.Touch(css);
    }

    /// <summary>Nothing scrolls sideways except where it must. Each control, once scrolled to, is completely visible.</summary>
    private void LookAt(string view, int width)
    {
        if (_browser.Js<int>("document.documentElement.scrollWidth") > width) _outOfReach.Add($"{view} is wider than {width}");
        var hidden = _browser.Js<string>("""
            (() => {
              const controls = "a[href], button:enabled, input:enabled:not([type=file]), select:enabled, textarea:enabled, [role=slider]";
              return [...document.querySelectorAll(controls)].filter((e) => {
                if (!e.checkVisibility({ visibilityProperty: true }) || e.closest("[aria-hidden=true], [aria-disabled=true], [inert], svg, .sr-only")) return false;
                e.scrollIntoView({ block: "center", inline: "center", behavior: "instant" });
                const r = e.getBoundingClientRect();
                const at = document.elementFromPoint(r.x + r.width / 2, r.y + r.height / 2);
                const isCovered = !at || !(e.contains(at) || at.closest("label")?.control === e);
                const isCut = r.width <= innerWidth && (r.left < -1 || r.right > innerWidth + 1);
                return isCovered || isCut;
              }).map((e) => (e.ariaLabel || e.textContent || e.name).trim()).join(" | ");
            })()
            """);
        if (hidden.Length > 0) _outOfReach.Add($"{view}: {hidden}");
    }
}
