using OpenQA.Selenium;
using SkiaSharp;

namespace Phonaris.Browser.Tests;

/// <summary>What journeys do at the desk again and again.</summary>
internal static class Desk
{
    /// <summary>Begins a show with slides of one colour each.</summary>
    public static void Slides(this Browser browser, int count, string hold)
    {
        browser.Go("/");
        browser.Type("Hold of each slide", hold, $"{hold}.0 s");
        browser.Find("input[aria-label='Files of the deck']").SendKeys(string.Join('\n', Enumerable.Range(1, count).Select(n => Picture(browser, n))));
        browser.Until(() => browser.Url.Contains("/shows/", StringComparison.Ordinal) && browser.Count("[data-slide]") >= Math.Min(count, 6), $"{count} slides");
    }

    /// <summary>Brings steady tones in.</summary>
    public static void Tones(this Browser browser, params (string File, int Hertz, int Seconds)[] tones)
    {
        var before = browser.Count("[data-sound]");
        var paths = tones.Select(t =>
        {
            FirstJourney.Output("ffmpeg", "-v", "error", "-y", "-f", "lavfi", "-i", $"sine={t.Hertz}:duration={t.Seconds}:sample_rate=48000", "-ac", "2", browser.PathOf(t.File));
            return browser.PathOf(t.File);
        });
        browser.Find("input[aria-label='Files to bring in']").SendKeys(string.Join('\n', paths));
        browser.Until(() => browser.Count("[data-sound]") == before + tones.Length, "the sounds");
    }

    /// <summary>Says what a sound is for.</summary>
    public static void Kind(this Browser browser, string sound, string kind)
    {
        browser.Find($"[data-sound='{sound}'] button[aria-pressed]").Click();
        browser.Find("[aria-label='Kind of the sound']").SendKeys(kind);
        browser.Until(() => browser.Count($"section[aria-label='{char.ToUpperInvariant(kind[0])}{kind[1..]}s'] [data-sound='{sound}']") == 1, $"{sound} to be a {kind}");
    }

    /// <summary>Drags a sound onto a slide.</summary>
    public static void Lay(this Browser browser, string sound, int slide)
    {
        var before = browser.Count("[data-cue]");
        browser.Hand.DragAndDrop(browser.Find($"[data-sound='{sound}']"), browser.Find($"[data-slide='{slide}'] img")).Perform();
        browser.Until(() => browser.Count("[data-cue]") == before + 1, $"{sound} on slide {slide}");
    }

    /// <summary>Drags something down by so many pixels.</summary>
    public static void Drag(this Browser browser, string css, int by) =>
        browser.Hand.ClickAndHold(browser.Find(css)).MoveByOffset(0, by / 2).MoveByOffset(0, by - by / 2).Release().Perform();

    /// <summary>Chooses a strand.</summary>
    public static void Choose(this Browser browser, string cue) => browser.Find($"[data-cue='{cue}'] [role=button]").SendKeys(Keys.Enter);

    /// <summary>Presses a key, with another held.</summary>
    public static void Press(this Browser browser, string key, string? held = null)
    {
        var hand = browser.Hand;
        if (held is not null) hand.KeyDown(held);
        hand.SendKeys(key);
        if (held is not null) hand.KeyUp(held);
        hand.Perform();
    }

    /// <summary>Waits until a field shows a value.</summary>
    public static void Expect(this Browser browser, string label, string value) => browser.Until(() => browser.Value(label) == value, $"{label} to be {value}");

    /// <summary>Goes to another view of the show.</summary>
    public static void View(this Browser browser, string view) =>
        browser.Until(() => browser.Js<bool>($"[...document.querySelectorAll('nav[aria-label=Views] a')].some(a => a.textContent === '{view}' && (a.click(), true))"), view);

    /// <summary>Where the presenter is, as the presenter's page says it.</summary>
    public static string Where(this Browser browser) => browser.Find("[data-testid=where]").Text;

    /// <summary>What sounds, as the presenter's page says it.</summary>
    public static string Sounding(this Browser browser) => browser.Find("[aria-label='Sounding now']").Text;

    private static string Picture(Browser browser, int n)
    {
        var path = browser.PathOf($"{n:00} Slide {n}.png");
        using var bitmap = new SKBitmap(320, 180);
        bitmap.Erase(SKColor.FromHsl(n * 37 % 360, 40, 40));
        File.WriteAllBytes(path, bitmap.Encode(SKEncodedImageFormat.Png, 90).ToArray());
        return path;
    }
}
