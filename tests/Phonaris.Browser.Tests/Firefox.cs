using System.Diagnostics;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Phonaris.Browser.Tests;

/// <summary>Headless Firefox with its own profile, driven by WebDriver BiDi (W3C), which it supports directly: Debian has no driver for it.</summary>
internal sealed partial class Firefox : IAsyncDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(1);

    private readonly Process _process;
    private readonly ClientWebSocket _socket = new();
    private readonly byte[] _buffer = new byte[1 << 16];
    private string _page = "";
    private int _asked;

    private Firefox(Process process) => _process = process;

    /// <summary>The errors on pages' consoles.</summary>
    public List<string> Complaints { get; } = [];

    /// <summary>Starts it with a page of 1280 by 800.</summary>
    /// <param name="profile">The profile folder, created here.</param>
    public static async Task<Firefox> StartAsync(string profile)
    {
        Directory.CreateDirectory(profile);
        await File.WriteAllTextAsync(Path.Combine(profile, "user.js"), """
            user_pref("media.autoplay.default", 0);
            user_pref("media.autoplay.blocking_policy", 0);
            user_pref("app.update.enabled", false);
            user_pref("datareporting.policy.dataSubmissionEnabled", false);
            """);
        var process = Process.Start(new ProcessStartInfo("firefox-esr", ["--headless", "--no-remote", "--profile", profile, "--remote-debugging-port=0", "about:blank"])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            Environment = { ["HOME"] = profile },
        })!;
        var firefox = new Firefox(process);
        string? said;
        while ((said = await process.StandardError.ReadLineAsync().WaitAsync(Patience)) is not null && !Listening().IsMatch(said))
        {
        }
        _ = process.StandardError.ReadToEndAsync();
        await firefox._socket.ConnectAsync(new($"{Listening().Match(said ?? throw new InvalidOperationException("Firefox did not start.")).Groups[1].Value}/session"), CancellationToken.None);
        await firefox.AskAsync("session.new", new JsonObject { ["capabilities"] = new JsonObject() });
        firefox._page = (string)(await firefox.AskAsync("browsingContext.getTree", []))["contexts"]![0]!["context"]!;
        await firefox.AskAsync("session.subscribe", new JsonObject { ["events"] = new JsonArray("log.entryAdded") });
        await firefox.AskAsync("browsingContext.setViewport", new JsonObject { ["context"] = firefox._page, ["viewport"] = new JsonObject { ["width"] = 1280, ["height"] = 800 } });
        return firefox;
    }

    public Task GoAsync(string url) => AskAsync("browsingContext.navigate", new JsonObject { ["context"] = _page, ["url"] = url, ["wait"] = "complete" });

    /// <summary>The result of a script expression in the page, as JSON; promises are awaited.</summary>
    public async Task<string> JsAsync(string expression)
    {
        var answer = await AskAsync("script.evaluate", new JsonObject
        {
            ["expression"] = $"Promise.resolve({expression}).then(v => JSON.stringify(v ?? null))",
            ["target"] = new JsonObject { ["context"] = _page },
            ["awaitPromise"] = true,
            ["userActivation"] = true,
        });
        return (string?)answer["result"]?["value"] ?? throw new InvalidOperationException(answer.ToJsonString());
    }

    /// <summary>Waits until a script expression is true.</summary>
    public async Task UntilAsync(string expression, string what)
    {
        for (var watch = Stopwatch.StartNew(); watch.Elapsed < Patience; await Task.Delay(50))
            if (await JsAsync($"!!({expression})") == "true") return;
        throw new TimeoutException($"Waited in vain for {what} in Firefox. The console says: {string.Join('\n', Complaints)}");
    }

    /// <summary>Drags an element by a number of pixels; clicks it for none.</summary>
    public async Task DrawAsync(string css, int right = 0, int down = 0)
    {
        await UntilAsync($"document.querySelector(`{css}`)", css);
        var at = JsonNode.Parse(await JsAsync($"(b => [Math.round(b.x + b.width / 2), Math.round(b.y + b.height / 2)])(document.querySelector(`{css}`).getBoundingClientRect())"))!;
        var (x, y) = ((int)at[0]!, (int)at[1]!);
        JsonArray strokes = [Move(x, y), new JsonObject { ["type"] = "pointerDown", ["button"] = 0 }];
        if (right != 0 || down != 0)
        {
            strokes.Add(Move(x + right / 2, y + down / 2));
            strokes.Add(Move(x + right, y + down));
        }
        strokes.Add(new JsonObject { ["type"] = "pointerUp", ["button"] = 0 });
        await AskAsync("input.performActions", new JsonObject
        {
            ["context"] = _page,
            ["actions"] = new JsonArray(new JsonObject { ["type"] = "pointer", ["id"] = "hand", ["actions"] = strokes }),
        });

        static JsonObject Move(int x, int y) => new() { ["type"] = "pointerMove", ["x"] = x, ["y"] = y, ["duration"] = 60 };
    }

    public async ValueTask DisposeAsync()
    {
        _process.Kill(entireProcessTree: true);
        await _process.WaitForExitAsync();
        _process.Dispose();
        _socket.Dispose();
    }

    private async Task<JsonObject> AskAsync(string method, JsonObject with)
    {
        var id = ++_asked;
        var asked = new JsonObject { ["id"] = id, ["method"] = method, ["params"] = with };
        await _socket.SendAsync(Encoding.UTF8.GetBytes(asked.ToJsonString()), WebSocketMessageType.Text, true, CancellationToken.None);
        while (true)
        {
            var told = await ReceiveAsync().WaitAsync(Patience);
            if ((string?)told["method"] == "log.entryAdded" && (string?)told["params"]!["level"] is "error" or "warn") Complaints.Add((string?)told["params"]!["text"] ?? "");
            if ((int?)told["id"] != id) continue;
            return told["result"] as JsonObject ?? throw new InvalidOperationException($"{method}: {told.ToJsonString()}");
        }
    }

    private async Task<JsonObject> ReceiveAsync()
    {
        using var whole = new MemoryStream();
        WebSocketReceiveResult part;
        do
        {
            part = await _socket.ReceiveAsync(_buffer, CancellationToken.None);
            whole.Write(_buffer, 0, part.Count);
        }
        while (!part.EndOfMessage);
        return JsonNode.Parse(whole.ToArray())!.AsObject();
    }

    [GeneratedRegex(@"WebDriver BiDi listening on (ws://\S+)")]
    private static partial Regex Listening();
}
