using System.Runtime.InteropServices;
using OpenQA.Selenium;
using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>The sounds of a show with different levels are matched.</summary>
public sealed class LevelsJourney(HearingBrowser browser) : IClassFixture<HearingBrowser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public void Twenty_sounds_are_matched_in_one_click_and_stay_matched()
    {
        // The range is 25 dB; a bed is under all slides, and a voice or a spot on each.
        _browser.Made(10, 6, [.. Enumerable.Range(0, 19).Select(n => new Tone(
            $"Tone {n}", 200 + 40 * n, n % 2 == 0 ? 3 : 1, n % 2 == 0 ? SoundKind.Voice : SoundKind.Spot, n / 2 + 1, n / 2 + 1, (int)(1500 * Math.Pow(10, 25.0 * n / 18 / 20)), 0)), new("Pad", 150, 20, SoundKind.Bed, 1, 10, 9000, 0)]);
        _browser.View("Levels");
        _browser.Says("main h1", "Levels");
        _browser.Until(() => Rows() == 20, "twenty cues");
        Assert.Empty(_browser.Axe());
        Assert.InRange(AtTarget(), 0, 10);

        _browser.Says("main header", "Matched");

        // One key compares the matched and the current levels; nothing is changed by that.
        _browser.Press(Keys.Space);
        _browser.Press("m");
        _browser.Until(() => _browser.Js<bool>("performance.getEntriesByType('resource').some(e => e.name.includes('matched=true'))"), "it heard as it would be");
        _browser.Press("m");
        _browser.Until(() => _browser.Text("[aria-label='Levels to play'] [aria-pressed=true]") == "as set", "it heard as set");
        _browser.Press(Keys.Space);
        Assert.InRange(AtTarget(), 0, 10);

        // One is excluded; for the others one click is enough.
        _browser.Find("[aria-label='Match Tone 4']").Click();
        _browser.Button("Match 19 levels").Click();
        _browser.Until(() => AtTarget() == 19, "nineteen at their targets");
        _browser.Find("[aria-label='Match Tone 4']").Click();
        _browser.Button("Match 1 level").Click();
        _browser.Says("main header", "All matched");
        _browser.Until(() => AtTarget() == 20, "all at their targets");

        // For broadcast all of them follow their targets; so does a custom target. A level set manually no longer follows. Each is one undo.
        _browser.Find("[aria-label='Level targets for']").SendKeys("broadcast");
        _browser.Until(() => _browser.Value("Target for voices") == "−23.0" && AtTarget() == 20, "all at those of broadcast");
        _browser.Type("Target for voices", "-20", "−20.0");
        _browser.Until(() => _browser.Value("Level targets for") == "own" && AtTarget() == 20, "all at those of one's own");
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Until(() => _browser.Value("Target for voices") == "−23.0" && AtTarget() == 20, "those of broadcast back");
        // The whole show too, by one gain; the cues stay at their targets, which shift by as much.
        _browser.Type("Target for show", "-24", "−24.0");
        _browser.ClickOn("main button", "reaches the target");
        _browser.Says("main header", "on target");
        _browser.Until(() => AtTarget() == 20, "all at their targets still");
        _browser.View("Run sheet");
        _browser.Choose("Tone 6");
        _browser.Says("[data-testid=cue-details]", "follows its target");
        _browser.Type("Level", "-40", "−40.0 dB");
        _browser.Until(() => !_browser.Text("[data-testid=cue-details]").Contains("follows its target", StringComparison.Ordinal), "it not to follow");
        _browser.View("Levels");
        _browser.Says("[data-cue-levels='Tone 6']", "too quiet");
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public async Task A_bed_ducks_the_same_when_presenting_as_in_the_mix()
    {
        // The voice itself is not played: only the bed, which reacts to when the voice speaks, not to its level.
        _browser.Made(2, 8, new("Pad", 440, 20, SoundKind.Bed, 1, 2, 9000, -6), new("Talk", 300, 3, SoundKind.Voice, 2, 2, 9000, -60));
        var show = _browser.Url.Split('/')[^1];
        var desk = MemoryMarshal.Cast<byte, float>(await _browser.Http.GetByteArrayAsync(new Uri($"/api/shows/{show}/sound?from={6 * Frames.PerSecond}&to={10 * Frames.PerSecond}", UriKind.Relative))).ToArray();
        float DeskPeak(double second) => desk.AsSpan((int)((second - 6) * Frames.PerSecond), Frames.PerSecond / 50).ToArray().Max(Math.Abs);
        var wanted = DeskPeak(9.5) / DeskPeak(6.5);
        _browser.Go($"/shows/{show}/present");
        _browser.Button("Begin").Click();
        _browser.Until(() => _browser.Js<bool>("(window.full = Math.max(...heard.slice(-50).map(b => b[1])), heard.length > 900 && full > 0.02 && Math.min(...heard.slice(-50).map(b => b[1])) > full * 0.9)"), "the bed in full");
        _browser.Js<bool>("(heard.length = 0, true)");
        _browser.Press(Keys.ArrowRight);

        // It is unknown when the voice will start: the bed ducks from there on, and rises again a while after the end.
        _browser.Until(() => _browser.Js<bool>("heard.some(b => b[1] < full * 0.9) && heard.slice(-50).every(b => b[1] > full * 0.97)"), "the bed in full again");
        Assert.InRange(_browser.Js<double>("heard.map(b => b[1]).toSorted((a, b) => a - b)[200] / full"), wanted - 0.02, wanted + 0.02);
        Assert.InRange(wanted, 0.1, 0.8);
        var (down, up) = (TimeBelow("find"), TimeBelow("findLast"));
        Assert.InRange(up - down, 2.9, 3 + (Duck.Usual.HoldMs + Duck.Usual.ReleaseMs) / 1000.0 + 0.1);

        double TimeBelow(string which) => _browser.Js<double>($"heard.{which}(b => b[1] < full * 0.95)[0]");
    }

    private int Rows() => _browser.Count("[data-cue-levels]");

    private int AtTarget() => _browser.Js<int>("[...document.querySelectorAll('[data-cue-levels]')].filter(r => r.textContent.includes('on target')).length");
}
