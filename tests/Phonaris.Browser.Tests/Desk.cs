using System.Net.Http.Json;
using System.Text.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Drills;
using Phonaris.Made;
using SkiaSharp;

namespace Phonaris.Browser.Tests;

/// <summary>Common steps of journeys.</summary>
internal static class Desk
{
    /// <summary>Opens a saved show: cards, with steady tones on them.</summary>
    /// <param name="browser">The browser.</param>
    /// <param name="slides">The number of slides.</param>
    /// <param name="holdSeconds">The hold of each slide.</param>
    /// <param name="tones">Its sounds.</param>
    public static void Made(this Browser browser, int slides, int holdSeconds, params Tone[] tones)
    {
        browser.Go($"/shows/{MakeAsync(browser, slides, holdSeconds, tones).GetAwaiter().GetResult()}");
        browser.Until(() => browser.Count("[data-slide]") >= Math.Min(slides, 6) && browser.Count("[data-cue]") == tones.Count(t => t.First > 0), "the show");
    }

    private static async Task<string> MakeAsync(Browser browser, int slides, int holdSeconds, Tone[] tones)
    {
        using var http = browser.Http;
        var show = await http.ShowAsync("A show");
        List<Edit> edits = [.. Enumerable.Range(1, slides).Select(n => new AddCard($"s{n}", CardKind.Title, n))];
        edits.AddRange(Enumerable.Range(1, slides).Select(n => new RenameSlide($"s{n}", $"Slide {n}")));
        edits.Add(new SetHolds([.. Enumerable.Range(1, slides).Select(n => new SlideHold($"s{n}", holdSeconds * 1000))]));
        await EditAsync(new Several([.. edits], "Slides"));
        foreach (var tone in tones)
        {
            using var wave = Wave(tone.Hertz, tone.Seconds, tone.Peak);
            (await http.PostAsJsonAsync($"/api/shows/{show}/sounds", await http.UploadAsync($"{tone.Name}.wav", "sound", wave))).EnsureSuccessStatusCode();
            string? soundId;
            while ((soundId = (await SoundsAsync()).Find(s => s.GetProperty("name").GetString() == tone.Name) is { ValueKind: JsonValueKind.Object } there ? there.GetProperty("id").GetString() : null) is null)
                await Task.Delay(20);
            await EditAsync(new Several([new SetSoundKind(soundId, tone.Kind), new SetRights(soundId, Rights.Unknown with { Author = "Ida Fennel", Licence = "CC0-1.0" })], "Known"));
            if (tone.First == 0) continue;
            var dropped = await http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId, slideId = $"s{tone.First}" });
            var cueId = (await dropped.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("cueId").GetString()!;
            await EditAsync(new SetSpan(cueId, new($"s{tone.First}", $"s{tone.Last}")));
            if (tone.LevelDb is { } level) await EditAsync(new SetLevel(cueId, level));
        }
        return show;

        async Task<List<JsonElement>> SoundsAsync() => [.. (await http.ViewAsync(show)).GetProperty("show").GetProperty("sounds").EnumerateArray()];

