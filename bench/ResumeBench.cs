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
/// A show whose page is reloaded at random moments, first with the server, then without it. Its bed is a ramp that starts again every twenty seconds,
/// so a sample tells where in the bed it is, and two beds at once would be heard as another place.
/// </summary>
internal static class ResumeBench
{
    private const int Reloads = 200, Slides = 24, Seconds = 1_800, RampMs = 20_000, Seed = 47;
    private const double Lowest = 0.06, Height = 0.7, OffByToReach = 0.05, ReadyToReach = 2;

    /// <summary>The sample that is heard last, and when it is heard, in milliseconds of the machine's clock.</summary>
    private const string Heard = """
        const [at, peak] = heard.at(-1), out = heardBy.getOutputTimestamp();
        return [peak, performance.timeOrigin + out.performanceTime + (at - out.contextTime) * 1000];
        """;

    /// <summary>What the page has saved of the run.</summary>
    private const string Saved = "return JSON.parse(Object.entries(localStorage).find(([key]) => key.startsWith('phonaris-unfinished'))[1]).stage";

    private static readonly string[] Actions = [Keys.ArrowRight, Keys.ArrowRight, Keys.ArrowLeft, "b", "1"];

    public static async Task RunAsync(Bench bench)
    {
        var program = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../Phonaris.Web/release/Phonaris.Web.dll"));
        using var server = await ServerProcess.StartAsync(program, bench.PathOf("data"), TimeSpan.FromSeconds(60));
        var show = await MakeAsync(bench, server.Http);
        using var browser = Chromium.Start(bench.PathOf("profile"), Ear.Script);
        browser.Navigate().GoToUrl($"{server.Http.BaseAddress}shows/{show}/present");
        await UntilAsync(browser, "[data-testid=ready]");
        browser.FindElement(By.CssSelector("[data-testid=begin]")).Click();
        var (random, offMs, slowest, lost) = (new Random(Seed), new List<double>(), 0.0, 0);
        for (var n = 0; n < Reloads; n++)
        {
            if (n == Reloads / 2) await server.KillAsync();
            // The bed's fade-in, and a manual sound, are over when it is read.
            await Task.Delay(1_500);
            var before = Read(browser);
            for (var actions = random.Next(4); actions > 0; actions--)
            {
                new Actions(browser).SendKeys(Actions[random.Next(Actions.Length)]).Perform();
                await Task.Delay(random.Next(200));
            }
            await Task.Delay(random.Next(300));
            var saved = StateOf(browser);
            browser.Navigate().Refresh();
            var since = Stopwatch.StartNew();
            await UntilAsync(browser, "[data-testid=begin]:not([disabled])");
            slowest = Math.Max(slowest, since.Elapsed.TotalSeconds);
            browser.FindElement(By.CssSelector("[data-testid=begin]")).Click();
            await UntilAsync(browser, "[data-testid=where]");
            await Task.Delay(1_000);
            var after = Read(browser);
            var off = (after.PositionMs - before.PositionMs - (after.WallMs - before.WallMs)) % RampMs;
            offMs.Add(Math.Min(Math.Abs(off), RampMs - Math.Abs(off)));
            if (StateOf(browser) != saved) lost++;
        }
        Console.WriteLine($"{Reloads} reloads, the bed off by {offMs.Order().ElementAt(Reloads / 2):0} ms in the median");
        bench.ReportTime("the bed off what the clock says, the worst", offMs.Max() / 1000, OffByToReach);
        bench.ReportWorst("states lost: slide, step, black, level, manual sounds", lost, 0);
        bench.ReportTime("resume offered, the slowest", slowest, ReadyToReach);
    }

