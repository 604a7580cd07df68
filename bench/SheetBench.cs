using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using Phonaris.Drills;

namespace Phonaris.Bench;

/// <summary>
/// The run sheet in the real app and a real browser, with 300 slides and with 1,000, and a cue for each, a third of them crossfading
/// beds: opening, scrolling, dragging an end, the time until another page shows an edit and until it is heard, including a speed that
/// has not been computed; levels and checks; and the bytes sent for an edit.
/// </summary>
internal static class SheetBench
{
    private const int Edits = 40, Speeds = 10;

    /// <summary>Warm-up edits before those that count, as there is one scroll before those: hot code is compiled first.</summary>
    private const int WarmUp = 10;

    private const double SpeedToReach = 1.5, PreparedToReach = 1.5;

    /// <summary>The size of a show, and its goals in seconds and bytes.</summary>
    private sealed record Size(int Slides, double Open, double Frame, double Seen, double Heard, double Sent, double Drawn)
    {
        public static readonly Size[] All = [new(300, 1.5, 0.033, 0.1, 0.15, 50_000, 1), new(1_000, 2, 0.033, 0.15, 0.2, 50_000, 3)];
    }

    public static async Task RunAsync(Bench bench)
    {
        // A throw-away request: whether a first edit is fast depends on the server only.
        using (var server = Start(bench.PathOf("thrown-away")))
        {
            using var http = new HttpClient { BaseAddress = new(Address) };
            while (!await AnswersAsync(http)) await Task.Delay(100);
            await FirstEditAsync(http);
            server.Kill(entireProcessTree: true);
            await server.WaitForExitAsync();
        }
        foreach (var size in Size.All) await RunAsync(bench, size);
    }

    private static Process Start(string data) => Process.Start(new ProcessStartInfo(
        "dotnet",
        ["artifacts/bin/Phonaris.Web/release/Phonaris.Web.dll", "--Phonaris:Key=off", "--Phonaris:Open=off", "--urls", Address, $"--Phonaris:Data={data}", $"--Phonaris:Demo={Path.GetFullPath("demo")}", "--Serilog:MinimumLevel:Default=Warning"])
    { RedirectStandardOutput = true })!;

    private static async Task RunAsync(Bench bench, Size size)
    {
        string PathOf(string name) => bench.PathOf($"{name}-{size.Slides}");
        using var server = Start(PathOf("data"));
        try
        {
            using var http = new HttpClient { BaseAddress = new(Address) };
            while (!await AnswersAsync(http)) await Task.Delay(100);
            var name = $"{size.Slides:N0} slides: ";
            bench.ReportTime($"{name}the first edit after a cold start, answered", await FirstEditAsync(http), size.Seen);
            await FillAsync(http, size.Slides);
            // A first visit prepares the pictures of the first slides and loads the app's files into memory.
            using (var first = new Page(PathOf("first"))) first.Open();
            using var page = new Page(PathOf("profile"));
            // A browser that has just started is busy.
            Thread.Sleep(1500);
            bench.ReportTime($"{name}opening them with a cue each", page.Open(), size.Open);
            // What loads after the sheet is painted (the connection for changes, rows outside the view) is not part of scrolling.
            Thread.Sleep(1000);
            page.Scroll();
            bench.ReportTime($"{name}scrolling them, a frame, 95th percentile", Percentile(page.Scroll()), size.Frame);
            bench.ReportTime($"{name}dragging an end, a frame, 95th percentile", Percentile(page.DragEnd()), size.Frame);
            using (var other = new Page(PathOf("other")))
            {
                other.Open();
                bench.ReportTime($"{name}a level seen in another page, 95th percentile", Percentile(Seen(page, other)), size.Seen);
                bench.ReportTime($"{name}a hold seen in another page, 95th percentile", Percentile(await HoldSeenAsync(http, other)), size.Seen);
            }
            bench.ReportTime($"{name}an edit heard, 95th percentile", Percentile(page.Heard()), size.Heard);
            // The first time, including loading the code of the view.
            bench.ReportTime($"{name}the levels drawn", page.Drawn("Levels", "[data-cue-levels]", size.Slides * 9 / 10), size.Drawn);
            bench.ReportTime($"{name}the checks drawn", page.Drawn("Checks", "[data-finding]", 1), size.Drawn);
            page.Open();
            bench.ReportTime($"{name}a speed heard, the slowest of ten", await SpeedHeardAsync(http, page), SpeedToReach);
            bench.ReportTime($"{name}ready to be presented, answered", await PreparedAsync(http), PreparedToReach);
            if (size.Slides == Size.All[0].Slides) bench.ReportTime($"{name}the sheet passing by under a bed, a frame, 95th percentile", Percentile(page.PassBy()), size.Frame);
            foreach (var (what, bytes) in await SentAsync(http)) bench.ReportSize($"{name}{what} sends", bytes, size.Sent);
        }
        finally
        {
            server.Kill(entireProcessTree: true);
            await server.WaitForExitAsync();
        }
    }

