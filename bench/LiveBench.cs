using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using Phonaris.Drills;

namespace Phonaris.Bench;

/// <summary>
/// A show presented in a real browser: how soon a key is heard, here and in the player as one file; and with two hours under one bed of that length, the memory of the
/// page that plays it.
/// </summary>
internal static class LiveBench
{
    private const int Seconds = 2 * 3600, Slides = 24, Leaps = 60, Keys = 20;
    private const double MegabytesToReach = 300, ReadyToReach = 240, KeyToReach = 0.05, BeginToReach = 5;

    public static async Task RunAsync(Bench bench)
    {
        var program = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../Phonaris.Web/release/Phonaris.Web.dll"));
        await BeginBench.DemoAsync(bench, program);
        using var server = await ServerProcess.StartAsync(program, bench.PathOf("data"), TimeSpan.FromSeconds(60));
        await ReportKeysAsync(bench, server.Http);
        var show = await MakeAsync(bench, server.Http);
        using var browser = Chromium.Start(bench.PathOf("profile"));
        var begun = Stopwatch.StartNew();
        browser.Navigate().GoToUrl($"{server.Http.BaseAddress}shows/{show}/present");
        var most = 0.0;
        while (browser.FindElements(By.CssSelector("[data-testid=ready]")).Count == 0)
        {
            most = Math.Max(most, PageMegabytes());
            if (browser.FindElements(By.CssSelector("[role=alert]")) is [var alert, ..]) throw new InvalidOperationException(alert.Text);
            await Task.Delay(500);
        }
        bench.ReportTime("two hours of sound fetched and kept", begun.Elapsed.TotalSeconds, ReadyToReach);
        bench.ReportWorst("the page that fetches it, MB at most", most, MegabytesToReach);
        var page = $"{server.Http.BaseAddress}shows/{show}/present";
        using (var other = Chromium.Start(bench.PathOf("other"))) bench.ReportTime("two hours: Begin, prepared", await BeginBench.SecondsAsync(other, page), BeginToReach);
        browser.Navigate().GoToUrl("about:blank");
        bench.ReportTime("two hours: Begin, kept in the browser", await BeginBench.SecondsAsync(browser, page), BeginToReach);
        while (browser.FindElements(By.CssSelector("[data-testid=ready]")).Count == 0) await Task.Delay(500);
        most = 0;
        // The cache is all it needs.
        await server.KillAsync();
        browser.FindElement(By.XPath("//button[text()='Begin']")).Click();
        var heard = 0;
        for (var n = 0; n < Leaps; n++)
        {
            browser.ExecuteScript("document.querySelector('button[aria-label$=\": 5 s on\"]').click()");
            if (n % 3 == 0) browser.ExecuteScript("document.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }))");
            await Task.Delay(4_500);
            most = Math.Max(most, PageMegabytes());
            await Task.Delay(300);
            if (browser.FindElements(By.CssSelector("[data-sounding]")).Count > 0) heard++;
        }
        var at = browser.FindElement(By.CssSelector("[data-sounding] .figures")).Text;
        Console.WriteLine($"leapt through to {at}, sounding at {heard} of {Leaps} looks, with the server gone");
        bench.ReportWorst("the page that sounds it, MB at most", most, MegabytesToReach);
    }

    /// <summary>The memory of the largest process of a page in megabytes, including the pictures of the screen; shared memory is divided.</summary>
    private static double PageMegabytes()
    {
        var most = 0.0;
        foreach (var process in Process.GetProcessesByName("chromium"))
        {
            try
            {
                if (File.ReadAllText($"/proc/{process.Id}/cmdline").Contains("--type=renderer", StringComparison.Ordinal)) most = Math.Max(most, MemoryWatch.Share(process.Id) / 1e6);
            }
            catch (IOException)
            {
                // It has ended in the meantime.
            }
        }
        return most;
    }

