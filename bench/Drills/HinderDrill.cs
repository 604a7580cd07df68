using System.Diagnostics;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using SkiaSharp;

namespace Phonaris.Drills;

/// <summary>
/// Hinders every kind of job in its middle: its outside programs are killed, or the disk is filled. It must fail with the reason, leave
/// nothing partial, and be done when it is asked for once more.
/// </summary>
/// <param name="server">A server whose disk is its own, where disks are filled.</param>
/// <param name="folder">Its data folder.</param>
/// <param name="seed">Decides the moments.</param>
/// <param name="soundSeconds">How long the sounds are that are worked on.</param>
/// <param name="pages">How many pages the decks have.</param>
/// <param name="only">The kinds of job that are tried; null for all.</param>
internal sealed class HinderDrill(ServerProcess server, string folder, int seed, int soundSeconds = 90, int pages = 30, IReadOnlyCollection<string>? only = null)
{
    /// <summary>In place of a job, where nothing long was to be done.</summary>
    private const string AtOnce = "";

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(120);

    private readonly Random _random = new(seed);
    private readonly List<string> _faults = [];
    private string _show = "", _cue = "";
    private int _made, _hindered, _done;

    /// <summary>Kills the outside programs of each kind of job that has some.</summary>
    public Task<HinderFigures> KillToolsAsync() => RunAsync(
        Kinds().Where(k => k.HasTool),
        async _ =>
        {
            var watch = Stopwatch.StartNew();
            while (Tools() is [] && watch.Elapsed < TimeSpan.FromSeconds(20)) await Task.Delay(2);
            await Task.Delay(_random.Next(60));
            foreach (var tool in Tools()) tool.Kill();
        },
        () => { });

    /// <summary>Fills the disk under each kind of job.</summary>
    public Task<HinderFigures> FillDiskAsync()
    {
        var filler = $"/proc/{server.Id}/root{folder}/filler";
        return RunAsync(
            Kinds(),
            async kind =>
            {
                var watch = Stopwatch.StartNew();
                while (!(await JobsAsync()).Exists(j => j.GetProperty("state").GetString() == "running") && watch.Elapsed < TimeSpan.FromSeconds(3)) await Task.Delay(5);
                await Task.Delay(_random.Next(100));
                Fill(filler);
                await Task.Delay(1500);
                // It answers, and says what is wrong.
                if ((await server.Http.GetAsync($"/api/shows/{_show}")).StatusCode != HttpStatusCode.OK) _faults.Add($"{kind}: the show does not open on a full disk");
                using var edited = await server.Http.PostAsJsonAsync($"/api/shows/{_show}/edits", new { revision = 1, sender = "drill", edit = new { kind = "setTarget", targetMs = 600_000 + _made } });
                if (edited.StatusCode is not (HttpStatusCode.OK or HttpStatusCode.InsufficientStorage or HttpStatusCode.Conflict)) _faults.Add($"{kind}: an edit on a full disk is answered {(int)edited.StatusCode}");
            },
            () => File.Delete(filler));
    }

    private async Task<HinderFigures> RunAsync(IEnumerable<(string Kind, bool HasTool, Func<Task<string?>> Begin)> kinds, Func<string, Task> hinder, Action relieve)
    {
        await PrepareAsync();
        foreach (var (kind, _, begin) in kinds.Where(k => only?.Contains(k.Kind) ?? true))
        {
            var sounds = await SoundsAsync();
            var hindering = hinder(kind);
            var job = await begin();
            await hindering;
            relieve();
            var first = job is null or AtOnce ? null : await EndAsync(job);
            if (job == AtOnce) _done++;
            else if (first is { } ended)
            {
                var problem = ended.GetProperty("problem").GetString() ?? "";
                if (ended.GetProperty("state").GetString() == "done") _done++;
                else if (problem.Contains("stopped by the system", StringComparison.Ordinal) || problem.Contains("disk", StringComparison.OrdinalIgnoreCase)) _hindered++;
                else _faults.Add($"{kind}: {ended}");
            }
            else _hindered++;
            if (await SoundsAsync() is var after && after.Any(s => s.Frames != soundSeconds * 48_000L)) _faults.Add($"{kind}: a sound was cut short");
            if (first?.GetProperty("state").GetString() == "failed" && after.Count > sounds.Count) _faults.Add($"{kind}: a partial file stayed");
            if (await begin() is not { } again || (again != AtOnce && (await EndAsync(again))?.GetProperty("state").GetString() != "done")) _faults.Add($"{kind}: not done when nothing hindered it any more");
        }
        return new(_hindered, _done, _faults);
    }

