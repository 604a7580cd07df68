using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc.Testing;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using Phonaris.Core.Shows;
using Phonaris.Drills;
using Phonaris.Web.Shows;

namespace Phonaris.Browser.Tests;

/// <summary>
/// The app on a real port with its own folder, and a real browser that shows it. Each class has its own, and its journeys start clean,
/// one after the other.
/// </summary>
public class Browser : IDisposable
{
    /// <summary>Long, so that a busy machine does not fail the tests.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(1);

    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-browser");
    private WebApplicationFactory<Program> _app;
    private readonly Browsers _browsers;
    private readonly ChromeDriver _driver;
    private readonly bool _withDemo, _hears;
    private bool _isLost;

    public Browser(Browsers browsers)
        : this(browsers, withDemo: false, hears: false)
    {
    }

    /// <param name="browsers">The pool of browsers.</param>
    /// <param name="withDemo">Whether the demo show exists.</param>
    /// <param name="hears">Whether the sound is recorded, see <see cref="Ear"/>.</param>
    protected Browser(Browsers browsers, bool withDemo, bool hears)
    {
        (_browsers, _withDemo, _hears) = (browsers, withDemo, hears);
        _app = Start(port: 0);
        _driver = browsers.Take(hears);
    }

    private WebApplicationFactory<Program> Start(int port)
    {
        var app = new WebApplicationFactory<Program>().WithWebHostBuilder(host => (_withDemo ? host.UseSetting("Phonaris:Demo", Path.Combine(Root(), "demo")) : host)
            .UseSetting("urls", $"http://127.0.0.1:{port}")
            .UseSetting("Phonaris:Data", PathOf("data"))
            .UseSetting("Phonaris:Key", "off").UseSetting("Phonaris:Open", "off")
            .UseSetting("Phonaris:Readers", "0")
            .UseSetting("Phonaris:WarmUp", "false")
            .UseSetting("Phonaris:Catalogue", Path.Combine(Root(), "demo", "catalogue"))
            .UseSetting("Serilog:MinimumLevel:Override:Microsoft.Hosting.Lifetime", "Warning"));
        app.UseKestrel(port);
        app.StartServer();
        return app;
    }

