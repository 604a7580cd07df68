using System.IO.Compression;
using System.Text.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Drills;
using SkiaSharp;

namespace Phonaris.Browser.Tests;

/// <summary>Work on the sheet itself: slides moved, steps, sections and cards added; strands dragged; sounds replaced, removed and restored.</summary>
public sealed class SheetJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void Slides_and_strands_are_dragged_by_mouse_and_by_touch()
    {
        _browser.Go("/");
        _browser.Type("Hold of each slide", "2", "2.0 s");
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(string.Join('\n', Enumerable.Range(1, 5).Select(Picture)));
        _browser.Until(() => _browser.Count("[data-slide]") == 5, "five slides");
        _browser.Find("input[aria-label='Files to import']").SendKeys(Zip());
        _browser.Until(() => _browser.Count("[data-sound]") == 2, "two sounds out of the zip");
        Assert.Contains("letter.wav is not a sound", Report());

        // A strand dragged by its start, and as a whole.
        _browser.Find("[data-sound='Long tone'] button[aria-pressed]").Click();
        _browser.Find("[aria-label='Kind']").SendKeys("bed");
        _browser.Until(() => _browser.Count("section[aria-label='Beds'] [data-sound]") == 1, "the tone among the beds");
        _browser.Hand.DragAndDrop(_browser.Find("[data-sound='Long tone']"), _browser.Find("[data-slide='1'] img")).Perform();
        _browser.Until(() => _browser.Value("Slides") == "1–5", "the bed on all slides");
        Drag("[data-cue] [data-grip='last'] rect", -160);
        _browser.Until(() => _browser.Value("Slides") == "1–3", "its end two rows higher");
        Drag("[data-cue] [data-grip='first'] rect", 78);
        _browser.Until(() => _browser.Value("Slides") == "2–3", "its beginning one row lower");
        Drag("[data-cue] [role=button]", 156);
        _browser.Until(() => _browser.Value("Slides") == "4–5", "the whole of it two rows lower");

        // By touch: an end dragged up and down again, play and stop with a tap.
        _browser.Touch("[data-cue] [data-grip='first'] rect", -78);
        _browser.Until(() => _browser.Value("Slides") == "3–5", "its beginning one row higher");
        _browser.Touch("[data-cue] [data-grip='first'] rect", 78);
        _browser.Until(() => _browser.Value("Slides") == "4–5", "its beginning where it was");
        _browser.Touch("footer button[aria-label=Play]");
        _browser.Find("footer button[aria-label=Stop]");
        _browser.Touch("footer button[aria-label=Stop]");
        _browser.Find("footer button[aria-label=Play]");

        // A slide is dragged before another; the span closes up behind it.
        _browser.Hand.DragAndDrop(_browser.Find("[data-slide='5'] img"), _browser.Find("[data-slide='1'] [data-title]")).Perform();
        _browser.Until(() => Titles().SequenceEqual(["Fifth", "First", "Second", "Third", "Fourth"]), "the last slide first");
        _browser.Until(() => _browser.Value("Slides") == "5", "the span closed up");
        _browser.Find("button[aria-label^='Undo: Moved']").Click();
        _browser.Until(() => _browser.Value("Slides") == "4–5", "the span as it was");

        // Two slides at once, with Shift and the keyboard.
        _browser.Find("[data-slide='1'] [data-title]").Click();
        _browser.Hand.KeyDown(Keys.Shift).Click(_browser.Find("[data-slide='2'] [data-title]")).KeyUp(Keys.Shift).Perform();
        _browser.Says("[data-testid='slide-details']", "2 slides");
        _browser.Hand.KeyDown(Keys.Alt).SendKeys(Keys.ArrowDown).KeyUp(Keys.Alt).Perform();
        _browser.Until(() => Titles().SequenceEqual(["Third", "First", "Second", "Fourth", "Fifth"]), "both one lower");

        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void Steps_sections_and_cards_are_added_and_a_cue_starts_at_a_step()
    {
        Begin();
        // Steps, with a cue that starts at one; a section that loops.
        _browser.Find("[data-slide='4'] [data-title]").Click();
        _browser.Button("Add a step").Click();
        _browser.Type("Name of step 2", "Wings", "Wings");
        _browser.Type("Time of step 2", "1.5", "1.5 s");
        _browser.More("steps");
        _browser.Find("button[aria-label='Picture of step 2']").Click();
        _browser.Find("input[aria-label='Picture for a step']").SendKeys(Picture(2));
        _browser.Find("button[aria-label='Picture of step 2']");
        _browser.Button("Add a section here").Click();
        _browser.Find("[data-testid='slide-details'] input[type=checkbox]").Click();
        _browser.Until(() => _browser.Count("[data-slide='4'] [aria-label='Waiting loop']") == 1, "the section to loop");
        _browser.Find("[data-cue='Long tone'] [role=button]").SendKeys(Keys.Enter);
        _browser.Find("[aria-label='Start']").SendKeys("at step 2, Wings");
        _browser.Says("[data-testid='cue-details']", "0:07.5");

        // A title card with a custom text.
        _browser.Find("[data-slide='5'] [data-title]").Click();
        _browser.Button("Add a slide").Click();
        _browser.Button("Title card").Click();
        _browser.Until(() => _browser.Count("[data-slide]") == 6, "the card");
        _browser.Find("[data-slide='6'] [data-title]").Click();
        var before = Picture6();
        _browser.Type("Heading of the card", "Good night", "Good night");
        _browser.Until(() => Picture6() != before, "another picture of the card");

        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_sound_is_replaced_removed_and_restored_with_its_cue()
    {
        Begin();
        // Another file replaces the tone; then it is removed with its cue parked, and restored.
        _browser.Find("[data-sound='Long tone'] button[aria-pressed]").Click();
        _browser.Find("input[aria-label='Replacement file']").SendKeys(Tone("other.flac", 9));
        _browser.Says("[data-testid='sound-details']", "other.flac");
        _browser.Button("Remove and park its cue").Click();
        _browser.Find("section[aria-label='Parked cues']");
        Assert.Equal(0, _browser.Count("[data-cue]"));
        _browser.Button("Restore").Click();
        _browser.Until(() => _browser.Count("[data-sound='Long tone']") == 1, "the sound in the list");
        _browser.Find("section[aria-label='Parked cues'] button").Click();
        _browser.Type("Slides", "last 2", "4–5");
        _browser.Until(() => _browser.Count("section[aria-label='Parked cues']") == 0 && _browser.Count("[data-cue]") == 1, "the cue on its slides");

        // All of it is still there after a reload.
        _browser.Reload();
        _browser.Until(() => _browser.Count("[data-slide]") == 5 && _browser.Count("[data-cue]") == 1, "all of it again");
        Assert.Empty(_browser.Complaints());
    }

    /// <summary>A bed under the last two of five slides.</summary>
    private void Begin() => _browser.Made(5, 2, new Tone("Long tone", 330, 20, SoundKind.Bed, 4, 5));

    [Fact]
    public async Task Everything_is_reachable_on_a_small_screen_at_200_percent_and_by_keyboard()
    {
        _browser.Made(4, 5, new("Pad", 220, 20, SoundKind.Bed, 1, 4), new("Chirp", 900, 1, SoundKind.Spot, 2, 2));
        // So far from the target that the difference is a long text.
        using (var http = _browser.Http) await http.EditAsync(_browser.Url.Split('/')[^1], JsonSerializer.SerializeToElement<Edit>(new SetTarget(5_000_000), ShowJson.Options));
        _browser.Until(() => _browser.Count("[data-testid=over]") == 1, "what is to spare");
        // An old laptop: nothing overlaps, nothing is hidden.
        foreach (var (width, height) in ((int, int)[])[(1024, 768), (1280, 800), (1366, 768)])
        {
            _browser.Size(width, height);
            _browser.Until(() => _browser.Js<bool>("(s => s.scrollWidth <= s.clientWidth)(document.querySelector('[data-testid=sheet]'))"), $"all bands in sight at {width}");
            _browser.Until(() => _browser.Js<bool>("(b => b.every((x, i) => i === 0 || x.left >= b[i - 1].right))([...document.querySelector('header').children].map(e => e.getBoundingClientRect()))"), $"the bar at {width}");
            _browser.Until(() => _browser.Js<bool>("[...document.querySelectorAll('header button')].every(e => e.getBoundingClientRect().right <= innerWidth)"), $"its buttons at {width}");
            _browser.Choose("Pad");
            _browser.Expect("Slides", "1–4");
        }
        Assert.Empty(_browser.Axe());

        // At twice the size there is no space beside the sheet: sounds and details open as dialogs.
        _browser.Size(640, 400);
        Assert.Equal(0, _browser.Count("[aria-label=Details], [role=dialog]"));
        _browser.Button("Details").Click();
        _browser.Says("[role=dialog] h2", "Details");
        _browser.Type("Fade in", "2", "2.0 s");
        Assert.Empty(_browser.Axe());
        // Escape first discards typing, then closes the panel; the focus returns to the button that opened it.
        _browser.Find("[aria-label='Fade in']").SendKeys("9");
        _browser.Press(Keys.Escape);
        Assert.Equal("2.0 s", _browser.Value("Fade in"));
        _browser.Press(Keys.Escape);
        _browser.Until(() => _browser.Count("[role=dialog]") == 0, "the details closed");
        _browser.Until(() => _browser.Js<string>("document.activeElement.textContent") == "Details", "the focus back on its button");
        _browser.Find("button[aria-label='Undo: Pad: fade in 2.0 s']").Click();
        _browser.Find("button[aria-label='More']").Click();
        _browser.Button("Redo: Pad: fade in 2.0 s");
        _browser.Press(Keys.Escape);
        _browser.Button("Sounds").Click();
        _browser.Until(() => _browser.Find("[data-sound='Chirp']").Displayed, "the sounds");
        _browser.Press(Keys.Escape);
        Assert.Equal(640, _browser.Js<int>("document.documentElement.scrollWidth"));

        // By keyboard past the bar and the sounds.
        _browser.Size(1280, 800);
        _browser.Reload();
        _browser.Find("[data-cue='Chirp']");
        _browser.Press(Keys.Tab);
        _browser.Press(Keys.Enter);
        Assert.Equal("Slide 1", _browser.Js<string>("document.activeElement.title"));
        Assert.Empty(_browser.Complaints());
    }

    private IEnumerable<string> Titles() => Enumerable.Range(1, _browser.Count("[data-slide]")).Select(n => _browser.Text($"[data-slide='{n}'] [data-title]"));

    private string Picture6() => _browser.Find("[data-slide='6'] img").GetDomProperty("src")!;

    private string Report()
    {
        _browser.Button("1 item imported differently").Click();
        return _browser.Text("ul[aria-label=Imports]");
    }

    private void Drag(string css, int by) =>
        _browser.Hand.ClickAndHold(_browser.Find(css)).MoveByOffset(0, by / 2).MoveByOffset(0, by - by / 2).Release().Perform();

    private string Picture(int n)
    {
        var path = _browser.PathOf($"{n} {new[] { "First", "Second", "Third", "Fourth", "Fifth" }[n - 1]}.png");
        using var bitmap = new SKBitmap(320, 180);
        bitmap.Erase(SKColor.FromHsl(n * 60, 40, 40));
        File.WriteAllBytes(path, bitmap.Encode(SKEncodedImageFormat.Png, 90).ToArray());
        return path;
    }

    private string Zip()
    {
        var path = _browser.PathOf("sounds.zip");
        using var zip = new ZipArchive(File.Create(path), ZipArchiveMode.Create);
        zip.CreateEntryFromFile(Tone("long tone.ogg", 20), "long tone.ogg");
        zip.CreateEntryFromFile(Tone("blip.wav", 1), "effects/blip.wav");
        using var letter = new StreamWriter(zip.CreateEntry("letter.wav").Open());
        letter.Write("Dear reader");
        return path;
    }

    private string Tone(string name, int seconds)
    {
        var path = _browser.PathOf(name);
        FirstJourney.Output("ffmpeg", "-v", "error", "-y", "-f", "lavfi", "-i", $"sine=330:duration={seconds}", "-ac", "2", path);
        return path;
    }
}