    /// <summary>What makes each kind of job begin, on something new each time; gives the job, or null where there was no room to ask for it.</summary>
    private IEnumerable<(string Kind, bool HasTool, Func<Task<string?>> Begin)> Kinds()
    {
        yield return ("sound", true, async () => await JobAsync(HttpMethod.Post, $"/api/shows/{_show}/sounds", await UploadAsync("noise.wav", "sound", Noise())));
        yield return ("sounds", true, async () => await JobAsync(HttpMethod.Post, $"/api/shows/{_show}/sounds", await UploadAsync("noises.zip", "sound", Zip())));
        yield return ("deck", true, async () => await LatestAfterAsync("deck", async () =>
            (await server.Http.PostAsJsonAsync($"/api/shows/{_show}/deck", new { files = new[] { await UploadAsync("pages.pdf", "deck", Pdf()) }, index = 0, fills = false })).StatusCode));
        yield return ("replace", true, async () => await JobAsync(HttpMethod.Post, $"/api/shows/{_show}/sounds/{(await SoundsAsync())[0].Id}/replace", await UploadAsync("other.wav", "sound", Noise())));
        yield return ("speed", true, async () => await LatestAfterAsync("speed", async () =>
            (await server.Http.PostAsJsonAsync($"/api/shows/{_show}/edits", new { revision = await RevisionAsync(), edit = new { kind = "setSpeed", cueId = _cue, speed = 0.8 + 0.01 * ++_made } })).StatusCode));
        foreach (var format in new[] { "wav", "flac", "mp4" })
            yield return ($"export {format}", true, async () => await JobAsync(HttpMethod.Post, $"/api/shows/{_show}/exports", new { format, width = 640 + 16 * ++_made, height = 360, fps = 30 }));
        yield return ("listen", false, async () => await JobAsync(HttpMethod.Get, $"/api/shows/{_show}/cues/{await LaidAsync()}/fits", null));
        yield return ("lighter", true, async () => await JobAsync(HttpMethod.Post, $"/api/shows/{_show}/sounds/{(await SoundsAsync())[^1].Id}/lighter", new { }));
    }

    private async Task PrepareAsync()
    {
        _show = await server.Http.ShowAsync("Drill");
        await server.Http.EditAsync(_show, new { kind = "addCard", slideId = "card", card = "title", index = 0 });
        await server.Http.EditAsync(_show, new { kind = "setHolds", holds = new[] { new { slideId = "card", holdMs = soundSeconds * 1000 } } });
        await EndAsync((await JobAsync(HttpMethod.Post, $"/api/shows/{_show}/sounds", await UploadAsync("first.wav", "sound", Noise())))!);
        _cue = await LaidAsync();
    }