    private const string Address = "http://127.0.0.1:5183";
    private const string Show = "/api/shows/moth-night";

    private static async Task<bool> AnswersAsync(HttpClient http)
    {
        try
        {
            return (await http.GetAsync(new Uri(Show, UriKind.Relative))).IsSuccessStatusCode;
        }
        catch (HttpRequestException)
        {
            return false;
        }
    }

    /// <summary>The seconds until the first edit after a start is answered, when the server has only been asked for the show.</summary>
    private static async Task<double> FirstEditAsync(HttpClient http)
    {
        await Task.Delay(1000);
        var view = await ViewAsync(http);
        var sent = Stopwatch.GetTimestamp();
        await PostAsync(http, view, Hold(view, 3, 9_000));
        return Stopwatch.GetElapsedTime(sent).TotalSeconds;
    }

    /// <summary>Fills the demo show with cards and with cues of its sounds: one starts on each slide, and every third is a bed over three slides.</summary>
    private static async Task FillAsync(HttpClient http, int count)
    {
        var view = await ViewAsync(http);
        var there = view["show"]!["slides"]!.AsArray().Count;
        await EditAsync(http, Several("Many cards", Enumerable.Range(there, count - there).Select(i => new { kind = "addCard", slideId = $"card-{i}", card = "title", index = i })));
        view = await ViewAsync(http);
        var slides = view["show"]!["slides"]!.AsArray().Select(s => (string)s!["id"]!).ToList();
        var cue = view["show"]!["cues"]!.AsArray().First(c => (string)c!["soundId"]! == "tin-bell")!;
        string[] sounds = ["tin-bell", "wing-flutter", "dusk-pad", "welcome", "tin-bell", "night-wind"];
        var frames = view["show"]!["sounds"]!.AsArray().ToDictionary(s => (string)s!["id"]!, s => (long)s!["figures"]!["frames"]!);
        await EditAsync(http, Several("Many cues", Enumerable.Range(there, count - there).Select(i =>
        {
            var placed = JsonNode.Parse(cue.ToJsonString())!;
            var sound = sounds[i % sounds.Length];
            placed["id"] = $"made-{i}";
            placed["soundId"] = sound;
            placed["outFrame"] = frames[sound];
            placed["start"] = JsonNode.Parse("""{"kind":"slide","stepId":null,"cueId":null}""");
            placed["span"] = JsonSerializer.SerializeToNode(new { first = slides[i], last = slides[i % 3 == 2 ? Math.Min(i + 2, count - 1) : i] });
            return new { kind = "placeCue", cue = placed, index = int.MaxValue };
        })));
        // The pictures of a deck are drawn during its import, but these slides were added directly.
        foreach (var slide in slides) (await http.GetAsync(new Uri($"{Show}/slides/{slide}/picture?width=320", UriKind.Relative))).EnsureSuccessStatusCode();
    }

    private static object Hold(JsonNode view, int slide, long ms) => new { kind = "setHolds", holds = new[] { new { slideId = (string)view["show"]!["slides"]![slide]!["id"]!, holdMs = ms } } };

    private static object Several(string what, IEnumerable<object> edits) => new { kind = "several", edits = edits.ToList(), what };

    private static async Task<JsonNode> ViewAsync(HttpClient http) => (await http.GetFromJsonAsync<JsonNode>(new Uri(Show, UriKind.Relative)))!;

