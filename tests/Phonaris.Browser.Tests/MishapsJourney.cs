using System.Net.Http.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Shows;
using SkiaSharp;

namespace Phonaris.Browser.Tests;

/// <summary>Common mishaps, and that nothing is lost by them.</summary>
// Playing is timed: journeys of one collection run one after the other.
public sealed class MishapsJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public async Task Wrong_files_and_values_are_reported_and_nothing_is_lost()
    {
        // A file that is not a deck is named in the error, and no show is created.
        await File.WriteAllTextAsync(_browser.PathOf("minutes.pdf"), "Minutes of the meeting");
        _browser.Go("/");
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(_browser.PathOf("minutes.pdf"));
        _browser.Says("section[aria-label='New show'] [role=alert]", "minutes.pdf is not a deck");
        Assert.Equal("[]", await _browser.Http.GetStringAsync("/api/shows"));

        // Several pictures at once, in the order of their numbers.
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(string.Join('\n', Picture("2 Second.png"), Picture("10 Third.png"), Picture("1 First.png")));
        _browser.Until(() => _browser.Count("[data-slide]") == 3, "three slides");
        Assert.Equal(["First", "Second", "Third"], Enumerable.Range(1, 3).Select(n => _browser.Text($"[data-slide='{n}'] [data-title]")));

        // A file that is not a sound, together with one that is.
        await File.WriteAllTextAsync(_browser.PathOf("letter.mp3"), "Dear reader");
        _browser.Find("input[aria-label='Files to import']").SendKeys(_browser.PathOf("letter.mp3") + "\n" + Chime());
        _browser.Find("[data-sound='Chime']");
        _browser.Says("aside[aria-label='Sounds'] [role=alert]", "letter.mp3 is not a sound");
        _browser.Find("button[aria-label='Close the message about letter.mp3']").Click();
        _browser.Until(() => _browser.Count("aside[aria-label='Sounds'] [role=alert]") == 0, "the message to be away");

        // A spot is on its one slide. An invalid span is reported, and the old one stays.
        _browser.Hand.DragAndDrop(_browser.Find("[data-sound='Chime']"), _browser.Find("[data-slide='3'] img")).Perform();
        _browser.Until(() => _browser.Value("Slides") == "3", "the cue on slide 3");
        var field = _browser.Find("[aria-label='Slides']");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("2-9" + Keys.Enter);
        _browser.Says("[data-sonner-toast]", "slides 1 to 3");
        Assert.Equal("3", _browser.Value("Slides"));
        var level = _browser.Find("[aria-label='Level']");
        level.SendKeys(Keys.Control + "a");
        level.SendKeys("loud" + Keys.Enter);
        Assert.Equal("true", level.GetDomAttribute("aria-invalid"));
        level.SendKeys(Keys.Escape);

        // Removed by keyboard, restored by keyboard.
        _browser.Find("[data-cue='Chime'] [role=button]").SendKeys(Keys.Delete);
        _browser.Until(() => _browser.Count("[data-cue]") == 0, "the cue to be gone");
        _browser.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        _browser.Until(() => _browser.Count("[data-cue]") == 1, "the cue to be back");

        // When its slide is removed, the cue is parked and not lost; undo puts it back.
        _browser.Find("[data-slide='3'] [data-title]").Click();
        _browser.Find("[data-testid='slide-details']");
        _browser.Button("Remove").Click();
        _browser.Until(() => _browser.Count("[data-slide]") == 2 && _browser.Count("[data-cue]") == 0, "the slide to be gone");
        _browser.Says("[data-sound='Chime']", "1 cue");
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Until(() => _browser.Count("[data-cue]") == 1, "the cue to be back once more");

        // All holds at once, rows by time; both are still so after a reload.
        _browser.Find("[data-slide='1'] [data-title]").Click();
        _browser.Type("Hold", "2.5", "2.5 s");
        _browser.Button("Apply to all slides").Click();
        _browser.Says("[data-testid='running-time']", "0:07.5");
        _browser.Find("[aria-label='Row height'] button:last-child").Click();
        _browser.Reload();
        Assert.Equal("true", _browser.Find("[aria-label='Row height'] button:last-child").GetDomAttribute("aria-pressed"));
        _browser.Says("[data-testid='running-time']", "0:07.5");
    }

    [Fact]
    public async Task Concurrent_edits_of_a_field_are_reported_and_neither_is_lost()
    {
        _browser.Slides(2, "3");
        var show = $"/api{new Uri(_browser.Url).AbsolutePath}";
        Notes().SendKeys("Mind the lamp");
        // Meanwhile another user edits it, and is saved first.
        var view = (await _browser.Http.GetFromJsonAsync<ShowView>(show, ShowJson.Options))!;
        var theirs = new MadeEdit(view.Revision, new SetNotes(view.Show.Slides[0].Id, "Dim the hall"), "another page");
        (await _browser.Http.PostAsJsonAsync($"{show}/edits", theirs, ShowJson.Options)).EnsureSuccessStatusCode();
        _browser.Find("button[aria-label^='Undo: ']");
        Notes(click: false).SendKeys(Keys.Tab);
        _browser.Says("[data-sonner-toast]", "changed");
        _browser.Until(() => Notes(click: false).GetDomProperty("value") == "Dim the hall", "what the other wrote");
        _browser.AtRest("[data-sonner-toast]");
        _browser.Button("Change anyway").Click();
        _browser.Until(() => Notes(click: false).GetDomProperty("value") == "Mind the lamp", "one's own");
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Until(() => Notes(click: false).GetDomProperty("value") == "Dim the hall", "the other's again");

        IWebElement Notes(bool click = true)
        {
            if (click) _browser.Find("[data-slide='1'] [data-title]").Click();
            return _browser.Find("[aria-label='Notes']");
        }
    }

    private string Picture(string name)
    {
        var path = _browser.PathOf(name);
        using var bitmap = new SKBitmap(320, 180);
        bitmap.Erase(SKColors.SeaGreen);
        File.WriteAllBytes(path, bitmap.Encode(SKEncodedImageFormat.Png, 90).ToArray());
        return path;
    }

    private string Chime()
    {
        var path = _browser.PathOf("chime.wav");
        FirstJourney.Output("ffmpeg", "-v", "error", "-f", "lavfi", "-i", "sine=880:duration=1.5", "-ac", "2", path);
        return path;
    }
}
