using OpenQA.Selenium;
using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>The same work by keyboard alone, on keyboards of other countries, without a network or a server for a while, and in dialogs with a screen reader.</summary>
public sealed class ReachJourney(Browser browser) : IClassFixture<Browser>
{
    private const int Ctrl = 2, Shift = 8;

    private readonly Browser _browser = browser.Fresh();

    [Theory]
    [InlineData("KeyY", "KeyZ", "Minus")] // German
    [InlineData("KeyW", "KeyY", "KeyM")] // French
    public void Keys_follow_the_keyboard_layout(string z, string y, string questionMark)
    {
        Begin();
        _browser.Type("Level", "-12", "−12.0 dB");
        // In the field in which it was typed.
        _browser.Stroke("z", z, Ctrl);
        _browser.Expect("Level", "−6.0 dB");
        _browser.Stroke("y", y, Ctrl);
        _browser.Expect("Level", "−12.0 dB");
        _browser.Find("[data-cue=Pad] [role=button]").SendKeys("m");
        _browser.Stroke("?", questionMark, Shift);
        _browser.Says("[role=dialog]", "place the selected sound");
    }

    [Fact]
    public void Space_plays_from_the_clicked_position_of_the_overview()
    {
        Begin();
        _browser.Find("[role=slider][aria-label='Position in the show']").Click();
        _browser.Until(() => _browser.Text("[data-testid=clock]") == "0:06.0", "the middle of twelve seconds");
        _browser.Press(Keys.ArrowLeft);
        _browser.Until(() => _browser.Text("[data-testid=clock]") == "0:01.0", "five seconds earlier");
        _browser.Press(" ");
        _browser.Find("button[aria-label=Stop]");
        // A click outside a dialog leaves it open, because a recording may be under way.
        _browser.Press(" ");
        _browser.Find("button[aria-label='Record a voice']").Click();
        _browser.Find("[role=dialog]");
        _browser.Hand.MoveToLocation(20, 400).Click().Perform();
        Thread.Sleep(300);
        Assert.Equal(1, _browser.Count("[role=dialog]"));
    }

    [Fact]
    public void Edits_made_offline_are_sent_when_the_network_is_back()
    {
        Begin();
        _browser.Offline(true);
        Write("Level", "-20" + Keys.Enter);
        Write("Fade in", "3" + Keys.Enter);
        // The show can still be worked on while requests fail.
        Thread.Sleep(3000);
        Assert.Equal(1, _browser.Count("[data-cue=Pad]"));
        _browser.Offline(false);
        _browser.Expect("Level", "−20.0 dB");
        _browser.Expect("Fade in", "3.0 s");
        // Each was created once.
        _browser.Find("button[aria-label^='Undo: Pad: fade in']").Click();
        _browser.Find("button[aria-label^='Undo: Pad: level']").Click();
        _browser.Expect("Level", "−6.0 dB");
        _browser.Complaints();
    }

    [Fact]
    public void Typing_survives_a_restart_of_the_server()
    {
        Begin();
        Write("Level", "-2");
        _browser.LoseServer();
        _browser.Says("header", "Disconnected");
        // Half typed before, and continued: it is shown as typed until the server has saved it, and later edits apply on top.
        _browser.Find("[aria-label=Level]").SendKeys("0" + Keys.Enter);
        Write("Fade in", "3" + Keys.Enter);
        _browser.Find("[aria-label='Fade in']").SendKeys(Keys.ArrowUp);
        Write("Fade out", "5");
        Assert.Equal(("−20.0 dB", "3.1 s", "5"), (_browser.Value("Level"), _browser.Value("Fade in"), _browser.Value("Fade out")));
        Assert.Equal(2, _browser.Count("[aria-label=Details] [aria-busy=true]"));
        _browser.RestartServer();
        _browser.Until(() => _browser.Count("[aria-label=Details] [aria-busy=true]") == 0, "both to arrive");
        Assert.Equal(("−20.0 dB", "3.1 s", "5"), (_browser.Value("Level"), _browser.Value("Fade in"), _browser.Value("Fade out")));
        _browser.Find("[aria-label='Fade out']").SendKeys(Keys.Enter);
        _browser.Find("button[aria-label='Undo: Pad: fade out 5.0 s']");
        _browser.Reload();
        _browser.Choose("Pad");
        foreach (var (label, value) in new[] { ("Level", "−20.0 dB"), ("Fade in", "3.1 s"), ("Fade out", "5.0 s") }) _browser.Expect(label, value);
    }

    [Fact]
    public void Music_under_four_slides_is_placed_and_shaped_by_keyboard_alone()
    {
        _browser.Made(5, 4, new Tone("Pad", 220, 12, SoundKind.Bed));
        // Select the sound; select slide 1; extend to slide 4; place.
        TabTo("document.activeElement.closest('[data-sound=Pad]') && document.activeElement.hasAttribute('aria-pressed')", "the sound");
        _browser.Press(Keys.Enter);
        TabTo("document.activeElement.title === 'Slide 1'", "slide 1");
        _browser.Press(Keys.Enter);
        for (var n = 2; n <= 4; n++) _browser.Press(Keys.ArrowDown, Keys.Shift);
        _browser.Press("l");
        _browser.Expect("Slides", "1–4");
        // From the slide to its cue: its end, its fades, its level, and mute.
        _browser.Until(() => _browser.Count("[data-cue=Pad]") == 1, "the strand");
        _browser.Press(Keys.ArrowRight);
        _browser.Until(() => _browser.Js<bool>("document.activeElement.closest('[data-cue=Pad]') !== null"), "the focus on the strand");
        _browser.Press(Keys.ArrowDown, Keys.Shift);
        _browser.Expect("Slides", "1–5");
        var (fadeIn, fadeOut, level) = (_browser.Value("Fade in"), _browser.Value("Fade out"), _browser.Value("Level"));
        foreach (var key in new[] { "b", "e", "-" }) _browser.Press(key);
        foreach (var (label, before) in new[] { ("Fade in", fadeIn), ("Fade out", fadeOut), ("Level", level) }) _browser.Until(() => _browser.Value(label) != before, $"another {label}");
        _browser.Press("m");
        _browser.Button("Muted");
        // All of it is undone by keyboard, too.
        for (var n = 0; n < 6; n++) _browser.Press("z", Keys.Control);
        _browser.Until(() => _browser.Count("[data-cue=Pad]") == 0, "nothing placed");
        _browser.Complaints();
    }