    /// <summary>Lays the sound that came last, as one that nobody has listened to for its beats; gives the cue.</summary>
    private async Task<string> LaidAsync()
    {
        var sounds = await SoundsAsync();
        var dropped = await server.Http.PostAsJsonAsync($"/api/shows/{_show}/drops", new { soundId = sounds[^1].Id, slideId = "card" });
        return dropped.IsSuccessStatusCode ? (await dropped.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("cueId").GetString()! : _cue;
    }

    private async Task<IReadOnlyList<(string Id, long Frames)>> SoundsAsync() =>
        [.. (await server.Http.ViewAsync(_show)).GetProperty("show").GetProperty("sounds").EnumerateArray().Select(s => (s.GetProperty("id").GetString()!, s.GetProperty("figures").GetProperty("frames").GetInt64()))];

    private async Task<long> RevisionAsync() => (await server.Http.ViewAsync(_show)).GetProperty("revision").GetInt64();

    private async Task<JsonElement> UploadAsync(string name, string purpose, MemoryStream content)
    {
        using (content) return await server.Http.UploadAsync(name, purpose, content);
    }

    /// <summary>Asks for a job; gives it, or null where it was refused for want of room.</summary>
    private async Task<string?> JobAsync(HttpMethod method, string url, object? body)
    {
        using var request = new HttpRequestMessage(method, url) { Content = JsonContent.Create(body) };
        using var answer = await server.Http.SendAsync(request);
        if (answer.StatusCode == HttpStatusCode.OK) return AtOnce;
        if (answer.IsSuccessStatusCode) return (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString();
        if ((int)answer.StatusCode >= 500 && answer.StatusCode != HttpStatusCode.InsufficientStorage) _faults.Add($"{url} is answered {(int)answer.StatusCode}");
        return null;
    }

    /// <summary>The job of a kind that something else sets going.</summary>
    private async Task<string?> LatestAfterAsync(string kind, Func<Task<HttpStatusCode>> work)
    {
        var before = (await JobsAsync()).Select(j => j.GetProperty("id").GetString()).ToHashSet();
        if ((int)await work() >= 400) return null;
        return (await JobsAsync()).Where(j => j.GetProperty("kind").GetString() == kind && !before.Contains(j.GetProperty("id").GetString())).Select(j => j.GetProperty("id").GetString()).FirstOrDefault();
    }

    private async Task<List<JsonElement>> JobsAsync() => [.. (await server.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{_show}/jobs")).EnumerateArray()];

    private async Task<JsonElement?> EndAsync(string job)
    {
        var watch = Stopwatch.StartNew();
        for (; watch.Elapsed < Patience; await Task.Delay(30))
            if ((await JobsAsync()).Find(j => j.GetProperty("id").GetString() == job) is { ValueKind: JsonValueKind.Object } found && found.GetProperty("state").GetString() is not ("waiting" or "running")) return found;
        _faults.Add($"{job} did not end");
        return null;
    }

    private List<Process> Tools() => [.. Process.GetProcesses().Where(p => p.ProcessName is "ffmpeg" or "pdftoppm" && ServerProcess.Parent(p.Id) == server.Id)];

    private static void Fill(string path)
    {
        var block = new byte[1 << 20];
        using var file = new FileStream(path, FileMode.Create, FileAccess.Write, FileShare.None, 0);
        for (var size = block.Length; size > 0;)
        {
            try
            {
                file.Write(block, 0, size);
            }
            catch (IOException)
            {
                size /= 4;
            }
        }
    }

    private MemoryStream Noise()
    {
        var noise = new Random(++_made);
        return BringIn.Wav(soundSeconds * 48_000, _ => (short)noise.Next(-3_000, 3_000));
    }

    private MemoryStream Zip()
    {
        var packed = new MemoryStream();
        using (var zip = new ZipArchive(packed, ZipArchiveMode.Create, leaveOpen: true))
        using (var entry = zip.CreateEntry("noise.wav", CompressionLevel.NoCompression).Open()) Noise().CopyTo(entry);
        packed.Position = 0;
        return packed;
    }

    private MemoryStream Pdf()
    {
        var written = new MemoryStream();
        using (var pdf = SKDocument.CreatePdf(written))
        {
            using var ink = new SKPaint { Color = SKColors.DarkOrange };
            for (var page = 0; page < pages; page++)
            {
                pdf.BeginPage(1280, 720).DrawRect(20 + _made, 20, 90 + 30 * page, 60, ink);
                pdf.EndPage();
            }
            pdf.Close();
        }
        _made++;
        return new(written.ToArray());
    }
}

/// <summary>What came of hindered jobs.</summary>
/// <param name="Hindered">How many failed and said why.</param>
/// <param name="Done">How many were done all the same.</param>
/// <param name="Faults">What must not be.</param>
internal sealed record HinderFigures(int Hindered, int Done, IReadOnlyList<string> Faults);
