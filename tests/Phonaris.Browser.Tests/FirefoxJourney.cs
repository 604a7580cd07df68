using Phonaris.Core.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>What can be tested in Firefox without a sound device, with the same results as in Chromium.</summary>
public sealed class FirefoxJourney(Browser browser) : IClassFixture<Browser>
{
    /// <summary>
    /// The first segment of the longer stem of a dry run, decoded; and a sine at twice full scale through the limiter of live sound: lengths, peaks and sums.
    /// </summary>
    private static readonly string Sounds = """
        (async () => {
          const off = new OfflineAudioContext(2, 48000, 48000);
          const names = (await caches.keys()).filter((name) => name.startsWith("phonaris-show-"));
          const cache = await caches.open(names[0]);
          const second = (await cache.keys()).find(({ url }) => /\/stems\/\w+\/1$/.test(url));
          const first = await cache.match(second.url.replace(/1$/, "0"));
          const piece = await off.decodeAudioData(await first.arrayBuffer());
          const sum = (samples) => Math.round(samples.reduce((all, s) => all + Math.abs(s), 0) * 10);
          await off.audioWorklet.addModule("/assets/LIMITER");
          const loud = off.createBuffer(2, 48000, 48000);
          for (const c of [0, 1]) loud.getChannelData(c).forEach((_, n, all) => (all[n] = 2 * Math.sin(n / 20)));
          const source = new AudioBufferSourceNode(off, { buffer: loud });
          source.connect(new AudioWorkletNode(off, "limiter", { outputChannelCount: [2] })).connect(off.destination);
          source.start();
          const limited = (await off.startRendering()).getChannelData(0);
          return [piece.length, sum(piece.getChannelData(0)), Math.round(1000 * Math.max(...limited)), sum(limited)].join(" ");
        })()
        """.Replace("LIMITER", Path.GetFileName(Directory.GetFiles(Path.Combine(Browser.Root(), "src", "Phonaris.Web", "wwwroot", "assets"), "limiterWorklet*.js").Single()), StringComparison.Ordinal);

    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public async Task The_sheet_works_in_Firefox_and_its_sound_is_the_same()
    {
        _browser.Made(3, 4, new("Pad", 220, 12, SoundKind.Bed, 1, 3), new Tone("Word", 500, 3, SoundKind.Voice, 2, 2));
        var show = _browser.Url;
        await using var firefox = await Firefox.StartAsync(_browser.PathOf("firefox"));
        await firefox.GoAsync(show);
        await firefox.DrawAsync("[data-cue='Pad'] [role=button]");
        // A slide of 4 s is 78 px tall: 39 px more of fade are 2 s.
        await firefox.DrawAsync("[data-grips='Pad'] [data-grip=fade-in]", down: 39);
        await firefox.UntilAsync("document.querySelector(`[aria-label='Fade in']`).value === '3.0 s'", "the fade drawn");
        _browser.Until(() => _browser.Js<bool>("document.querySelector('[data-cue=Pad] [data-grip]') !== null"), "the strand");
        _browser.Choose("Pad");
        _browser.Expect("Fade in", "3.0 s");
        // Without a sound device the clock stands still, and the reason is shown.
        await firefox.DrawAsync("footer button[aria-label=Play]");
        await firefox.UntilAsync("document.querySelector('footer [role=alert]')?.textContent.includes('No audio output found')", "to be told that nothing sounds");

        await firefox.GoAsync(show + "/dry-run");
        await firefox.UntilAsync("document.querySelector('[data-testid=ready]')", "the show to be ready");
        _browser.View("Dry run");
        _browser.Find("[data-testid=ready]");
        var heard = _browser.Js<string>(Sounds);
        Assert.StartsWith("230400 ", heard);
        Assert.Equal($"\"{heard}\"", await firefox.JsAsync(Sounds));
        Assert.Empty(firefox.Complaints);
        Assert.Empty(_browser.Complaints());
    }
}
