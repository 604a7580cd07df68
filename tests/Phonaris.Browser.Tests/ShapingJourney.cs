using OpenQA.Selenium;
using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>Cues edited on the sheet: placed in a few steps, chained, clicked, several moved at once, by mouse and by keyboard alone.</summary>
public sealed class ShapingJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void Music_is_placed_in_two_steps_crossfades_and_an_overlap_is_fixed()
    {
        _browser.Made(7, 4, new("Dusk pad", 330, 40, SoundKind.Bed), new("Mill theme", 220, 50, SoundKind.Bed));

        // Music under slides 1 to 4, with fades: two steps.
        _browser.Lay("Dusk pad", 1);
        _browser.Drag("[data-cue='Dusk pad'] [data-grip=last] rect", -3 * 78);
        _browser.Expect("Slides", "1–4");
        Assert.Equal(("1.0 s", "2.0 s"), (_browser.Value("Fade in"), _browser.Value("Fade out")));

        // Another bed from slide 5 on replaces it. An overlap is marked, with its fix.
        _browser.Lay("Mill theme", 5);
        _browser.Expect("Slides", "5–7");
        _browser.Find("[data-grip=handover]");
        _browser.Expect("Crossfade", "2.0 s");
        _browser.Choose("Dusk pad");
        _browser.Type("Slides", "all", "1–7");
        Assert.Equal("Dusk pad overlaps Mill theme on slide 5.", _browser.Find("[data-clash]").GetDomAttribute("aria-label"));
        Assert.Empty(_browser.Axe());
        _browser.Button("End Dusk pad with slide 4").Click();
        _browser.Until(() => _browser.Count("[data-clash]") == 0, "no clash");

        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_strand_is_moved_and_muted_by_keyboard_alone()
    {
        Begin();
        // Its end, its start, the whole of it; mute; to the next strand, and back to the slides.
        _browser.Choose("Dusk pad");
        _browser.Press(Keys.ArrowUp, Keys.Shift);
        _browser.Expect("Slides", "1–3");
        _browser.Press(Keys.ArrowDown, Keys.Alt);
        _browser.Expect("Slides", "2–3");
        _browser.Press(Keys.ArrowUp, Keys.Control);
        _browser.Expect("Slides", "1–2");
        _browser.Press("m");
        _browser.Until(() => Focused().Contains("muted", StringComparison.Ordinal), "the strand muted, and still in hand");
        _browser.Press("m");
        _browser.Press(Keys.ArrowDown);
        _browser.Until(() => Focused().StartsWith("Mill theme", StringComparison.Ordinal), "the next strand");
        _browser.Press(Keys.ArrowLeft);
        _browser.Until(() => _browser.Js<bool>("document.activeElement.matches('[data-slide=\"5\"] [data-title]')"), "its slide");
        _browser.Press(Keys.ArrowUp);
        _browser.Says("[data-testid=explanation]", "Silence: Dusk pad ended on slide 2; the next sound, Mill theme, starts on slide 5.");
        _browser.Find("[data-testid=explanation] button").Click();
        _browser.Says("[data-testid=explanation]", "Dusk pad started on slide 1");

        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_cue_is_triggered_by_a_hotspot_or_starts_after_another()
    {
        Begin();
        _browser.Lay("Chirp", 2);
        _browser.Find("[aria-label='Start']").SendKeys("manually");
        _browser.Button("Add a hotspot").Click();
        _browser.Hand.DragAndDropToOffset(_browser.Find("[data-testid=hotspot]"), -100, 40).Perform();
        _browser.Find("[role=dialog] button[aria-label=bell]").Click();
        _browser.Until(() => _browser.Find("[data-testid=hotspot]").GetDomAttribute("aria-label")!.Contains("from the left", StringComparison.Ordinal) && _browser.Count("[role=dialog] button[aria-label=bell][aria-pressed=true]") == 1, "the bell");
        Assert.Empty(_browser.Axe());
        // A picture in its place, as it is drawn.
        _browser.Find("[role=dialog] input[type=file]").SendKeys(_browser.Picture(3));
        _browser.Until(() => _browser.Js<double>("document.querySelector('[data-testid=hotspot] img')?.naturalWidth ?? 0") > 100, "the picture on the slide");
        _browser.Find("[role=dialog] button[aria-label=Close]").Click();
        _browser.Lay("Chirp", 3);
        _browser.Find("[aria-label='Start']").SendKeys("after another cue");
        _browser.Find("[data-chain]");

        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void Trim_speed_and_level_points_are_set_and_undone()
    {
        Begin();
        _browser.Choose("Mill theme");
        _browser.More("part");
        _browser.More("loud");
        _browser.Button("First 5 s only").Click();
        _browser.Expect("Out", "0:05.0");
        _browser.Find("[data-grip=slip]").SendKeys(Keys.Shift + Keys.ArrowRight);
        _browser.Expect("In", "0:01.0");
        _browser.Expect("Out", "0:06.0");
        _browser.Hand.DragAndDropToOffset(_browser.Find("[data-grip=slip]"), 25, 0).Perform();
        _browser.Until(() => _browser.Value("In") != "0:01.0" && _browser.Value("Out") != "0:06.0", "the part slipped by hand");
        // Where it plays: play, stop, and set to start here.
        _browser.Button("Play").Click();
        _browser.Until(() => _browser.Js<bool>("(slip => parseFloat(slip.previousElementSibling.style.left) > parseFloat(slip.style.left) + 1)(document.querySelector('[data-grip=slip]'))"), "it to be heard for half a second");
        _browser.Button("Stop").Click();
        var began = _browser.Value("In");
        _browser.Button("Set in").Click();
        _browser.Until(() => string.CompareOrdinal(_browser.Value("In"), began) > 0, "it to begin where it was heard");
        _browser.Type("Speed", "1.25", "1.25×");
        _browser.Button("Add a level point").Click();
        _browser.Type("Point 1 level", "-9", "−9.0 dB");
        _browser.Find("[data-point]");
        // The point dragged outward is louder again, and undo reverts that.
        _browser.Hand.DragAndDropToOffset(_browser.Find("[data-point] circle"), 12, 0).Perform();
        _browser.Until(() => _browser.Value("Point 1 level") != "−9.0 dB", "the point moved");
        _browser.Press("z", Keys.Control);
        _browser.Expect("Point 1 level", "−9.0 dB");
        _browser.Give("Fade slowly in and out");
        _browser.Expect("Fade in", "3.0 s");
        _browser.Give("Reset");
        _browser.Expect("Fade in", "1.0 s");
        _browser.Expect("Speed", "1×");

        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void Fades_and_level_are_dragged_on_the_strand_and_the_waveform()
    {
        Begin();
        _browser.Choose("Dusk pad");
        Assert.Equal(("1.0 s", "2.0 s"), (_browser.Value("Fade in"), _browser.Value("Fade out")));
        // The everyday settings are visible without scrolling.
        Assert.True(_browser.Js<bool>("(a => a.scrollHeight <= a.clientHeight)(document.querySelector('aside[aria-label=Details]'))"));
        // A slide of 4 s is 78 px tall: 39 px more of fade are 2 s.
        Drawn("fade-in", 0, 39);
        _browser.Expect("Fade in", "3.0 s");
        Drawn("fade-out", 0, -39);
        _browser.Expect("Fade out", "4.0 s");
        // Half a decibel per pixel.
        var level = _browser.Value("Level");
        Drawn("right", -12, 0);
        _browser.Until(() => _browser.Value("Level") != level, "it quieter");
        _browser.Press("z", Keys.Control);
        _browser.Expect("Level", level);
        _browser.Press("z", Keys.Control);
        _browser.Expect("Fade out", "2.0 s");
        // The same by keys, on the strand, and manually on the waveform.
        _browser.Find("[data-cue='Dusk pad'] [role=button]").SendKeys("B");
        _browser.Expect("Fade in", "2.5 s");
        _browser.Find("[data-cue='Dusk pad'] [role=button]").SendKeys("e");
        _browser.Expect("Fade out", "2.5 s");
        _browser.Hand.DragAndDropToOffset(_browser.Find("[data-testid=cue-details] [data-grip=fade-out]"), -20, 0).Perform();
        _browser.Until(() => _browser.Value("Fade out") != "2.5 s", "it longer");
        Assert.Empty(_browser.Complaints());

        void Drawn(string grip, int x, int y) =>
            _browser.Hand.ClickAndHold(_browser.Find($"[data-grips='Dusk pad'] [data-grip={grip}]")).MoveByOffset(x / 2, y / 2).MoveByOffset(x - x / 2, y - y / 2).Release().Perform();
    }

    [Fact]
    public void Two_pages_stay_in_sync_and_several_cues_are_edited_at_once()
    {
        Begin();
        // Another page shows the same, and edits there appear here.
        var show = new Uri(_browser.Url).AbsolutePath;
        _browser.Tab(show);
        _browser.Choose("Dusk pad");
        _browser.Expect("Slides", "1–4");
        _browser.Press("m");
        _browser.Until(() => Focused().Contains("muted", StringComparison.Ordinal), "muted there");
        _browser.CloseTabs();
        _browser.Until(() => _browser.Find("[data-cue='Dusk pad'] [role=button]").GetDomAttribute("aria-label")!.Contains("muted", StringComparison.Ordinal), "muted here");
        _browser.Press("z", Keys.Control);
        _browser.Until(() => !_browser.Find("[data-cue='Dusk pad'] [role=button]").GetDomAttribute("aria-label")!.Contains("muted", StringComparison.Ordinal), "and not muted any more");

        // Several at once, by a box drawn around them or one after the other: quieter, removed, and restored.
        _browser.Hand.MoveToElement(_browser.Find("[data-testid=bands]"), 30, -265).ClickAndHold().MoveByOffset(-100, 300).MoveByOffset(-85, 200).Release().Perform();
        _browser.Says("[data-testid=cue-details] h2", "2 cues");
        _browser.Press(Keys.Escape);
        _browser.Find("[data-cue='Dusk pad'] [role=button]").Click();
        _browser.Hand.KeyDown(Keys.Control).Click(_browser.Find("[data-cue='Mill theme'] [role=button]")).KeyUp(Keys.Control).Perform();
        _browser.Says("[data-testid=cue-details] h2", "2 cues");
        _browser.Button("−3 dB").Click();
        _browser.Until(() => _browser.Count("button[aria-label='Undo: 2 cues: level −3 dB']") == 1, "both quieter");
        _browser.Press(Keys.Delete);
        _browser.Until(() => _browser.Count("[data-cue='Mill theme']") == 0, "both gone");
        _browser.Find("button[aria-label='History and versions']").Click();
        _browser.Find("[aria-label='Version name']").SendKeys("Without beds");
        _browser.Button("Save version").Click();
        _browser.Button("Restore");
        Assert.Empty(_browser.Axe());
        _browser.Find("[role=dialog] ol li:first-child button").Click();
        _browser.Find("[role=dialog] button[aria-label=Close]").Click();
        _browser.Find("[data-cue='Mill theme']");
        _browser.Press("?");
        _browser.Says("[role=dialog]", "place the selected sound");
        Assert.Empty(_browser.Complaints());
    }

    private void Begin() => _browser.Made(7, 4, new("Dusk pad", 330, 40, SoundKind.Bed, 1, 4), new("Mill theme", 220, 50, SoundKind.Bed, 5, 7), new("Chirp", 900, 1, SoundKind.Spot));

    private string Focused() => _browser.Js<string>("document.activeElement.getAttribute('aria-label') ?? ''");
}
