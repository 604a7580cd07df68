using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;

namespace Phonaris.Bench;

/// <summary>
/// The run sheet with 300 slides and 300 cues, in the real app and a real browser: opening it, scrolling it, dragging an end, and how long
/// an edit takes until another page shows it and until it is heard, a speed among them that nothing was worked out for.
/// </summary>
internal static class SheetBench
{
    private const int Slides = 300, Edits = 40, Speeds = 10;

    /// <summary>Edits before those that count, as there is one scroll before the one that counts: what is hot is compiled first.</summary>
    private const int WarmUp = 10;

    private const double OpenToReach = 1.5, FrameToReach = 0.033, SeenToReach = 0.1, HeardToReach = 0.15, SpeedToReach = 1.5;

    public static async Task RunAsync(Bench bench)
    {
        using var server = Process.Start(new ProcessStartInfo(
            "dotnet",
            ["artifacts/bin/Phonaris.Web/release/Phonaris.Web.dll", "--contentRoot", Path.GetFullPath("src/Phonaris.Web"), "--urls", Address, $"--Phonaris:Data={bench.PathOf("data")}", $"--Phonaris:Demo={Path.GetFullPath("demo")}", "--Serilog:MinimumLevel:Default=Warning"])
        { RedirectStandardOutput = true })!;
        try
        {
            using var http = new HttpClient { BaseAddress = new(Address) };
            while (!await AnswersAsync(http)) await Task.Delay(100);
            await FillAsync(http);
            // Once for what every first visit makes: the pictures of the first slides, the app's own files in memory.
            using (var first = new Page(bench.PathOf("first"))) first.Open();
            using var page = new Page(bench.PathOf("profile"));
            // A browser that was just started is busy with itself.
            Thread.Sleep(1500);
            bench.ReportTime($"opening {Slides} slides with {Slides} cues", page.Open(), OpenToReach);
            // What comes after the first picture of the sheet (the connection for changes, what lies beyond) is not scrolling.
            Thread.Sleep(1000);
            page.Scroll();
            bench.ReportTime("scrolling them, a frame, 95th percentile", Percentile(page.Scroll()), FrameToReach);
            bench.ReportTime("dragging an end, a frame, 95th percentile", Percentile(page.DragEnd()), FrameToReach);
            using (var other = new Page(bench.PathOf("other")))
            {
                other.Open();
                bench.ReportTime("an edit seen in another page, 95th percentile", Percentile(Seen(page, other)), SeenToReach);
            }
            bench.ReportTime("an edit heard, 95th percentile", Percentile(page.Heard()), HeardToReach);
            bench.ReportTime("a speed heard, the slowest of ten", await SpeedHeardAsync(http, page), SpeedToReach);
        }
        finally
        {
            server.Kill(entireProcessTree: true);
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

    /// <summary>Fills the demo show up with cards, and cues of its sounds.</summary>
    private static async Task FillAsync(HttpClient http)
    {
        var view = await ViewAsync(http);
        var there = view["show"]!["slides"]!.AsArray().Count;
        for (var i = there; i < Slides; i++)
            await EditAsync(http, new { kind = "addCard", slideId = $"card-{i}", card = "title", index = i });
        view = await ViewAsync(http);
        var slides = view["show"]!["slides"]!.AsArray().Select(s => (string)s!["id"]!).ToList();
        var cue = view["show"]!["cues"]!.AsArray().First(c => (string)c!["soundId"]! == "tin-bell")!;
        string[] sounds = ["tin-bell", "wing-flutter", "welcome", "night-wind"];
        var frames = view["show"]!["sounds"]!.AsArray().ToDictionary(s => (string)s!["id"]!, s => (long)s!["figures"]!["frames"]!);
        var edits = new List<object>();
        for (var i = view["show"]!["cues"]!.AsArray().Count; i < Slides; i++)
        {
            var placed = JsonNode.Parse(cue.ToJsonString())!;
            var sound = sounds[i % sounds.Length];
            placed["id"] = $"made-{i}";
            placed["soundId"] = sound;
            placed["outFrame"] = frames[sound];
            placed["start"] = JsonNode.Parse("""{"kind":"slide","stepId":null,"cueId":null}""");
            placed["span"] = JsonSerializer.SerializeToNode(new { first = slides[i % slides.Count], last = slides[i % slides.Count] });
            edits.Add(new { kind = "placeCue", cue = placed, index = int.MaxValue });
        }
        await EditAsync(http, new { kind = "several", edits, what = "Many cues" });
        // The pictures of a deck are drawn when it is brought in; these slides were made here.
        foreach (var slide in slides) (await http.GetAsync(new Uri($"{Show}/slides/{slide}/picture?width=320", UriKind.Relative))).EnsureSuccessStatusCode();
    }

    private static async Task<JsonNode> ViewAsync(HttpClient http) => (await http.GetFromJsonAsync<JsonNode>(new Uri(Show, UriKind.Relative)))!;

    private static async Task EditAsync(HttpClient http, object edit)
    {
        var revision = (long)(await ViewAsync(http))["revision"]!;
        using var answer = await http.PostAsJsonAsync(new Uri($"{Show}/edits", UriKind.Relative), new { revision, edit });
        if (!answer.IsSuccessStatusCode) throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
    }

    /// <summary>Seconds from a key on a strand of one page until the other page shows its new level.</summary>
    private static List<double> Seen(Page page, Page other)
    {
        var times = new List<double>();
        for (var i = 0; i < WarmUp + Edits; i++)
        {
            other.Script("""
                const label = () => document.querySelector('[data-cue="Lantern Waltz"] [role=button]').getAttribute('aria-label');
                const before = label();
                window.seen = new Promise(done => {
                    const watch = () => label() !== before ? done(performance.timeOrigin + performance.now()) : requestAnimationFrame(watch);
                    watch();
                });
                """);
            var pressed = page.Press("Lantern Waltz", i % 2 == 0 ? "+" : "-");
            times.Add((other.Awaited("window.seen") - pressed) / 1000);
            Thread.Sleep(100);
        }
        return times[WarmUp..];
    }

    /// <summary>
    /// Seconds from sending a speed that was not used before, for a bed of a minute and a half that is playing, until it is heard: the bed was
    /// silent, and the same edit lets it sound.
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
            page.Awaited("window.heard");
            slowest = Math.Max(slowest, Stopwatch.GetElapsedTime(sent).TotalSeconds);
        }
        return slowest;
    }