    private static async Task<string> MakeAsync(Bench bench, HttpClient http)
    {
        var path = bench.PathOf("long.flac");
        await Bench.FfmpegAsync(
            "-f", "lavfi", "-i", $"anoisesrc=c=pink:a=0.2:r=48000:d={Seconds}", "-f", "lavfi", "-i", $"anoisesrc=c=pink:a=0.2:r=48000:seed=3:d={Seconds}",
            "-filter_complex", "[0][1]amerge", "-c:a", "flac", path);
        var show = await http.ShowAsync("Two hours");
        for (var n = 0; n < Slides; n++) await http.EditAsync(show, new { kind = "addCard", slideId = $"s{n}", card = "title", index = n });
        await http.EditAsync(show, new { kind = "setHolds", holds = Enumerable.Range(0, Slides).Select(n => new { slideId = $"s{n}", holdMs = Seconds * 1000 / Slides }) });
        await using var file = File.OpenRead(path);
        var cue = await LayAsync(http, show, "long.flac", file, "bed");
        await http.EditAsync(show, new { kind = "setRounds", cueId = cue, rounds = 1 });
        return show;
    }

    /// <summary>Adds a sound and places it on the first slide. Returns its cue.</summary>
    private static async Task<string> LayAsync(HttpClient http, string show, string name, Stream file, string kind)
    {
        await http.PostAsJsonAsync($"/api/shows/{show}/sounds", await http.UploadAsync(name, "sound", file));
        JsonElement sounds;
        while ((sounds = (await http.ViewAsync(show)).GetProperty("show").GetProperty("sounds")).GetArrayLength() == 0) await Task.Delay(500);
        var sound = sounds[0].GetProperty("id").GetString()!;
        await http.EditAsync(show, new { kind = "setSoundKind", soundId = sound, soundKind = kind });
        (await http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sound, slideId = "s0" })).EnsureSuccessStatusCode();
        return (await http.ViewAsync(show)).GetProperty("show").GetProperty("cues")[0].GetProperty("id").GetString()!;
    }

    /// <summary>A manual chirp, presented, and in the player opened as a file.</summary>
    private static async Task ReportKeysAsync(Bench bench, HttpClient http)
    {
        var show = await http.ShowAsync("A chirp");
        await http.EditAsync(show, new { kind = "addCard", slideId = "s0", card = "title", index = 0 });
        using var wave = BringIn.Wav(Frames.PerSecond / 2, n => (short)(8000 * Math.Sin(2 * Math.PI * 900 * n / Frames.PerSecond)));
        var cue = await LayAsync(http, show, "chirp.wav", wave, "spot");
        await http.EditAsync(show, new { kind = "setStart", cueId = cue, start = new { kind = "hand", stepId = (string?)null } });
        var export = await (await http.PostAsJsonAsync($"/api/shows/{show}/exports", new { format = "playerHtml", width = 1280, height = 720, fps = 30, slides = "" })).Content.ReadFromJsonAsync<JsonElement>();
        var job = $"/api/jobs/{export.GetProperty("id").GetString()}";
        while (!(await http.GetAsync($"{job}/export")).IsSuccessStatusCode) await Task.Delay(100);
        var player = bench.PathOf("player.html");
        await File.WriteAllBytesAsync(player, await http.GetByteArrayAsync($"{job}/file"));

        using var browser = Chromium.Start(bench.PathOf("key"), Ear.Script);
        browser.Navigate().GoToUrl($"{http.BaseAddress}shows/{show}/present");
        while (browser.FindElements(By.CssSelector("[data-testid=ready]")).Count == 0) await Task.Delay(100);
        bench.ReportTime("a key heard, the slowest of twenty", await KeyHeardAsync(browser), KeyToReach);
        browser.Navigate().GoToUrl(new Uri(player).AbsoluteUri);
        browser.FindElement(By.XPath("//label[contains(., 'By hand')]")).Click();
        bench.ReportTime("the same in the player", await KeyHeardAsync(browser), KeyToReach);
    }

    /// <summary>Begins, and returns the longest time in seconds from pressing a key until its sound is heard.</summary>
    private static async Task<double> KeyHeardAsync(ChromeDriver browser)
    {
        browser.FindElement(By.XPath("//button[text()='Begin']")).Click();
        await Task.Delay(2000);
        var slowest = 0.0;
        for (var n = 0; n < Keys; n++)
        {
            browser.ExecuteScript("window.told = hearing(peak => peak > 0.02); addEventListener('keydown', (e) => window.pressed = performance.timeOrigin + e.timeStamp, { once: true, capture: true })");
            new Actions(browser).SendKeys("1").Perform();
            var heard = browser.ExecuteAsyncScript("const done = arguments[arguments.length - 1]; window.told.then((at) => done(at - window.pressed))");
            slowest = Math.Max(slowest, Convert.ToDouble(heard, CultureInfo.InvariantCulture) / 1000);
            await Task.Delay(1200);
        }
        return slowest;
    }
}