    private static (double PositionMs, double WallMs) Read(ChromeDriver browser)
    {
        var heard = ((IEnumerable<object>)browser.ExecuteScript(Heard)!).Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture)).ToList();
        return ((heard[0] - Lowest) / Height * RampMs, heard[1]);
    }

    /// <summary>The state of a run as text: a manual sound that played counts as over, since it waits until it is triggered.</summary>
    private static string StateOf(ChromeDriver browser)
    {
        var stage = JsonSerializer.SerializeToElement(browser.ExecuteScript(Saved));
        var (now, run) = (stage.GetProperty("now"), stage.GetProperty("run"));
        var cues = run.GetProperty("states").EnumerateArray().Select(s => (Id: $"{s[0]}", Phase: $"{s[1].GetProperty("phase")}")).Order();
        var spots = cues.Select(c => c.Id.StartsWith("spot", StringComparison.Ordinal) && c.Phase == "sounding" ? $"{c.Id} over" : $"{c.Id} {c.Phase}");
        return $"{now.GetProperty("place")} {now.GetProperty("black")} {now.GetProperty("level")} {string.Join(", ", spots)}";
    }

    private static async Task<string> MakeAsync(Bench bench, HttpClient http)
    {
        var ramp = string.Create(CultureInfo.InvariantCulture, $"{Lowest}+{Height}*mod(t,{RampMs / 1000})/{RampMs / 1000}");
        await Bench.FfmpegAsync("-f", "lavfi", "-i", $"aevalsrc='{ramp}|{ramp}':c=stereo:s=48000:d={Seconds}", "-c:a", "flac", "-sample_fmt", "s32", bench.PathOf("ramp.flac"));
        await Bench.FfmpegAsync("-f", "lavfi", "-i", "sine=f=800:d=0.3", "-af", "volume=-30dB", "-c:a", "flac", bench.PathOf("spot.flac"));
        var show = await http.ShowAsync("Resumed");
        for (var n = 0; n < Slides; n++) await http.EditAsync(show, new { kind = "addCard", slideId = $"s{n}", card = "title", index = n });
        await http.EditAsync(show, new { kind = "setHolds", holds = Enumerable.Range(0, Slides).Select(n => new { slideId = $"s{n}", holdMs = Seconds * 1000 / Slides }) });
        foreach (var (name, kind) in new[] { ("ramp", "bed"), ("spot", "spot") })
        {
            await using var file = File.OpenRead(bench.PathOf($"{name}.flac"));
            await http.PostAsJsonAsync($"/api/shows/{show}/sounds", await http.UploadAsync($"{name}.flac", "sound", file));
            JsonElement sound;
            while ((sound = (await http.ViewAsync(show)).GetProperty("show").GetProperty("sounds").EnumerateArray().FirstOrDefault(s => $"{s.GetProperty("name")}" == name)).ValueKind == JsonValueKind.Undefined) await Task.Delay(200);
            var id = $"{sound.GetProperty("id")}";
            await http.EditAsync(show, new { kind = "setSoundKind", soundId = id, soundKind = kind });
            (await http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = id, slideId = "s0" })).EnsureSuccessStatusCode();
            var cue = $"{(await http.ViewAsync(show)).GetProperty("show").GetProperty("cues").EnumerateArray().Single(c => $"{c.GetProperty("soundId")}" == id).GetProperty("id")}";
            await http.EditAsync(show, new { kind = "setSpan", cueId = cue, span = new { first = "s0", last = $"s{Slides - 1}" } });
            await http.EditAsync(show, new { kind = "setLevel", cueId = cue, levelDb = 0 });
            if (kind == "bed") await http.EditAsync(show, new { kind = "setRounds", cueId = cue, rounds = 1 });
            else await http.EditAsync(show, new { kind = "setStart", cueId = cue, start = new { kind = "hand", stepId = (string?)null } });
        }
        return show;
    }

    private static async Task UntilAsync(ChromeDriver browser, string css)
    {
        for (var since = Stopwatch.StartNew(); browser.FindElements(By.CssSelector(css)).Count == 0; await Task.Delay(20))
            if (since.Elapsed > TimeSpan.FromMinutes(1)) throw new TimeoutException($"{css} did not appear. The page shows: {browser.FindElement(By.TagName("body")).Text}");
    }
}