    private static async Task EditAsync(HttpClient http, object edit) => await PostAsync(http, await ViewAsync(http), edit);

    /// <summary>Sends an edit with the revision it was based on; returns the response.</summary>
    private static async Task<byte[]> PostAsync(HttpClient http, JsonNode view, object edit)
    {
        using var answer = await http.PostAsJsonAsync(new Uri($"{Show}/edits", UriKind.Relative), new { revision = (long)view["revision"]!, edit });
        if (!answer.IsSuccessStatusCode) throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadAsByteArrayAsync();
    }

    /// <summary>The bytes sent to each page for small edits and for edits that move everything after them.</summary>
    private static async Task<List<(string What, double Bytes)>> SentAsync(HttpClient http)
    {
        var view = await ViewAsync(http);
        var cue = view["show"]!["cues"]!.AsArray().First(c => (string)c!["soundId"]! == "tin-bell")!;
        (string, object)[] edits =
        [
            ("a level", new { kind = "setLevel", cueId = (string)cue["id"]!, levelDb = -7.5 }),
            ("a hold at the beginning", Hold(view, 1, 12_345)),
            ("a slide hidden at the beginning", new { kind = "setHidden", slides = new[] { new { slideId = (string)view["show"]!["slides"]![1]!["id"]!, hidden = true } } }),
            ("a card at the beginning", new { kind = "addCard", slideId = "card-new", card = "title", index = 1 }),
        ];
        List<(string, double)> sent = [];
        foreach (var (what, edit) in edits) sent.Add((what, (await PostAsync(http, await ViewAsync(http), edit)).Length));
        return sent;
    }

    /// <summary>The seconds until everything a page needs to present is computed: the first time after a start.</summary>
    private static async Task<double> PreparedAsync(HttpClient http)
    {
        var asked = Stopwatch.GetTimestamp();
        using var answer = await http.PostAsJsonAsync(new Uri($"{Show}/runs", UriKind.Relative), new { kind = "present" });
        answer.EnsureSuccessStatusCode();
        await answer.Content.ReadAsByteArrayAsync();
        return Stopwatch.GetElapsedTime(asked).TotalSeconds;
    }

    /// <summary>The seconds from sending the hold of an early slide until a page shows the new times.</summary>
    private static async Task<List<double>> HoldSeenAsync(HttpClient http, Page page)
    {
        var times = new List<double>();
        for (var i = 0; i < WarmUp + Edits; i++)
        {
            page.WatchFor("document.querySelector('[data-testid=running-time]').textContent");
            var view = await ViewAsync(http);
            var sent = DateTime.UtcNow;
            await PostAsync(http, view, Hold(view, 1, i % 2 == 0 ? 20_000 : 12_000));
            times.Add((page.Awaited("window.seen") - (sent - DateTime.UnixEpoch).TotalMilliseconds) / 1000);
            Thread.Sleep(100);
        }
        return times[WarmUp..];
    }

    /// <summary>The seconds from pressing a key on a strand in one page until another page shows the new level.</summary>
    private static List<double> Seen(Page page, Page other)
    {
        var times = new List<double>();
        for (var i = 0; i < WarmUp + Edits; i++)
        {
            other.WatchFor("document.querySelector('[data-cue=\"Lantern Waltz\"] [role=button]').getAttribute('aria-label')");
            var pressed = page.Press("Lantern Waltz", i % 2 == 0 ? "+" : "-");
            times.Add((other.Awaited("window.seen") - pressed) / 1000);
            Thread.Sleep(100);
        }
        return times[WarmUp..];
    }