    /// <summary>Resizes the page, in pixels.</summary>
    public void Size(int width, int height) =>
        _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });

    /// <summary>Resets everything: no shows except the original demo, and nothing stored by pages.</summary>
    public Browser Fresh()
    {
        if (_isLost) RestartServer();
        CloseTabs();
        // Resets the network emulation. Emulating an unlimited network would keep throttling it and cost a third of a core.
        _driver.ExecuteCdpCommand("Network.disable", []);
        _driver.ExecuteCdpCommand("Emulation.setTouchEmulationEnabled", new() { ["enabled"] = false });
        Size(1280, 800);
        _driver.Navigate().GoToUrl("about:blank");
        _driver.ExecuteCdpCommand("Storage.clearDataForOrigin", new() { ["origin"] = Address, ["storageTypes"] = "cookies,indexeddb,local_storage,cache_storage,service_workers" });
        Complaints();
        using var http = Http;
        foreach (var show in http.GetFromJsonAsync<List<ShowCard>>("/api/shows", ShowJson.Options).Result!)
        {
            using var answer = _withDemo && show.Id == "moth-night"
                ? http.PostAsync(new Uri($"/api/shows/{show.Id}/wind?position=0", UriKind.Relative), null).Result
                : http.DeleteAsync(new Uri($"/api/shows/{show.Id}", UriKind.Relative)).Result;
            answer.EnsureSuccessStatusCode();
        }
        return this;
    }

    public string Address => _app.ClientOptions.BaseAddress.ToString().TrimEnd('/');

    public HttpClient Http => _app.CreateClient();

    /// <summary>A fast pointer: each movement takes 40 ms.</summary>
    public Actions Hand => new(_driver, TimeSpan.FromMilliseconds(40));

    public string Url => _driver.Url;

    public string PathOf(string name) => Path.Combine(_folder.FullName, name);

    public void Go(string path) => _driver.Navigate().GoToUrl(Address + path);

    /// <summary>Switches to the window with a title; to the first one by default.</summary>
    public void Window(string? title = null) => Until(
        () => _driver.WindowHandles.Any(handle => _driver.SwitchTo().Window(handle).Title == title || (title is null && handle == _driver.WindowHandles[0])), $"a window {title}");

    /// <summary>Opens a page in a new tab and switches to it.</summary>
    public void Tab(string path)
    {
        _driver.SwitchTo().NewWindow(WindowType.Tab);
        Size(1280, 800);
        Go(path);
    }

    /// <summary>Closes the tabs and windows opened here and switches to the first one.</summary>
    public void CloseTabs()
    {
        foreach (var tab in _driver.WindowHandles.Skip(1)) _driver.SwitchTo().Window(tab).Close();
        Window();
    }

    /// <summary>Stops the server, as in the middle of a talk.</summary>
    public void LoseServer()
    {
        _app.Dispose();
        _isLost = true;
    }

    /// <summary>Starts the server again at the same address with its data.</summary>
    public void RestartServer()
    {
        _app = Start(_app.ClientOptions.BaseAddress.Port);
        _isLost = false;
    }

    /// <summary>Touches an element and drags it down by a number of pixels; taps it for none.</summary>
    public void Touch(string css, int by = 0)
    {
        _driver.ExecuteCdpCommand("Emulation.setTouchEmulationEnabled", new() { ["enabled"] = true });
        var (x, y) = (Js<double>($"(r => r.x + r.width / 2)(document.querySelector(\"{css}\").getBoundingClientRect())"), Js<double>($"(r => r.y + r.height / 2)(document.querySelector(\"{css}\").getBoundingClientRect())"));
        Finger("touchStart", y);
        for (var step = 1; step <= 8 && by != 0; step++) Finger("touchMove", y + by * step / 8.0);
        _driver.ExecuteCdpCommand("Input.dispatchTouchEvent", new() { ["type"] = "touchEnd", ["touchPoints"] = Array.Empty<object>() });

        void Finger(string type, double at) => _driver.ExecuteCdpCommand(
            "Input.dispatchTouchEvent", new() { ["type"] = type, ["touchPoints"] = new[] { new Dictionary<string, object> { ["x"] = x, ["y"] = at } } });
    }

    /// <summary>Blocks requests to addresses that match a pattern; unblocks all by default.</summary>
    public void Block(params string[] patterns)
    {
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand("Network.setBlockedURLs", new() { ["urls"] = patterns });
    }

    /// <summary>Turns the network off or on.</summary>
    public void Offline(bool offline)
    {
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand("Network.emulateNetworkConditions", new() { ["offline"] = offline, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
    }

    /// <summary>Presses a key of any keyboard layout: its character, and its position on a US keyboard.</summary>
    /// <param name="key">The character.</param>
    /// <param name="code">The position.</param>
    /// <param name="modifiers">The sum of 1 for Alt, 2 for Ctrl and 8 for Shift.</param>
    public void Stroke(string key, string code, int modifiers)
    {
        foreach (var type in new[] { "rawKeyDown", "keyUp" })
            _driver.ExecuteCdpCommand("Input.dispatchKeyEvent", new() { ["type"] = type, ["key"] = key, ["code"] = code, ["modifiers"] = modifiers, ["windowsVirtualKeyCode"] = (int)char.ToUpperInvariant(key[0]) });
    }

    /// <summary>Opens a local file with the network off.</summary>
    public void OpenFile(string path)
    {
        Offline(true);
        _driver.Navigate().GoToUrl(new Uri(path).AbsoluteUri);
    }

    public void Reload() => _driver.Navigate().Refresh();

    /// <summary>The element of a selector, waiting for it.</summary>
    public IWebElement Find(string css) => Until(() => Ask<IWebElement>("document.querySelector(arguments[0])", css), $"{css} to be there");

    /// <summary>The visible text of a selector's element, line by line, waiting for it. Read by script, because the driver needs a tenth of a second for a whole view.</summary>
    public string Text(string css) => Until(() => Ask<string>("(e => e && (e.checkVisibility() ? e.innerText.trim().replace(/\\s*\\n\\s*/g, '\\n') : ''))(document.querySelector(arguments[0]))", css), $"{css} to be there");

    /// <summary>Waits until the element of a selector has a visible text.</summary>
    public void Says(string css, string words) => Until(() => Text(css).Contains(words, StringComparison.Ordinal), $"{css} to say “{words}”");

    /// <summary>The visible button with a name, waiting for it.</summary>
    public IWebElement Button(string name)
    {
        ReadsPlainly();
        return Until(() => Ask<IWebElement>("[...document.querySelectorAll('button')].find(b => b.textContent.trim() === arguments[0] && b.checkVisibility())", name), $"a button {name}");
    }

    /// <summary>Checks that the page's current text has no phrase that the project's list rules out.</summary>
    private void ReadsPlainly() =>
        Assert.Equal("", Js<string>($"(document.body.innerText.match(new RegExp({JsonSerializer.Serialize(Unplain.Value)}, 'i')) ?? [''])[0]"));

    private static readonly Lazy<string> Unplain = new(() =>
    {
        using var rules = JsonDocument.Parse(File.ReadAllText(Path.Combine(Root(), "client", "scripts", "plain-words.json")));
        return string.Join('|', rules.RootElement.GetProperty("phrases").EnumerateArray().Select(p => $"(?:{p.GetString()})"));
    });

    /// <summary>Clicks the first element of a selector that contains a text, waiting for it and scrolling to it.</summary>
    public void ClickOn(string css, string words) =>
        Until(() => Js<bool>($"(f => !!f && (f.click(), true))([...document.querySelectorAll(\"{css}\")].find(e => e.textContent.includes('{words}')))"), $"{css} that says “{words}”");

    /// <summary>Waits until an element stops moving.</summary>
    public void AtRest(string css)
    {
        var before = "";
        Find(css);
        Until(() => before == (before = Js<string>($"JSON.stringify(document.querySelector(\"{css}\").getBoundingClientRect())")), $"{css} to be at rest");
    }

    public int Count(string css) => (int)(long)Ask<object>("document.querySelectorAll(arguments[0]).length", css)!;

    /// <summary>The result of a script expression in the page.</summary>
    public T Js<T>(string expression) => (T)Convert.ChangeType(_driver.ExecuteScript($"return {expression}"), typeof(T), System.Globalization.CultureInfo.InvariantCulture)!;

    /// <summary>The value of a field.</summary>
    public string Value(string label) => Find($"[aria-label=\"{label}\"]").GetDomProperty("value") ?? "";

    /// <summary>Types a value into a field in a sentence and waits until the server has saved it.</summary>
    public void Type(string label, string typed, string shown)
    {
        var field = Find($"[aria-label=\"{label}\"]");
        field.Click();
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(typed + Keys.Enter);
        Until(() => Value(label) == shown && Find($"[aria-label=\"{label}\"]").GetDomAttribute("aria-busy") != "true", $"{label} to show {shown}, not {Value(label)}");
    }

    private T? Ask<T>(string expression, string argument)
        where T : class => (T?)_driver.ExecuteScript($"return {expression}", argument);

    /// <summary>Waits until a condition holds.</summary>
    public T Until<T>(Func<T?> probe, string what, TimeSpan? patience = null)
    {
        var watch = Stopwatch.StartNew();
        while (watch.Elapsed < (patience ?? Patience))
        {
            try
            {
                if (probe() is { } found && !found.Equals(false)) return found;
            }
            catch (StaleElementReferenceException)
            {
                // The page has rendered it again in the meantime.
            }
            Thread.Sleep(50);
        }
        var picture = Path.Combine(Root(), "artifacts", "in-vain.png");
        _driver.GetScreenshot().SaveAsFile(picture);
        throw new TimeoutException($"Waited in vain for {what}; see {picture}. The console says: {string.Join('\n', Complaints())}");
    }

    /// <summary>The problems that axe-core finds in the page for WCAG 2.2 A and AA.</summary>
    public string Axe()
    {
        _driver.ExecuteScript(File.ReadAllText(Path.Combine(Root(), "client/node_modules/axe-core/axe.min.js")));
        return (string)_driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            // While rows move to their positions, they may overlap.
            const gliding = document.getAnimations().filter((a) => a.effect.getComputedTiming().endTime < 1000);
            // A page opened as a file cannot fetch styles for inspection.
            Promise.allSettled(gliding.map((a) => a.finished)).then(() => axe.run({ preload: location.protocol !== "file:", runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] })).then((r) =>
              done(r.violations.map((v) => v.id + ": " + v.help + "\n" + v.nodes.slice(0, 3).map((n) => "  " + n.target + " " + n.failureSummary).join("\n")).join("\n")));
            """)!;
    }

    /// <summary>The errors on the page's console. The browser requests the icon of a page by itself, even without a network.</summary>
    public IReadOnlyList<string> Complaints() =>
        [.. _driver.Manage().Logs.GetLog(LogType.Browser).Where(l => l.Level >= LogLevel.Warning && !l.Message.Contains("/icon.svg ", StringComparison.Ordinal)).Select(l => l.Message)];

    public void Dispose()
    {
        // No page continues in a browser that is returned to the pool.
        CloseTabs();
        _driver.Navigate().GoToUrl("about:blank");
        _browsers.GiveBack(_driver, _hears);
        _app.Dispose();
        _folder.Delete(recursive: true);
        GC.SuppressFinalize(this);
    }

    public static string Root()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(at.FullName, "Phonaris.slnx"))) at = at.Parent!;
        return at.FullName;
    }
}
