using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using Phonaris.Web.Hosting;

namespace Phonaris.App;

/// <summary>The app that serves a data folder: found by the address it noted there, or started.</summary>
internal sealed class RunningApp : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30), LookEvery = TimeSpan.FromMilliseconds(200), AnswersWithin = TimeSpan.FromSeconds(5);

    private readonly HttpClient _http;
    private readonly Uri _address;

    private RunningApp(Uri address)
    {
        _address = address;
        _http = new() { BaseAddress = address, Timeout = Timeout.InfiniteTimeSpan };
        if (KeyOf(address) is { } key) _http.DefaultRequestHeaders.Authorization = new("Bearer", key);
    }

    /// <summary>Finds the app.</summary>
    /// <param name="paths">The data folder.</param>
    /// <param name="cancel">Cancels it.</param>
    /// <returns>Null if it does not run.</returns>
    public static async Task<RunningApp?> FindAsync(AppPaths paths, CancellationToken cancel)
    {
        if (!File.Exists(paths.Address) || !Uri.TryCreate(await File.ReadAllTextAsync(paths.Address, cancel), UriKind.Absolute, out var address)) return null;
        var app = new RunningApp(address);
        try
        {
            using var soon = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            soon.CancelAfter(AnswersWithin);
            using var answer = await app._http.GetAsync(new Uri(AccessKey.HealthPath, UriKind.Relative), soon.Token);
            if (answer.IsSuccessStatusCode) return app;
        }
        catch (Exception e) when (e is HttpRequestException or OperationCanceledException && !cancel.IsCancellationRequested)
        {
            // Left by a server that was killed.
        }
        app.Dispose();
        return null;
    }

    /// <summary>Finds the app, or starts it in the background.</summary>
    /// <param name="paths">The data folder.</param>
    /// <param name="settings">Settings to start it with.</param>
    /// <param name="cancel">Cancels it.</param>
    /// <exception cref="RuleException">It does not start.</exception>
    public static async Task<RunningApp> FindOrStartAsync(AppPaths paths, IEnumerable<string> settings, CancellationToken cancel)
    {
        if (await FindAsync(paths, cancel) is { } running) return running;
        using var started = Start(settings);
        for (var since = Stopwatch.StartNew(); since.Elapsed < Patience; await Task.Delay(LookEvery, cancel))
        {
            if (await FindAsync(paths, cancel) is { } app) return app;
            if (started.HasExited) break;
        }
        throw new RuleException("Phonaris did not start. Type “phonaris serve” in a terminal to see why.") { IsOfMachine = true };
    }

    /// <summary>Opens a saved show.</summary>
    /// <param name="path">The package.</param>
    /// <param name="cancel">Cancels it.</param>
    /// <returns>The path of its page.</returns>
    /// <exception cref="RuleException">It does not exist, or is not a show package.</exception>
    public async Task<string> ImportAsync(string path, CancellationToken cancel)
    {
        if (!File.Exists(path)) throw new RuleException($"{path} does not exist.");
        await using var file = File.OpenRead(path);
        using var begin = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
        begin.Headers.Add("Upload-Length", $"{file.Length}");
        begin.Headers.Add("Upload-Metadata", $"filename {Base64(Path.GetFileName(path))},purpose {Base64("show")}");
        var upload = (await SendAsync(begin, cancel)).Headers.Location!;
        using var content = new HttpRequestMessage(HttpMethod.Patch, upload) { Content = new StreamContent(file) { Headers = { ContentType = new("application/offset+octet-stream") } } };
        content.Headers.Add("Upload-Offset", "0");
        await SendAsync(content, cancel);
        using var look = new HttpRequestMessage(HttpMethod.Get, upload);
        var uploaded = await (await SendAsync(look, cancel)).Content.ReadFromJsonAsync<JsonElement>(cancel);
        using var open = new HttpRequestMessage(HttpMethod.Post, "/api/shows/open") { Content = JsonContent.Create(uploaded) };
        var card = await (await SendAsync(open, cancel)).Content.ReadFromJsonAsync<JsonElement>(cancel);
        return $"/shows/{card.GetProperty("id").GetString()}";
    }

    /// <summary>The address of a page, with the key.</summary>
    public string AddressOf(string path) => new Uri(_address, path + _address.Query).ToString();

    public void Dispose() => _http.Dispose();

    /// <summary>Starts the app in its own session, so that it outlives the terminal.</summary>
    private static Process Start(IEnumerable<string> settings)
    {
        var program = Environment.ProcessPath!;
        IEnumerable<string> command = Path.GetFileName(program) == "dotnet" ? [program, Path.Combine(AppContext.BaseDirectory, "phonaris.dll")] : [program];
        return Process.Start(new ProcessStartInfo("setsid", [.. command, "serve", "--no-open", .. settings])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        })!;
    }

    private async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancel)
    {
        var answer = await _http.SendAsync(request, cancel);
        if (answer.IsSuccessStatusCode) return answer;
        var problem = answer.Content.Headers.ContentType?.MediaType == "application/problem+json" ? await answer.Content.ReadFromJsonAsync<JsonElement>(cancel) : default;
        throw new RuleException(problem.ValueKind == JsonValueKind.Object && problem.TryGetProperty("detail", out var detail) ? detail.GetString()! : $"Phonaris answered {(int)answer.StatusCode}.");
    }

    private static string? KeyOf(Uri address) => address.Query.StartsWith($"?{AccessKey.Parameter}=", StringComparison.Ordinal) ? address.Query[(AccessKey.Parameter.Length + 2)..] : null;

    private static string Base64(string text) => Convert.ToBase64String(System.Text.Encoding.UTF8.GetBytes(text));
}