    private static double Percentile(List<double> values) => values.Order().ElementAt((int)Math.Ceiling(values.Count * 0.95) - 1);

    /// <summary>A browser with the sheet in it.</summary>
    private sealed class Page : IDisposable
    {
        private readonly ChromeDriver _driver;

        public Page(string profile)
        {
            _driver = Chromium.Start(profile);
            // Ear and eye are scripts of the bench, which the policy of the app would rightly keep out.
            _driver.ExecuteCdpCommand("Page.setBypassCSP", new() { ["enabled"] = true });
            _driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = Ear + Eye });
            _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = 1280, ["height"] = 800, ["deviceScaleFactor"] = 1, ["mobile"] = false });
        }

        /// <summary>Seconds from asking for the page until its rows and strands are painted.</summary>
        public double Open()
        {
            _driver.Navigate().GoToUrl($"{Address}/shows/moth-night");
            return Awaited("window.opened") / 1000;
        }

        /// <summary>Seconds of each frame while the sheet is scrolled, a quarter of a row each.</summary>
        public List<double> Scroll()
        {
            Script("window.frames_ = []; const sheet = document.querySelector('[data-testid=sheet]'); let last = performance.now(), top = 0; const step = now => { window.frames_.push(now - last); last = now; sheet.scrollTop = top += 20; if (window.frames_.length < 300) requestAnimationFrame(step); }; requestAnimationFrame(step);");
            while (Number("window.frames_.length") < 300) Thread.Sleep(100);
            var times = Numbers("window.frames_");
            Script("document.querySelector('[data-testid=sheet]').scrollTop = 0");
            Thread.Sleep(300);
            return times;
        }

        /// <summary>Seconds of each frame while the end of a strand is dragged down and up.</summary>
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

        /// <summary>Presses a key on a strand; gives when, in milliseconds of the clock.</summary>
        public double Press(string cue, string key)
        {
            Script($"document.querySelector('[data-cue=\"{cue}\"] [role=button]').focus(); window.pressed = 0; addEventListener('keydown', () => window.pressed = performance.timeOrigin + performance.now(), {{ once: true, capture: true }});");
            new Actions(_driver).SendKeys(key).Perform();
            return Number("window.pressed");
        }

        public void PlayFromSlide(int number)
        {
            Script($"document.querySelector('[aria-label=\"Go to slide {number}\"]').click()");
            Script("document.querySelector('button[aria-label=Play]')?.click()");
        }

        /// <summary>Makes a promise of when something is heard, by the greatest sample of a block.</summary>
        public void ListenFor(string what) => Script($"window.heard = new Promise(done => window.ear.until({what}, done))");

        /// <summary>Seconds from muting what sounds until nothing comes out, and from letting it sound until it does, in the page's audio graph.</summary>
        public List<double> Heard()
        {
            // A stretch with one bed and nothing else.
            PlayFromSlide(2);
            while (Number("window.ear?.peak ?? 0") < 0.01) Thread.Sleep(20);
            var times = new List<double>();
            for (var i = 0; i < WarmUp + Edits; i++)
            {
                ListenFor(i % 2 == 0 ? "peak => peak < 0.001" : "peak => peak > 0.005");
                var pressed = Press("Dusk Pad", "m");
                times.Add((Awaited("window.heard") - pressed) / 1000);
                Thread.Sleep(300);
                // Back before the bed ends.
                if (i % 4 == 3) Script("document.querySelector('[aria-label=\"Go to slide 2\"]').click()");
                Thread.Sleep(500);
            }
            return times[WarmUp..];
        }

        /// <summary>
        /// Listens where the page's sound goes out: the greatest sample of each block of 128, and when it is played by the clock of the page.
        /// The audio thread does it, so what the page draws meanwhile does not delay it.
        /// </summary>
        private const string Ear = """
            const create = AudioContext.prototype.createAnalyser;
            AudioContext.prototype.createAnalyser = function () {
                const node = create.call(this);
                const source = 'registerProcessor("ear", class extends AudioWorkletProcessor { process([[left]]) { let peak = 0; for (const s of left ?? []) peak = Math.max(peak, Math.abs(s)); this.port.postMessage([currentTime, peak]); return true; } })';
                this.audioWorklet.addModule(URL.createObjectURL(new Blob([source], { type: 'text/javascript' }))).then(() => {
                    const ear = new AudioWorkletNode(this, 'ear');
                    node.connect(ear);
                    const is = window.ear = { peak: 0, until: (what, done) => is.wanted = [what, done] };
                    ear.port.onmessage = ({ data: [at, peak] }) => {
                        is.peak = peak;
                        if (!is.wanted?.[0](peak)) return;
                        const out = this.getOutputTimestamp();
                        is.wanted[1](performance.timeOrigin + out.performanceTime + (at - out.contextTime) * 1000);
                        is.wanted = undefined;
                    };
                });
                return node;
            };
            """;

        /// <summary>Tells when the first frame with rows and strands has been drawn, in milliseconds of the page's own clock. Asking again and again would delay it.</summary>
        private const string Eye = """
            window.opened = new Promise(drawn => new MutationObserver((_, observer) => {
                if (!document.querySelector('[data-cue]')) return;
                observer.disconnect();
                requestAnimationFrame(() => setTimeout(() => drawn(performance.now())));
            }).observe(document, { childList: true, subtree: true }));
            """;

        /// <summary>What a promise of the page comes to.</summary>
        public double Awaited(string promise) => Convert.ToDouble(
            _driver.ExecuteAsyncScript($"const done = arguments[arguments.length - 1]; {promise}.then(done)"), System.Globalization.CultureInfo.InvariantCulture);

        public void Script(string script) => _driver.ExecuteScript($"(() => {{ {script} }})()");

        public double Number(string expression) => Convert.ToDouble(_driver.ExecuteScript($"return {expression}"), System.Globalization.CultureInfo.InvariantCulture);

        public void Dispose() => _driver.Dispose();

        private List<double> Numbers(string expression) =>
            [.. ((IEnumerable<object>)_driver.ExecuteScript($"return {expression}")!).Select(v => Convert.ToDouble(v, System.Globalization.CultureInfo.InvariantCulture) / 1000)];
    }
}
