using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using Phonaris.Drills;

namespace Phonaris.Bench;

/// <summary>
/// A video that flashes and beeps once a second, presented in a real browser: the distance between picture on the screen and sound from the output, over a minute, and after
/// a pause, going back, jumping, and a restart.
/// </summary>
internal static class TogetherBench
{
    private const int Seconds = 150;

    /// <summary>The greatest distance, in milliseconds.</summary>
    private const double ToReach = 40;

    /// <summary>How soon after an input picture and sound must agree.</summary>
    private static readonly TimeSpan Settles = TimeSpan.FromSeconds(1.2);

    public static async Task RunAsync(Bench bench)
    {
        var program = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../Phonaris.Web/release/Phonaris.Web.dll"));
        using var server = await ServerProcess.StartAsync(program, bench.PathOf("data"), TimeSpan.FromSeconds(60));
        var show = await MakeAsync(bench, server.Http);
        using var browser = Chromium.Start(bench.PathOf("profile"), Ear.Script, Eye.Script);
        browser.Navigate().GoToUrl($"{server.Http.BaseAddress}shows/{show}/present");
        while (browser.FindElements(By.CssSelector("[data-testid=ready]")).Count == 0) await Task.Delay(200);
        browser.FindElement(By.XPath("//button[text()='Begin']")).Click();
        browser.ExecuteScript("void listen()");
        await Task.Delay(2000);

        await MeasureAsync("beginning, and over a minute", 60, () => Press(Keys.ArrowRight));
        await MeasureAsync("paused, and going on", 8, async () =>
        {
            await Press("p");
            await Task.Delay(1500);
            await Press("p");
        });
        await MeasureAsync("five seconds back", 8, () => Tool("5 s back"));
        await MeasureAsync("five seconds on", 8, () => Tool("5 s on"));
        await MeasureAsync("a slide back, and begun again", 8, async () =>
        {
            await Press(Keys.ArrowLeft);
            await Task.Delay(1500);
            await Press(Keys.ArrowRight);
        });

        Task Press(string key)
        {
            new Actions(browser).SendKeys(key).Perform();
            return Task.CompletedTask;
        }

        Task Tool(string label)
        {
            browser.ExecuteScript($"document.querySelector('button[aria-label$=\": {label}\"]').click()");
            return Task.CompletedTask;
        }

        async Task MeasureAsync(string what, int seconds, Func<Task> act)
        {
            await act();
            await Task.Delay(Settles);
            var from = Number(browser, "return performance.now()");
            await Task.Delay(TimeSpan.FromSeconds(seconds));
            var to = Number(browser, "return performance.now()");
            var (flashes, beeps) = (Moments(browser, "flashes", from, to), Moments(browser, "beeps", from - 500, to + 500));
            // A flash that was not seen has no distance; on a busy machine there may be a few.
            bench.ReportLeast($"flashes and beeps in {seconds} s: {what}", Math.Min(flashes.Count, beeps.Count), seconds - 2);
            bench.ReportWorst($"flash to beep, ms: {what}", flashes.Max(f => beeps.Min(b => Math.Abs(b - f))), ToReach);
        }
    }

    private static List<double> Moments(ChromeDriver browser, string of, double from, double to) =>
        [.. ((IEnumerable<object>)browser.ExecuteScript($"return {of}")!).Select(m => Convert.ToDouble(m, CultureInfo.InvariantCulture)).Where(m => m >= from && m <= to)];

    private static double Number(ChromeDriver browser, string script) => Convert.ToDouble(browser.ExecuteScript(script), CultureInfo.InvariantCulture);

    /// <summary>A slide with the video, as long as the video.</summary>
    private static async Task<string> MakeAsync(Bench bench, HttpClient http)
    {
        var path = bench.PathOf("flashes.mp4");
        await Bench.FfmpegAsync(
            "-f", "lavfi", "-i", $"color=black:s=640x360:r=25:d={Seconds},drawbox=color=white:t=fill:enable='gte(t,0.99)*lt(mod(t+0.001,1),0.12)'",
            "-f", "lavfi", "-i", $"aevalsrc='if(gte(t,1)*lt(mod(t,1),0.12),0.5*sin(2*PI*1000*t),0)':s=48000:d={Seconds}", "-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac", path);
        var show = await http.ShowAsync("Flashes");
        await http.EditAsync(show, new { kind = "addCard", slideId = "s0", card = "title", index = 0 });
        await using var file = File.OpenRead(path);
        var brought = JsonObject.Create(await http.UploadAsync("flashes.mp4", "video", file))!;
        (brought["kind"], brought["index"]) = ("video", 1);
        (await http.PostAsJsonAsync($"/api/shows/{show}/sounds", brought)).EnsureSuccessStatusCode();
        while ((await http.ViewAsync(show)).GetProperty("show").GetProperty("cues").GetArrayLength() == 0) await Task.Delay(300);
        var cue = (await http.ViewAsync(show)).GetProperty("show").GetProperty("cues")[0];
        await http.EditAsync(show, new { kind = "setLevel", cueId = cue.GetProperty("id").GetString(), levelDb = 0.0 });
        return show;
    }
}
