using OpenQA.Selenium;
using SkiaSharp;

namespace Phonaris.Browser.Tests;

/// <summary>Everything that can be imported: a presentation, refreshed and matched with a PDF; sounds of a catalogue; a voice; and usage rights.</summary>
public sealed class ImportJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void A_presentation_is_imported_with_its_sounds_refreshed_and_matched_with_a_PDF()
    {
        var deck = _browser.PathOf("night-walk.pptx");
        File.Copy(Path.Combine(Browser.Root(), "tests/Phonaris.Formats.Tests/Decks/night-walk.pptx"), deck);
        _browser.Go("/");
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(deck);
        _browser.Until(() => _browser.Count("[data-slide]") == 2 && _browser.Count("[data-hidden]") == 1, "two slides and a hidden one");
        _browser.Says("[data-slide='1'] [data-section]", "Opening");
        // The deck brought a manual sound, and a note on what was not imported.
        _browser.Find("[data-cue] [data-by-hand]");
        _browser.Button("1 item imported differently").Click();
        _browser.Says("ul[aria-label=Imports]", "Line breaks may differ");

        // The same deck again is a refresh. A PDF of it gives exact pictures, corrected manually.
        Bring(deck);
        _browser.Find("[role=dialog] section[aria-label='Unchanged']");
        AssertAccessible();
        _browser.Button("Refresh").Click();
        Gone("[role=dialog]");
        Bring(Pages("Listen", "Who flies tonight"));
        foreach (var (page, slide) in new[] { (1, "3"), (2, "1") })
        {
            _browser.Find($"[aria-label='Slide of page {page}']").SendKeys(Keys.Control + "a");
            _browser.Find($"[aria-label='Slide of page {page}']").SendKeys(slide + Keys.Enter);
            Assert.StartsWith($"{slide} · ", _browser.Value($"Slide of page {page}"), StringComparison.Ordinal);
        }
        AssertAccessible();
        var drawn = Picture(1);
        _browser.Button("Use these pictures").Click();
        Gone("[role=dialog]");
        _browser.Until(() => Picture(1) != drawn && _browser.Js<bool>("[...document.querySelectorAll('[data-slide] img')].every((i) => i.complete && i.naturalWidth > 0)"), "the exact pictures");

        // A hidden slide is shown again.
        _browser.Find("[data-hidden] [data-title]").Click();
        _browser.Button("Show").Click();
        _browser.Until(() => _browser.Count("[data-slide]") == 3, "the hidden slide");
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_catalogue_piece_keeps_its_licence_and_is_credited()
    {
        _browser.Made(2, 4);
        // A piece of the catalogue, with its licence.
        _browser.Find("button[aria-label='Find sounds in the catalogue']").Click();
        _browser.Find("[aria-label='Search']").SendKeys("rain");
        _browser.Until(() => _browser.Count("[data-piece]") == 1, "one piece found");
        AssertAccessible();
        _browser.Find("[data-piece='Hill Rain'] button:last-child").Click();
        _browser.Says("[data-piece='Hill Rain']", "Added");
        _browser.Find("[role=dialog] button[aria-label=Close]").Click();
        _browser.Find("[data-sound='Hill Rain'] button[aria-pressed]").Click();
        _browser.Find("[data-testid='sound-details']");
        Assert.Equal("CC0-1.0", _browser.Value("Licence, such as CC-BY-4.0"));
        AssertAccessible();

        // A marker, added by keyboard on the waveform and named.
        _browser.Find("[role=slider][aria-label='Play position in Hill Rain']").SendKeys(Keys.ArrowRight + Keys.ArrowRight);
        _browser.Button("Add a marker").Click();
        _browser.Type("Name of the marker at 0:10.0", "Heavier", "Heavier");

        // A credits card at the end is filled from the usage rights of the sounds in use.
        _browser.Hand.DragAndDrop(_browser.Find("[data-sound='Hill Rain']"), _browser.Find("[data-slide='1'] img")).Perform();
        _browser.Until(() => _browser.Value("Slides") == "1–2", "the rain on its slides");
        _browser.Find("[data-slide='2'] [data-title]").Click();
        _browser.Button("Add a slide").Click();
        _browser.Button("Credits card").Click();
        _browser.Until(() => _browser.Count("[data-slide]") == 3, "the card");
        var before = Picture(3);
        _browser.Find("[data-sound='Hill Rain'] button[aria-pressed]").Click();
        _browser.Type("Credit, as required", "Rain by the field notes", "Rain by the field notes");
        _browser.Until(() => Picture(3) != before, "the card to follow the rights");

        // Moved up by keyboard, and back by undo.
        _browser.Find("[data-slide='3'] [data-title]").Click();
        _browser.Hand.KeyDown(Keys.Alt).SendKeys(Keys.ArrowUp).KeyUp(Keys.Alt).Perform();
        _browser.Says("[data-slide='2'] [data-title]", "Credits");
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Says("[data-slide='3'] [data-title]", "Credits");

        _browser.Go(new Uri(_browser.Url).AbsolutePath + "/export");
        _browser.Says("section[aria-label='Credits'] pre", "Rain by the field notes");
        AssertAccessible();
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public void A_voice_is_recorded_and_saved_on_its_slide()
    {
        _browser.Made(3, 4);
        _browser.Find("[data-slide='2'] [data-title]").Click();
        _browser.Find("button[aria-label='Record a voice']").Click();
        _browser.Until(() => _browser.Js<double>("parseFloat(document.querySelector('[data-testid=microphone-level] div')?.dataset.level ?? '0')") > 0.01, "the microphone to be heard");
        AssertAccessible();
        _browser.Button("Record").Click();
        _browser.Button("Stop");
        Thread.Sleep(2500);
        _browser.Button("Stop").Click();
        _browser.Find("[data-testid='take']");
        _browser.Button("Save").Click();
        _browser.Until(() => _browser.Js<bool>("[...document.querySelectorAll('[data-cue]')].some((c) => c.dataset.cue.startsWith('Voice'))"), "the voice on the sheet");
        Assert.Empty(_browser.Complaints());
    }

    private void Bring(string path) => _browser.Find("input[aria-label='Files to import']").SendKeys(path);

    private void Gone(string css) => _browser.Until(() => _browser.Count(css) == 0, $"{css} to be away");

    private string Picture(int slide) => _browser.Find($"[data-slide='{slide}'] img").GetDomProperty("src")!;

    private void AssertAccessible()
    {
        var found = _browser.Axe();
        Assert.True(found.Length == 0, found);
    }

    private string Pages(params string[] lines)
    {
        var path = _browser.PathOf("pages.pdf");
        using var stream = File.Create(path);
        using var pdf = SKDocument.CreatePdf(stream);
        using var font = new SKFont(SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "AtkinsonHyperlegibleNext-Bold.ttf")), 60);
        using var ink = new SKPaint { Color = SKColors.DarkGreen };
        foreach (var line in lines)
        {
            pdf.BeginPage(960, 540).DrawText(line, 80, 200, SKTextAlign.Left, font, ink);
            pdf.EndPage();
        }
        pdf.Close();
        return path;
    }
}
