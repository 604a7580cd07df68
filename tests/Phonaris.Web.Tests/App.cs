using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;
using Phonaris.Core.Shows;
using Phonaris.Formats;
using Phonaris.Made;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;
using SkiaSharp;

namespace Phonaris.Web.Tests;

/// <summary>The app itself on its own folder, with real SQLite and ffmpeg; it can be stopped and restarted.</summary>
public sealed class App : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-web");
    private WebApplicationFactory<Program> _factory;

    public App()
    {
        (_factory, Http) = Start();
    }

    public HttpClient Http { get; private set; }

    public IServiceProvider Services => _factory.Services;

    public static JsonSerializerOptions Json => ShowJson.Options;

    /// <summary>Runs something on the database directly.</summary>
    public void Query(string sql)
    {
        using var db = new SqliteConnection($"Data Source={PathOf("data/phonaris.db")};Pooling=false");
        db.Open();
        using var command = db.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    public string PathOf(string name) => Path.Combine(_folder.FullName, name);

    /// <summary>Restarts the app on the same folder.</summary>
    /// <param name="settings">Settings for the start.</param>
    public void Restart(params (string Name, string Value)[] settings)
    {
        _factory.Dispose();
        (_factory, Http) = Start(settings);
    }

    public string Make(string name, params string[] arguments)
    {
        using var process = Process.Start("ffmpeg", ["-nostdin", "-v", "error", "-y", .. arguments, PathOf(name)]);
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        return PathOf(name);
    }

    public async Task<JsonElement> UploadAsync(string path, string purpose, string? name = null)
    {
        var bytes = await File.ReadAllBytesAsync(path);
        var address = await BeginUploadAsync(purpose, name ?? Path.GetFileName(path), bytes.Length);
        (await AppendAsync(address, 0, bytes)).EnsureSuccessStatusCode();
        return await ReadAsync<JsonElement>(await Http.GetAsync(address));
    }

    /// <summary>Starts a resumable upload; returns its address.</summary>
    public async Task<string> BeginUploadAsync(string purpose, string name, long? length)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
        request.Headers.Add(length is null ? "Upload-Defer-Length" : "Upload-Length", $"{length ?? 1}");
        request.Headers.Add("Upload-Metadata", $"filename {Base64(name)},purpose {Base64(purpose)}");
        var answer = await Http.SendAsync(request);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return answer.Headers.Location!.ToString();

        static string Base64(string text) => Convert.ToBase64String(System.Text.Encoding.UTF8.GetBytes(text));
    }

    public Task<HttpResponseMessage> AppendAsync(string address, long offset, byte[] bytes, long? length = null)
    {
        var request = new HttpRequestMessage(HttpMethod.Patch, address)
        {
            Content = new ByteArrayContent(bytes) { Headers = { ContentType = new("application/offset+octet-stream") } },
        };
        request.Headers.Add("Upload-Offset", $"{offset}");
        if (length is not null) request.Headers.Add("Upload-Length", $"{length}");
        return Http.SendAsync(request);
    }

    /// <summary>Writes a PDF with one page per line.</summary>
    public static string Pdf(string path, params string[] lines)
    {
        using var stream = File.Create(path);
        using var pdf = SKDocument.CreatePdf(stream);
        using var font = new SKFont(SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "AtkinsonHyperlegibleNext-Bold.ttf")), 40);
        using var ink = new SKPaint();
        foreach (var line in lines)
        {
            pdf.BeginPage(960, 540).DrawText(line, 60, 120, SKTextAlign.Left, font, ink);
            pdf.EndPage();
        }
        pdf.Close();
        return path;
    }

    /// <summary>A show of some slides with one picture, opened from a package: starting a process to read a deck takes longer than most tests.</summary>
    public async Task<string> ShowAsync(int slides)
    {
        List<Slide> made = [];
        for (var n = 1; n <= slides; n++)
        {
            var picture = PlainPicture.Write(PathOf("picture.png"), new((byte)(n * 40), 0x80, 0x40));
            var hash = Convert.ToHexStringLower(SHA256.HashData(await File.ReadAllBytesAsync(picture)));
            File.Move(picture, PathOf(hash), overwrite: true);
            made.Add(new($"s{n}", $"Page {n}", "", "", new(hash, MediaTypes.Png, 1, 160, 90), 2000, Transition.Cut, false, Step.Whole($"s{n}")));
        }
        var package = PathOf($"{Guid.NewGuid():N}.phonaris");
        await ShowPackage.WriteAsync(Show.Empty("A show") with { Slides = [.. made] }, package, PathOf, null, CancellationToken.None);
        return (await ReadAsync<ShowCard>(await Http.PostAsJsonAsync("/api/shows/open", await UploadAsync(package, "show")))).Id;
    }

    public async Task<string> SoundAsync(string show, string path)
    {
        var job = await ReadAsync<JobView>(await Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await UploadAsync(path, "sound")));
        return (await EndAsync(show, job.Id)).Result!;
    }

    public async Task<ShowView> ViewAsync(string show) => (await Http.GetFromJsonAsync<ShowView>($"/api/shows/{show}", Json))!;

    /// <summary>The view of a show after a change.</summary>
    public async Task<ShowView> AfterAsync(string show, HttpResponseMessage answer)
    {
        var (edited, view) = (await ReadAsync<Edited>(answer), await ViewAsync(show));
        Assert.Equal(view.Revision, edited.Revision);
        return view;
    }

    /// <summary>Waits for a job to end.</summary>
    public async Task<JobView> EndAsync(string show, string job)
    {
        for (var i = 0; i < 600; i++)
        {
            var now = (await Http.GetFromJsonAsync<List<JobView>>($"/api/shows/{show}/jobs", Json))!.Single(j => j.Id == job);
            if (now.State is not (Storage.JobState.Waiting or Storage.JobState.Running)) return now;
            await Task.Delay(50);
        }
        throw new TimeoutException("The job did not end within 30 s.");
    }

    public static async Task<T> ReadAsync<T>(HttpResponseMessage answer)
    {
        Assert.True(answer.IsSuccessStatusCode, answer.StatusCode + " " + await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<T>(Json))!;
    }

    /// <summary>The message of a rejected request.</summary>
    public static async Task<string> ProblemAsync(HttpResponseMessage answer, HttpStatusCode status)
    {
        Assert.Equal(status, answer.StatusCode);
        return (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("title").GetString()!;
    }

    public void Dispose()
    {
        _factory.Dispose();
        _folder.Delete(recursive: true);
    }

    private (WebApplicationFactory<Program>, HttpClient) Start(params (string Name, string Value)[] settings)
    {
        var factory = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
        {
            host.UseSetting("Phonaris:Data", PathOf("data")).UseSetting("Phonaris:Key", "off").UseSetting("Phonaris:Open", "off")
                // Most tests read no deck: a reader is started when one does.
                .UseSetting("Phonaris:Readers", "0")
                .UseSetting("Phonaris:WarmUp", "false")
                .UseSetting("Phonaris:Catalogue", Path.Combine(AppContext.BaseDirectory, "catalogue"))
                .UseSetting("Serilog:MinimumLevel:Override:Microsoft.Hosting.Lifetime", "Warning");
            foreach (var (name, value) in settings) host.UseSetting(name, value);
        });
        return (factory, factory.CreateClient());
    }
}