    [Fact]
    public void A_click_by_a_screen_reader_selects_a_strand()
    {
        _browser.Made(3, 4, new Tone("Pad", 220, 12, SoundKind.Bed, 1, 3));
        _browser.Js<bool>("document.querySelector('[data-cue=Pad] [role=button]').dispatchEvent(new MouseEvent('click', { bubbles: true }))");
        _browser.Expect("Slides", "1–3");
        Assert.Equal("true", _browser.Find("[data-cue=Pad] [role=button]").GetDomAttribute("aria-pressed"));
    }

    private string Theme(string css) => _browser.Js<string>($"document.querySelector('{css}').closest('[data-theme]').dataset.theme");

    /// <summary>Presses Tab until an element has the focus.</summary>
    private void TabTo(string expression, string what)
    {
        for (var n = 0; n < 60; n++)
        {
            if (_browser.Js<bool>($"!!({expression})")) return;
            _browser.Press(Keys.Tab);
        }
        Assert.Fail($"The tab key does not come to {what}.");
    }

    /// <summary>Types over the value of a field.</summary>
    private void Write(string label, string text)
    {
        var field = _browser.Find($"[aria-label='{label}']");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text);
    }

    [Fact]
    public void Dialogs_have_names_trap_the_focus_and_return_it()
    {
        Begin();
        foreach (var (opener, title) in new[] { ("History and versions", "History"), ("Keys", "Keys"), ("Record a voice", "Record a voice"), ("Find sounds in the catalogue", "Find sounds"), ("Use the music of another show", "Use the music of another show") })
            Walk($"button[aria-label='{opener}']", title);
        Walk("button[title^='Running time']", "Running time");
        // A deck's dialog opens wherever the focus was when it arrived.
        _browser.Js<bool>("(document.querySelector(\"button[title^='Running time']\").focus(), true)");
        var deck = _browser.Picture(1);
        _browser.Find("input[aria-label='Files to import']").SendKeys(deck);
        LookAtDialog(Path.GetFileName(deck));
        Assert.False(_browser.Js<bool>("document.activeElement === document.body"));
        _browser.Find("[aria-label='Start']").SendKeys("manually");
        _browser.Button("Add a hotspot").Click();
        _browser.Find("[role=dialog]");
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Count("[role=dialog]") == 0, "it closed");
        _browser.Button("Edit hotspot");
        Walk("button:has(.lucide-mouse-pointer-click)", "Hotspot on “Slide 1”");
        _browser.View("Fit");
        Walk("nav[aria-label=Beds] button", "Fit all beds");
        _browser.View("Run sheet");
        _browser.Choose("Pad");
        // A menu, by arrow keys.
        _browser.Button("Presets").SendKeys(Keys.ArrowDown);
        _browser.Until(() => _browser.Js<string>("document.activeElement.getAttribute('role') ?? ''") == "menuitem", "its first entry");
        _browser.Press("t");
        _browser.Until(() => _browser.Js<string>("document.activeElement.textContent") == "Trigger manually", "the entry by its first letter");
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Js<string>("document.activeElement.textContent").StartsWith("Presets", StringComparison.Ordinal), "the focus back on the menu's button");

        // On the presenter's page.
        _browser.View("Present");
        _browser.Find("[data-testid=ready]");
        _browser.Button("Begin").Click();
        Walk("button[title=Slides]", "Go to a slide");
        Walk("button[title=Clicker]", "Clicker");
        Walk("header button[aria-label=Keys]", "Keys");
    }

    /// <summary>Opens a dialog by keyboard, checks it for a screen reader, and closes it.</summary>
    private void Walk(string opener, string title)
    {
        _browser.Find(opener).SendKeys(Keys.Enter);
        LookAtDialog(title);
        _browser.Until(() => _browser.Js<bool>($"document.activeElement.matches(\"{opener}\")"), $"the focus back on {opener}");
    }

    private void LookAtDialog(string title)
    {
        _browser.Until(() => _browser.Js<string>("(d => d ? document.getElementById(d.getAttribute('aria-labelledby')).textContent : '')(document.querySelector('[role=dialog]'))") == title, title);
        // Its backdrop has the right darkness.
        Assert.Equal(Theme("main"), Theme("[role=dialog]"));
        // What is below it cannot be reached by a screen reader or with Tab.
        Assert.True(_browser.Js<bool>("document.querySelector('main').closest('[aria-hidden=true]') !== null"), title);
        for (var i = 0; i < 12; i++) _browser.Press(Keys.Tab);
        Assert.True(_browser.Js<bool>("document.querySelector('[role=dialog]').contains(document.activeElement)"), title);
        Assert.Empty(_browser.Axe());
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Count("[role=dialog]") == 0, $"{title} closed");
    }

    private void Begin()
    {
        _browser.Made(3, 4, new Tone("Pad", 220, 12, SoundKind.Bed, 1, 3, LevelDb: -6));
        _browser.Find("[data-cue=Pad] [role=button]").Click();
        _browser.Expect("Level", "−6.0 dB");
    }
}
