using OpenQA.Selenium;
using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>The same work on keyboards of other countries, without a network for a while, and with a reader of screens in and out of dialogs.</summary>
public sealed class ReachJourney(Browser browser) : IClassFixture<Browser>
{
    private const int Ctrl = 2, Shift = 8;

    private readonly Browser _browser = browser.Fresh();

    [Theory]
    [InlineData("KeyY", "KeyZ", "Minus")] // German
    [InlineData("KeyW", "KeyY", "KeyM")] // French
    public void Keys_are_those_that_are_written_on_the_keyboard(string z, string y, string questionMark)
    {
        Begin();
        _browser.Type("Level", "-12", "−12.0 dB");
        // In the very field in which it was typed.
        _browser.Stroke("z", z, Ctrl);
        _browser.Expect("Level", "−6.0 dB");
        _browser.Stroke("y", y, Ctrl);
        _browser.Expect("Level", "−12.0 dB");
        _browser.Find("[data-cue=Pad] [role=button]").SendKeys("m");
        _browser.Stroke("?", questionMark, Shift);
        _browser.Says("[role=dialog]", "place the selected sound");
    }

    [Fact]
    public void After_a_click_into_the_strip_of_the_show_the_space_bar_plays_from_there()
    {
        Begin();
        _browser.Find("[role=slider][aria-label='Position in the show']").Click();
        _browser.Until(() => _browser.Text("[data-testid=clock]") == "0:06.0", "the middle of twelve seconds");
        _browser.Press(Keys.ArrowLeft);
        _browser.Until(() => _browser.Text("[data-testid=clock]") == "0:01.0", "five seconds earlier");
        _browser.Press(" ");
        _browser.Find("button[aria-label=Stop]");
        // A press beside a dialog leaves it open: it may be a recording that is under way.
        _browser.Press(" ");
        _browser.Find("button[aria-label='Record a voice']").Click();
        _browser.Find("[role=dialog]");
        _browser.Hand.MoveToLocation(20, 400).Click().Perform();
        Thread.Sleep(300);
        Assert.Equal(1, _browser.Count("[role=dialog]"));
    }

    [Fact]
    public void What_is_changed_without_a_network_arrives_when_it_is_there_again()
    {
        Begin();
        _browser.Offline(true);
        var level = _browser.Find("[aria-label=Level]");
        level.SendKeys(Keys.Control + "a");
        level.SendKeys("-20" + Keys.Enter);
        var fade = _browser.Find("[aria-label='Fade in']");
        fade.SendKeys(Keys.Control + "a");
        fade.SendKeys("3" + Keys.Enter);
        // The show is still there to be worked on, whatever cannot be asked meanwhile.
        Thread.Sleep(3000);
        Assert.Equal(1, _browser.Count("[data-cue=Pad]"));
        _browser.Offline(false);
        _browser.Expect("Level", "−20.0 dB");
        _browser.Expect("Fade in", "3.0 s");
        // Each was made once.
        _browser.Find("button[aria-label^='Undo: Pad: fades in']").Click();
        _browser.Find("button[aria-label^='Undo: Pad: level']").Click();
        _browser.Expect("Level", "−6.0 dB");
        _browser.Complaints();
    }

    [Fact]
    public void Dialogs_are_told_by_name_hold_the_focus_and_give_it_back()
    {
        Begin();
        foreach (var (opener, title) in new[] { ("What was done, and versions", "What was done"), ("Keys", "Keys"), ("Record a voice", "Record a voice"), ("Find sounds in the catalogue", "Find sounds"), ("Take the music of another show", "Take the music of another show") })
        {
            var button = _browser.Find($"button[aria-label='{opener}']");
            button.SendKeys(Keys.Enter);
            _browser.Until(() => _browser.Js<string>("(d => d ? document.getElementById(d.getAttribute('aria-labelledby')).textContent : '')(document.querySelector('[role=dialog]'))") == title, title);
            // What lies below it is out of reach of a reader, and of the tab key however often it is pressed.
            Assert.True(_browser.Js<bool>("document.querySelector('[data-testid=sheet]').closest('[aria-hidden=true]') !== null"), title);
            for (var i = 0; i < 12; i++) _browser.Press(Keys.Tab);
            Assert.True(_browser.Js<bool>("document.querySelector('[role=dialog]').contains(document.activeElement)"), title);
            Assert.Empty(_browser.Axe());
            _browser.Press(Keys.Escape);
            _browser.Until(() => _browser.Count("[role=dialog]") == 0, "it closed");
            _browser.Until(() => _browser.Js<string>("document.activeElement.getAttribute('aria-label') ?? ''") == opener, $"the focus back on {opener}");
        }
        // A menu, by arrow keys.
        _browser.Button("Ready-made").SendKeys(Keys.ArrowDown);
        _browser.Until(() => _browser.Js<string>("document.activeElement.getAttribute('role') ?? ''") == "menuitem", "its first entry");
        _browser.Press("b");
        _browser.Until(() => _browser.Js<string>("document.activeElement.textContent") == "Back to plain", "the entry by its first letter");
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Js<string>("document.activeElement.textContent").StartsWith("Ready-made", StringComparison.Ordinal), "the focus back on the menu's button");
    }

    private void Begin()
    {
        _browser.Made(3, 4, new Tone("Pad", 220, 12, SoundKind.Bed, 1, 3, LevelDb: -6));
        _browser.Find("[data-cue=Pad] [role=button]").Click();
        _browser.Expect("Level", "−6.0 dB");
    }
}