    /// <summary>
    /// The seconds from sending a new speed for a playing bed of a minute and a half until it is heard: the bed was
    /// muted, and the same edit unmutes it.
    /// </summary>
    private static async Task<double> SpeedHeardAsync(HttpClient http, Page page)
    {
        var cueId = (string)(await ViewAsync(http))["show"]!["cues"]!.AsArray().First(c => (string)c!["soundId"]! == "dusk-pad")!["id"]!;
        var slowest = 0.0;
        for (var i = 0; i < Speeds; i++)
        {
            await EditAsync(http, new { kind = "setMuted", cueId, muted = true });
            page.PlayFromSlide(2);
            await Task.Delay(1000);
            page.ListenFor("peak => peak > 0.005");
            var sent = Stopwatch.GetTimestamp();
            object[] edits = [new { kind = "setSpeed", cueId, speed = 0.9 + i * 0.021 }, new { kind = "setMuted", cueId, muted = false }];
            await EditAsync(http, new { kind = "several", edits, what = "Another speed" });
            page.Awaited("window.told");
            slowest = Math.Max(slowest, Stopwatch.GetElapsedTime(sent).TotalSeconds);
        }
        return slowest;
    }

    private static double Percentile(List<double> values) => values.Order().ElementAt((int)Math.Ceiling(values.Count * 0.95) - 1);

    /// <summary>A browser with the sheet open.</summary>
    private sealed class Page : IDisposable
    {
        private readonly ChromeDriver _driver;

