using System.Net.Http.Json;
using OpenQA.Selenium;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;

namespace Phonaris.Browser.Tests;

/// <summary>A video: imported and placed on a slide, trimmed, moved and muted, seen moving in sync with the sound; and triggered manually in a talk that loses its server.</summary>
public sealed class VideoJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public async Task A_video_is_placed_edited_played_and_triggered_without_the_server()
    {
        _browser.Made(3, 4);
        // A video that browsers cannot play: a copy is made of it.
        var path = _browser.PathOf("Moth.avi");
        FirstJourney.Output("ffmpeg", "-v", "error", "-y", "-f", "lavfi", "-i", "testsrc=s=320x180:r=25:d=5", "-f", "lavfi", "-i", "sine=330:duration=5:sample_rate=48000", "-c:v", "mpeg4", "-q:v", "4", "-c:a", "mp3", path);
        _browser.Find("input[aria-label='Files to import']").SendKeys(path);
        _browser.Find("section[aria-label='Videos'] [data-sound='Moth']");
        _browser.Lay("Moth", 2);
        _browser.Until(() => _browser.Find("[data-slide='2'] [data-testid=moves]").GetDomAttribute("aria-label") == "Video plays 4.0 s of 4.0 s", "how long it moves");

        // Its last second is trimmed, and it is muted; keys move it to the right and back.
        _browser.Choose("Moth");
        _browser.Type("Out", "3", "0:03.0");
        _browser.Until(() => _browser.Find("[data-slide='2'] [data-testid=moves]").GetDomAttribute("aria-label") == "Video plays 3.0 s of 4.0 s", "the shorter part");
        _browser.Find("[data-testid=video-place]").SendKeys(Keys.ArrowRight);
        _browser.Until(() => _browser.Find("[data-testid=video-place]").GetDomAttribute("aria-label")!.StartsWith("Position of the video: 21%", StringComparison.Ordinal), "the place");
        _browser.Find("[data-testid=video-place]").SendKeys(Keys.Shift + Keys.ArrowDown);
        _browser.Until(() => _browser.Find("[data-testid=video-place]").GetDomAttribute("aria-label")!.Contains("61% high", StringComparison.Ordinal), "the height");
        _browser.Button("Mute").Click();
        _browser.Button("Muted");
        Assert.Empty(_browser.Axe());

        // Played from its slide on, its pictures move with the show in the slide's large picture, and stop with it.
        _browser.Find("[data-slide='2'] [data-title]").Click();
        _browser.Until(() => _browser.Js<bool>("document.querySelector('video[data-video]')?.readyState >= 2"), "the copy to be there", TimeSpan.FromMinutes(2));
        _browser.Hand.MoveToElement(_browser.Find("[data-slide='2'] img")).Perform();
        _browser.Find("[aria-label='Play from slide 2']").Click();
        _browser.Until(() => _browser.Js<bool>("!document.querySelector('video[data-video]').paused && document.querySelector('video[data-video]').currentTime > 0.5"), "moving pictures");
        _browser.Find("body").SendKeys(" ");
        _browser.Until(() => _browser.Js<bool>("document.querySelector('video[data-video]').paused"), "standing pictures");
        Assert.Empty(_browser.Axe());

        // Triggered manually in a talk, by a click on it, without the server.
        var id = _browser.Url.Split('/').Last();
        using var http = _browser.Http;
        var show = (await http.GetFromJsonAsync<System.Text.Json.Nodes.JsonObject>($"/api/shows/{id}"))!;
        var cue = show["show"]!["cues"]![0]!["id"]!.GetValue<string>();
        (await http.PostAsJsonAsync($"/api/shows/{id}/edits", new MadeEdit(show["revision"]!.GetValue<long>(), new SetStart(cue, CueStart.ByHand)), ShowJson.Options)).EnsureSuccessStatusCode();
        _browser.Go($"/shows/{id}/present");
        _browser.Find("[data-testid=ready]");
        _browser.Button("Begin").Click();
        _browser.LoseServer();
        _browser.Find("body").SendKeys(Keys.ArrowRight);
        _browser.Until(() => _browser.Where() == "slide 2 of 3", "the second slide");
        _browser.Until(() => _browser.Js<bool>("document.querySelector('video[data-video]')?.readyState >= 2"), "its first picture");
        Assert.True(_browser.Js<bool>("document.querySelector('video[data-video]').paused"));
        Assert.Empty(_browser.Axe());
        _browser.Find("[data-play]").Click();
        _browser.Until(() => _browser.Js<bool>("document.querySelector('video[data-video]').currentTime > 0.5"), "moving pictures by hand");
        // After its end it stays on its last picture.
        _browser.Until(() => _browser.Js<bool>("document.querySelector('video[data-video]').paused && Math.abs(document.querySelector('video[data-video]').currentTime - 3) < 0.05"), "its last picture");
    }
}
