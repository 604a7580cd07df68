using OpenQA.Selenium;
using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>
/// The users Phonaris is made for, each with a whole task from the first file to the result. The event host's is <see cref="PresentingJourney"/>.
/// Clicks are counted in docs/journeys.md.
/// </summary>
public sealed class PeopleJourney(HearingBrowser browser) : IClassFixture<HearingBrowser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void A_speaker_places_two_beds_and_presents()
    {
        _browser.Slides(8, "3");
        _browser.Tones(("dusk pad.wav", 330, 40), ("mill theme.wav", 220, 50));
        // Two drags for the first bed, one for the second: they loop, fade, and crossfade.
        _browser.Lay("Dusk pad", 1);
        _browser.Drag("[data-cue='Dusk pad'] [data-grip=last] rect", -4 * 78);
        _browser.Expect("Slides", "1–4");
        _browser.Lay("Mill theme", 5);
        _browser.Expect("Slides", "5–8");
        Assert.Equal(("1.0 s", "2.0 s", "fill", "2.0 s"), (_browser.Value("Fade in"), _browser.Value("Fade out"), _browser.Value("Plays"), _browser.Value("Crossfade")));
        Assert.Equal(0, _browser.Count("[data-clash]"));
        // Both quieter: two steps.
        _browser.ClickOn("[role=columnheader] button", "Beds");
        _browser.Button("−3 dB").Click();
        _browser.Find("button[aria-label='Undo: 2 cues: level −3 dB']");
        // On stage the first bed continues from slide to slide and is replaced at the right one.
        _browser.View("Present");
        _browser.Find("[data-testid=ready]");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Js<bool>("heard.some(([, peak]) => peak > 0.01)"), "the first piece");
        for (var n = 0; n < 3; n++) _browser.Press(Keys.ArrowRight);
        _browser.Says("[data-testid=nextEffect]", "Dusk pad crossfades · Mill theme starts");
        _browser.Until(() => _browser.Where() == "slide 4 of 8" && _browser.Sounding().Contains("through this slide\nstarted with slide 1", StringComparison.Ordinal), "the first piece on slide 4");
        _browser.Press(Keys.ArrowRight);
        _browser.Until(() => _browser.Sounding().Contains("started with slide 5", StringComparison.Ordinal) && !_browser.Sounding().Contains("Dusk pad", StringComparison.Ordinal), "the second piece");
        _browser.Button("End").Click();
        _browser.Says("[data-testid=report]", "Dusk pad crossfaded to Mill theme");
    }

    [Fact]
    public void A_maker_of_a_self_running_show_gets_a_film_that_ends_with_the_music()
    {
        _browser.Slides(4, "3");
        var tune = _browser.PathOf("reel.flac");
        FirstJourney.Output("ffmpeg", "-v", "error", "-y", "-f", "lavfi", "-i", "aevalsrc='0.3*sin(2*PI*(220+55*floor(mod(t,8)/2))*t)*exp(-6*mod(t,0.5))+0.3*(random(0)-0.5)*exp(-60*mod(t,0.5))':d=48:s=48000", "-ac", "2", tune);
        _browser.Find("input[aria-label='Files to import']").SendKeys(tune);
        _browser.Find("[data-sound='Reel']");
        _browser.Kind("Reel", "bed");
        _browser.Lay("Reel", 1);
        // Longer than the show: fitted in two steps.
        _browser.View("Fit");
        _browser.Says("main header", "0:36.0 too long");
        _browser.Find("[data-method] [aria-label^='Use ']").Click();
        _browser.Find("[aria-label$=' is used'][aria-pressed=true]");
        // The film has exactly as many pictures as the show.
        _browser.View("Export");
        _browser.Find("select[aria-label='Size of the film']").SendKeys("720");
        _browser.Button("Export film").Click();
        _browser.Until(() => _browser.Count("[data-state=done] video") == 1 || _browser.Count("[data-state=failed]") == 1, "the film");
        _browser.Until(() => _browser.Js<double>("document.querySelector('video')?.duration || 0") > 0, "the film to be readable");
        Assert.InRange(_browser.Js<double>("document.querySelector('video').duration"), 11.95, 12.1);
    }

    [Fact]
    public void A_maker_previews_and_applies_a_draft()
    {
        _browser.Slides(4, "5");
        _browser.Says("[data-testid=next]", "Drop music");
        _browser.Tones(("2 voice.wav", 330, 3), ("3 voice.wav", 350, 4), ("dusk pad.wav", 220, 30));
        _browser.Button("Draft it for me").Click();
        _browser.Says("[data-testid=draft]", "Places 1 bed, 2 voices. Every sound is used.");
        _browser.Until(() => _browser.Count("[data-testid=outlines] rect") == 3, "outlines on the sheet");
        Assert.Empty(_browser.Axe());
        // One is excluded, and its outline disappears; then it is included after all.
        _browser.Find("[data-testid=draft] input[type=checkbox]").Click();
        _browser.Until(() => _browser.Count("[data-testid=outlines] rect") == 2, "the bed left out");
        _browser.ClickOn("[data-testid=draft] label", "Dusk pad");
        _browser.Until(() => _browser.Count("[data-testid=outlines] rect") == 3, "the bed again");
        _browser.Button("Apply").Click();
        _browser.Until(() => _browser.Count("[data-cue]") == 3, "three cues");
        _browser.Until(() => _browser.Count("[data-testid=outlines]") == 0, "no outlines");
        _browser.Press("z", Keys.Control);
        _browser.Until(() => _browser.Count("[data-cue]") == 0, "none");
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_teacher_records_each_slide_and_places_a_spot_at_the_third_step()
    {
        _browser.Slides(3, "6");
        _browser.Tones(("dusk pad.wav", 330, 40), ("chirp.wav", 900, 6));
        _browser.Lay("Dusk pad", 1);
        _browser.Find("[data-slide='2'] [data-title]").Click();
        _browser.Button("Add a step").Click();
        _browser.Find("[aria-label='Name of step 2']");
        _browser.Button("Add a step").Click();
        _browser.Find("[aria-label='Name of step 3']");
        Assert.Equal("~4.0 s", _browser.Value("Time of step 3"));
        // On the row of its slide, at the height of its third step: one drag.
        _browser.Hand.ClickAndHold(_browser.Find("[data-sound='Chirp']")).MoveToElement(_browser.Find("[data-slide='2'] [role=gridcell]:last-child"), 0, 25).Release().Perform();
        _browser.Until(() => _browser.Count("[data-cue='Chirp']") == 1 && _browser.Text("[aria-label='Start']").Contains("step 3", StringComparison.Ordinal), "the effect on the sheet");
        Assert.Equal("at step 3", _browser.Js<string>("(s => s.options[s.selectedIndex].textContent)(document.querySelector('[aria-label=Start]'))"));
        // A voice for each slide in one run.
        _browser.View("Dry run");
        _browser.Find("[data-testid=ready]");
        _browser.Find("input[type=checkbox]").Click();
        _browser.Button("Begin").Click();
        foreach (var where in (string[])["slide 1 of 3", "slide 2 of 3, step 1 of 3", "slide 2 of 3, step 2 of 3", "slide 2 of 3, step 3 of 3", "slide 3 of 3"])
        {
            _browser.Until(() => _browser.Where() == where, where);
            if (where.EndsWith("step 3 of 3", StringComparison.Ordinal)) _browser.Until(() => _browser.Count("[data-sounding='Chirp']") == 1, "the effect at its reveal");
            // Not at even intervals: those are the default, and nothing would change.
            Thread.Sleep(where.EndsWith("step 2 of 3", StringComparison.Ordinal) ? 2600 : 1300);
            _browser.Press(Keys.ArrowRight);
        }
        _browser.Button("End").Click();
        _browser.Find("[data-testid=report]");
        // The tapped times become the holds and the times of the steps.
        _browser.Button("Use these times as holds").Click();
        _browser.Find("main a[href^='/shows']").Click();
        _browser.Until(() => _browser.Count("[data-cue^='Slide']") == 3, "three voices");
        _browser.Find("[data-slide='2'] [data-title]").Click();
        _browser.Until(() => !_browser.Value("Time of step 3").StartsWith('~'), "the step where it was tapped");
        // The music is ducked under them.
        _browser.Choose("Slide 1");
        _browser.More("loud");
        _browser.Until(() => _browser.Js<bool>("[...document.querySelectorAll('[data-testid=cue-details] label')].some(l => l.textContent.includes('Duck the beds under it') && l.querySelector('input').checked)"), "the music ducked under it");
    }

    [Fact]
    public async Task A_colleague_gets_the_show_with_its_music_credited()
    {
        _browser.Slides(3, "4");
        _browser.Tones(("dusk pad.wav", 330, 40));
        _browser.Lay("Dusk pad", 1);
        _browser.View("Export");
        _browser.Says("[aria-label=Credits]", "Author or licence missing: Dusk pad");
        _browser.View("Run sheet");
        _browser.Find("[data-sound='Dusk pad'] button[aria-pressed]").Click();
        _browser.Find("[data-testid='sound-details']");
        TypeRight("Author, who made it", "Ina Fell");
        TypeRight("Licence, such as CC-BY-4.0", "CC-BY-4.0");
        // On a card at the end, and into the notes.
        _browser.Find("[data-slide='3'] [data-title]").Click();
        _browser.Button("Add a slide").Click();
        _browser.Button("Credits card").Click();
        _browser.Until(() => _browser.Count("[data-slide]") == 4, "the card");
        _browser.View("Export");
        _browser.Until(() => _browser.Text("[aria-label=Credits] pre").Contains("Ina Fell", StringComparison.Ordinal) && !_browser.Text("[aria-label=Credits]").Contains("missing", StringComparison.Ordinal), "the credits");
        _browser.Button("Add to the last slide’s notes").Click();
        _browser.Button("In the last slide’s notes");

        // The music used, for the rights holder; the run sheet for the operator, opened in the page; and the whole show for a colleague, who drops it on the first page.
        Make("Rights holder", "Music used");
        Make("Operator", "Run sheet");
        _browser.Find("section[aria-label='Exports'] a[target=_blank]");
        Make("Archive or another Phonaris", "Whole show");
        Assert.Empty(_browser.Axe());
        var saved = _browser.PathOf("passed on.phonaris");
        await File.WriteAllBytesAsync(saved, await _browser.Http.GetByteArrayAsync(new Uri(_browser.Find("[data-state=done] a[download]").GetDomProperty("href")!)));
        var before = _browser.Url;
        _browser.Go("/");
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(saved);
        _browser.Until(() => _browser.Url.Contains("/shows/", StringComparison.Ordinal) && _browser.Count("[data-slide]") == 4 && _browser.Count("[data-cue='Dusk pad']") == 1, "the show opened");
        Assert.DoesNotContain(before.Split('/')[^2], _browser.Url);

        // A film in open formats plays too; after a change it can be exported again.
        _browser.View("Export");
        _browser.ClickOn("label", "Film, WebM");
        _browser.Find("select[aria-label='Size of the film']").SendKeys("720");
        _browser.Button("Export film").Click();
        _browser.Until(() => _browser.Js<double>("document.querySelector('[data-state=done] video')?.duration || 0") > 11, "the film to be playable");
        _browser.Until(() => _browser.Js<bool>("(v => (v.currentTime < 5 && (v.currentTime = 5), v.readyState >= 2 && v.videoWidth === 1280))(document.querySelector('video'))"), "a picture of it");
        Assert.Equal(0, _browser.Js<int>("[...document.querySelectorAll('button')].filter(b => b.textContent === 'Make again').length"));
        _browser.View("Run sheet");
        _browser.Type("Hold of slide 1", "9", "9 s");
        _browser.View("Export");
        _browser.Button("Export again").Click();
        _browser.Until(() => _browser.Count("[data-state=done]") == 2, "it made again");
        Assert.Empty(_browser.Complaints());

        void Make(string whom, string what)
        {
            var made = _browser.Count("[data-state=done]");
            _browser.ClickOn("nav[aria-label='Recipient'] button", whom);
            _browser.Says("section[aria-label='New export'] h2", whom);
            _browser.Button("Export file").Click();
            _browser.Until(() => _browser.Count("[data-state=done]") == made + 1 && _browser.Text("[data-state=done] h3") == what, what);
        }
    }

    [Fact]
    public void A_publisher_clears_the_usage_rights()
    {
        _browser.Made(4, 2, new Tone("Own tune", 330, 20, SoundKind.Bed, 1, 4));
        _browser.Find("[aria-label='Find sounds in the catalogue']").Click();
        _browser.Find("[aria-label='Search']").SendKeys("curtain");
        _browser.Find("[data-piece='Curtain']").FindElement(By.CssSelector("button:last-child")).Click();
        _browser.Says("[data-piece='Curtain']", "Added");
        _browser.Find("[role=dialog] button[aria-label=Close]").Click();
        _browser.Lay("Curtain", 2);
        _browser.View("Export");
        _browser.Says("section[aria-label='Usage rights']", "1 of 2 sounds cleared");
        _browser.Find("[aria-label='Destination']").SendKeys("on the public web");
        _browser.Find("button[aria-label^='Undo: Shown'][aria-label$='on the public web']");
        // The result of the checks moves what is below it.
        _browser.Says("section[aria-label='New export']", "blocker");
        // The clearance desk asks for a fee. Once paid, the proof is stored with the sound and covers the web but not a sale.
        _browser.Button("Ask the clearance desk").Click();
        _browser.Button("Pay 18 and save proof").Click();
        _browser.Says("section[aria-label='Usage rights']", "All 2 sounds are cleared.");
        Assert.Empty(_browser.Axe());
        _browser.Find("[aria-label='Destination']").SendKeys("in a product for sale");
        _browser.Says("[data-unclear=Curtain]", "cleared it only on the public web");
        _browser.Says("section[aria-label='New export']", "blocker");
        // Another piece of the same kind replaces it on the same slide; one undo reverts that.
        _browser.Button("Find another piece").Click();
        _browser.Says("[role=dialog]", "Another piece instead of Curtain");
        _browser.Find("[data-piece='Swallow Pass']").FindElement(By.CssSelector("button:last-child")).Click();
        _browser.Says("section[aria-label='Usage rights']", "All 2 sounds are cleared.");
        _browser.View("Run sheet");
        _browser.Until(() => _browser.Count("[data-cue='Swallow Pass']") == 1 && _browser.Count("[data-cue='Curtain']") == 0, "the other piece in its place");
        _browser.Find("button[aria-label='Undo: Replaced Curtain with Swallow Pass']").Click();
        _browser.Until(() => _browser.Count("[data-cue='Curtain']") == 1, "the first back");
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void Next_months_deck_gets_the_music_of_this_one()
    {
        _browser.Made(4, 5, new Tone("Mill theme", 330, 20, SoundKind.Bed, 1, 4, LevelDb: -9), new Tone("Bell", 900, 1, SoundKind.Spot, 3, 3));
        _browser.Made(6, 5);
        _browser.Find("button[aria-label='Use the music of another show']").Click();
        _browser.Says("[data-carried='Mill theme']", "slides 1–6");
        // By titles the bell is matched to its slide; by sections too, since neither show has any.
        _browser.Says("[data-carried=Bell]", "slide 3");
        Assert.Empty(_browser.Axe());
        _browser.Button("Place 2 cues").Click();
        _browser.Until(() => _browser.Count("[data-cue='Mill theme']") == 1 && _browser.Count("[data-cue=Bell]") == 1, "the music laid");
        _browser.Find("[data-cue='Mill theme'] [role=button]").Click();
        _browser.Expect("Slides", "1–6");
        Assert.Equal("−9.0 dB", _browser.Value("Level"));
        _browser.Find("button[aria-label='Undo: Copied 2 cues from A show']").Click();
        _browser.Until(() => _browser.Count("[data-cue]") == 0 && _browser.Count("[data-sound]") == 0, "all of it taken back");
        Assert.Empty(_browser.Complaints());
    }

    private void TypeRight(string label, string value)
    {
        var field = _browser.Find($"[aria-label='{label}']");
        field.Click();
        field.SendKeys(value + Keys.Enter);
        _browser.Until(() => _browser.Value(label) == value, label);
    }
}