        public Page(string profile)
        {
            _driver = Chromium.Start(profile, Ear.Script, Eye);
            _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = 1280, ["height"] = 800, ["deviceScaleFactor"] = 1, ["mobile"] = false });
        }

        /// <summary>The seconds from requesting the page until its rows and strands are painted.</summary>
        public double Open()
        {
            _driver.Navigate().GoToUrl($"{Address}/shows/moth-night");
            return Awaited("window.opened") / 1000;
        }

        /// <summary>The seconds from opening another view until it is painted.</summary>
        public double Drawn(string view, string css, int least)
        {
            Script($$"""
                const from = performance.now();
                [...document.querySelectorAll('nav[aria-label=Views] a')].find(a => a.firstChild.textContent === '{{view}}').click();
                window.drawn = new Promise(done => {
                    const look = () => document.querySelectorAll('{{css}}').length >= {{least}} ? requestAnimationFrame(() => done(performance.now() - from)) : requestAnimationFrame(look);
                    look();
                });
                """);
            return Awaited("window.drawn") / 1000;
        }

        /// <summary>The seconds of each frame while scrolling the sheet, a quarter of a row per frame.</summary>
        public List<double> Scroll()
        {
            Script("window.frames_ = []; const sheet = document.querySelector('[data-testid=sheet]'); let last = performance.now(), top = 0; const step = now => { window.frames_.push(now - last); last = now; sheet.scrollTop = top += 20; if (window.frames_.length < 300) requestAnimationFrame(step); }; requestAnimationFrame(step);");
            while (Number("window.frames_.length") < 300) Thread.Sleep(100);
            var times = Numbers("window.frames_");
            Script("document.querySelector('[data-testid=sheet]').scrollTop = 0");
            Thread.Sleep(300);
            return times;
        }

        /// <summary>The seconds of each frame while dragging the end of a strand down and up.</summary>
        public List<double> DragEnd()
        {
            var end = _driver.FindElement(By.CssSelector("[data-cue='Dusk Pad'] [data-grip=last]"));
            var hand = new Actions(_driver, TimeSpan.FromMilliseconds(16)).MoveToElement(end).ClickAndHold();
            for (var i = 0; i < 60; i++) hand.MoveByOffset(0, i < 30 ? 6 : -6);
            Script("window.frames_ = []; window.sampling = true; let last = performance.now(); const step = now => { window.frames_.push(now - last); last = now; if (window.sampling) requestAnimationFrame(step); }; requestAnimationFrame(step);");
            hand.Release().Perform();
            Script("window.sampling = false");
            return Numbers("window.frames_");
        }

        /// <summary>The seconds of each frame while presenting: thirty slides on, under a bed.</summary>
        public List<double> PassBy()
        {
            _driver.Navigate().GoToUrl($"{Address}/shows/moth-night/present");
            while (_driver.FindElements(By.CssSelector("[data-testid=ready]")).Count == 0) Thread.Sleep(500);
            _driver.FindElement(By.XPath("//button[text()='Begin']")).Click();
            Thread.Sleep(1500);
            Script("""
                window.frames_ = []; window.strokes = 0; heard.length = 0;
                let last = performance.now(), stroke = last;
                const step = now => {
                    frames_.push(now - last);
                    last = now;
                    if (now - stroke > 400) { stroke = now; strokes++; document.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' })); }
                    if (strokes < 30) requestAnimationFrame(step);
                };
                requestAnimationFrame(step);
                """);
            while (Number("window.strokes") < 30) Thread.Sleep(200);
            var heard = Number("heard.filter(([, peak]) => peak > 0.003).length / heard.length");
            if (heard < 0.9) throw new InvalidOperationException($"A bed was to play all the while; heard was {heard:0.00} of it.");
            return Numbers("window.frames_");
        }

        /// <summary>Presses a key on a strand; returns when, in milliseconds of the clock.</summary>
        public double Press(string cue, string key)
        {
            Script($"document.querySelector('[data-cue=\"{cue}\"] [role=button]').focus(); window.pressed = 0; addEventListener('keydown', () => window.pressed = performance.timeOrigin + performance.now(), {{ once: true, capture: true }});");
            new Actions(_driver).SendKeys(key).Perform();
            return Number("window.pressed");
        }

        public void PlayFromSlide(int number)
        {
            GoToSlide(number);
            Script("document.querySelector('button[aria-label=Play]')?.click()");
        }

        /// <summary>Goes to a slide, or to the first of those that share its tile.</summary>
        private void GoToSlide(int number) =>
            Script($"[...document.querySelectorAll('[aria-label^=\"Go to slide \"]')].findLast(b => Number(b.ariaLabel.slice(12)) <= {number}).click()");

        /// <summary>Creates a promise of the time at which the page's content changes, in milliseconds of the clock.</summary>
        public void WatchFor(string reading) => Script($$"""
            const read = () => {{reading}}, before = read();
            window.seen = new Promise(done => {
                const watch = () => read() !== before ? done(performance.timeOrigin + performance.now()) : requestAnimationFrame(watch);
                watch();
            });
            """);

        /// <summary>Creates a promise of the time at which something is heard, from the greatest sample of a block.</summary>
        public void ListenFor(string what) => Script($"window.told = window.hearing({what})");

        /// <summary>The seconds from muting a playing cue until nothing is heard, and from unmuting it until it is, in the page's audio graph.</summary>
        public List<double> Heard()
        {
            // A part with one bed and nothing else.
            PlayFromSlide(2);
            while (Number("window.heard?.at(-1)?.[1] ?? 0") < 0.01) Thread.Sleep(20);
            var times = new List<double>();
            for (var i = 0; i < WarmUp + Edits; i++)
            {
                ListenFor(i % 2 == 0 ? "peak => peak < 0.001" : "peak => peak > 0.005");
                var pressed = Press("Dusk Pad", "m");
                times.Add((Awaited("window.told") - pressed) / 1000);
                Thread.Sleep(300);
                // Back before the bed ends.
                if (i % 4 == 3) GoToSlide(2);
                Thread.Sleep(500);
            }
            return times[WarmUp..];
        }

        /// <summary>The time of the first frame with rows and strands, in milliseconds of the page's own clock. Polling would delay it.</summary>
        private const string Eye = """
            window.opened = new Promise(drawn => new MutationObserver((_, observer) => {
                if (!document.querySelector('[data-cue]')) return;
                observer.disconnect();
                requestAnimationFrame(() => setTimeout(() => drawn(performance.now())));
            }).observe(document, { childList: true, subtree: true }));
            """;

        /// <summary>The result of a promise in the page.</summary>
        public double Awaited(string promise) => Convert.ToDouble(
            _driver.ExecuteAsyncScript($"const done = arguments[arguments.length - 1]; {promise}.then(done)"), System.Globalization.CultureInfo.InvariantCulture);

        public void Script(string script) => _driver.ExecuteScript($"(() => {{ {script} }})()");

        public double Number(string expression) => Convert.ToDouble(_driver.ExecuteScript($"return {expression}"), System.Globalization.CultureInfo.InvariantCulture);

        public void Dispose() => _driver.Dispose();

        private List<double> Numbers(string expression) =>
            [.. ((IEnumerable<object>)_driver.ExecuteScript($"return {expression}")!).Select(v => Convert.ToDouble(v, System.Globalization.CultureInfo.InvariantCulture) / 1000)];
    }
}