        Task EditAsync(Edit edit) => http.EditAsync(show, JsonSerializer.SerializeToElement(edit, ShowJson.Options));
    }

    /// <summary>Creates a show with slides of one colour each.</summary>
    public static void Slides(this Browser browser, int count, string hold)
    {
        browser.Go("/");
        browser.Type("Hold of each slide", hold, $"{hold}.0 s");
        browser.Find("input[aria-label='Files of the deck']").SendKeys(string.Join('\n', Enumerable.Range(1, count).Select(browser.Picture)));
        browser.Until(() => browser.Url.Contains("/shows/", StringComparison.Ordinal) && browser.Count("[data-slide]") >= Math.Min(count, 6), $"{count} slides");
    }

    /// <summary>Adds steady tones to the show.</summary>
    public static void Tones(this Browser browser, params (string File, int Hertz, int Seconds)[] tones)
    {
        var before = browser.Count("[data-sound]");
        foreach (var (file, hertz, seconds) in tones)
        {
            using var wave = Wave(hertz, seconds, 4000);
            File.WriteAllBytes(browser.PathOf(file), wave.ToArray());
        }
        browser.Find("input[aria-label='Files to import']").SendKeys(string.Join('\n', tones.Select(t => browser.PathOf(t.File))));
        browser.Until(() => browser.Count("[data-sound]") == before + tones.Length, "the sounds");
    }

    private static MemoryStream Wave(int hertz, int seconds, int peak) =>
        BringIn.Wav(seconds * Frames.PerSecond, n => (short)(peak * Math.Sin(2 * Math.PI * hertz * n / Frames.PerSecond)));

    /// <summary>Sets the kind of a sound.</summary>
    public static void Kind(this Browser browser, string sound, string kind)
    {
        browser.Find($"[data-sound='{sound}'] button[aria-pressed]").Click();
        browser.Find("[aria-label='Kind']").SendKeys(kind);
        browser.Until(() => browser.Count($"section[aria-label='{char.ToUpperInvariant(kind[0])}{kind[1..]}s'] [data-sound='{sound}']") == 1, $"{sound} to be a {kind}");
    }

    /// <summary>Drags a sound onto a slide.</summary>
    public static void Lay(this Browser browser, string sound, int slide)
    {
        var before = browser.Count("[data-cue]");
        browser.Hand.DragAndDrop(browser.Find($"[data-sound='{sound}']"), browser.Find($"[data-slide='{slide}'] img")).Perform();
        browser.Until(() => browser.Count("[data-cue]") == before + 1, $"{sound} on slide {slide}");
    }

    /// <summary>Drags an element down by a number of pixels.</summary>
    public static void Drag(this Browser browser, string css, int by) =>
        browser.Hand.ClickAndHold(browser.Find(css)).MoveByOffset(0, by / 2).MoveByOffset(0, by - by / 2).Release().Perform();

    /// <summary>Selects a strand.</summary>
    public static void Choose(this Browser browser, string cue) => browser.Find($"[data-cue='{cue}'] [role=button]").SendKeys(Keys.Enter);

    /// <summary>Opens a group of more options in the details, if it is closed.</summary>
    public static void More(this Browser browser, string name)
    {
        if (browser.Find($"[data-more={name}]").GetDomAttribute("aria-expanded") == "false") browser.Find($"[data-more={name}]").Click();
    }

    /// <summary>Applies a preset to the selected cue.</summary>
    public static void Give(this Browser browser, string settings)
    {
        browser.Button("Presets").Click();
        browser.Button(settings).Click();
    }

    /// <summary>Presses a key with another key held.</summary>
    public static void Press(this Browser browser, string key, string? held = null)
    {
        var hand = browser.Hand;
        if (held is not null) hand.KeyDown(held);
        hand.SendKeys(key);
        if (held is not null) hand.KeyUp(held);
        hand.Perform();
    }

    /// <summary>Waits until a field has a value.</summary>
    public static void Expect(this Browser browser, string label, string value) => browser.Until(() => browser.Value(label) == value, $"{label} to be {value}");

    /// <summary>Opens another view of the show.</summary>
    public static void View(this Browser browser, string view) =>
        browser.Until(() => browser.Js<bool>($"[...document.querySelectorAll('nav[aria-label=Views] a')].some(a => a.firstChild.textContent === '{view}' && (a.click(), true))"), view);

    /// <summary>The current position, from the presenter's page.</summary>
    public static string Where(this Browser browser) => browser.Text("[data-testid=where]");

    /// <summary>What is playing, from the presenter's page.</summary>
    public static string Sounding(this Browser browser) => browser.Text("[aria-label='Playing now']");

    /// <summary>A picture of one colour, with a slide's name.</summary>
    public static string Picture(this Browser browser, int n) =>
        PlainPicture.Write(browser.PathOf($"{n:00} Slide {n}.png"), SKColor.FromHsl(n * 37 % 360, 40, 40), 320, 180);
}

/// <summary>A steady tone of a show.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Hertz">Its frequency.</param>
/// <param name="Seconds">Its length.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="First">The first slide of its cue; 0 for no cue.</param>
/// <param name="Last">The last slide of its cue.</param>
/// <param name="Peak">Its greatest sample, of 32,767.</param>
/// <param name="LevelDb">Its level; null for the default.</param>
internal sealed record Tone(string Name, int Hertz, int Seconds, SoundKind Kind, int First = 0, int Last = 0, int Peak = 4000, double? LevelDb = null);
