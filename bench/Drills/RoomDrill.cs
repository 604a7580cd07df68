using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Phonaris.Drills;

/// <summary>
/// Derived files beyond their bound: all of them are aged and tidied again and again, while shows are looked at, listened to and exported. Nothing may fail,
/// and nothing may come out otherwise than before.
/// </summary>
/// <param name="server">A server started with a bound of a byte.</param>
/// <param name="folder">Its data folder.</param>
internal sealed class RoomDrill(ServerProcess server, string folder)
{
    /// <summary>Makes shows, and counts what is answered otherwise while their derived files are removed.</summary>
    /// <param name="shows">How many shows.</param>
    /// <param name="rounds">How often the files are removed.</param>
    public async Task<RoomFigures> RunAsync(int shows, int rounds)
    {
        List<string> ids = [];
        for (var n = 0; n < shows; n++) ids.Add(await MadeAsync(n));
        var before = await Task.WhenAll(ids.Select(CuesAsync));
        var (faults, differing, freed) = (0, 0, 0L);
        for (var round = 0; round < rounds; round++)
        {
            using var export = await server.Http.PostAsJsonAsync($"/api/shows/{ids[0]}/exports", new { format = round % 2 == 0 ? "mp4" : "wav", width = 640, height = 360, fps = 30 });
            faults += Fault(export.StatusCode);
            foreach (var file in Directory.GetFiles(Path.Combine(folder, "derived"), "*", SearchOption.AllDirectories).Where(f => !f.EndsWith(".part", StringComparison.Ordinal)))
                File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddDays(-2));
            using (var tidied = await server.Http.DeleteAsync("/api/trash/none"))
            {
                faults += Fault(tidied.StatusCode);
                freed += (await tidied.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("bytes").GetInt64();
            }
            foreach (var (id, n) in ids.Select((id, n) => (id, n)))
            {
                foreach (var what in new[] { "", "/levels", "/checks", "/fits", $"/sound?from={round * 480_000}&to={(round * 480_000) + 96_000}" })
                {
                    using var answer = await server.Http.GetAsync($"/api/shows/{id}{what}");
                    faults += Fault(answer.StatusCode);
                }
                if (await CuesAsync(id) != before[n]) differing++;
            }
        }
        return new(faults, differing, freed, await FailedAsync(ids[0]));
    }

    /// <summary>A show with a fitted bed, a voice, and a spot at another speed.</summary>
    private async Task<string> MadeAsync(int seed)
    {
        var show = await server.Http.ShowAsync($"Room {seed}");
        for (var n = 0; n < 6; n++) await server.Http.EditAsync(show, new { kind = "addCard", slideId = $"s{n}", card = "title", index = n });
        await server.Http.EditAsync(show, new { kind = "setHolds", holds = Enumerable.Range(0, 6).Select(n => new { slideId = $"s{n}", holdMs = 8_000 }) });
        var random = new Random(seed);
        foreach (var (name, seconds) in new[] { ("theme.wav", 60), ("voice.wav", 6), ("bell.wav", 2) })
        {
            var noise = random.Next(3_000, 9_000);
            using var wav = BringIn.Wav(seconds * 48_000, n => (short)((n / 24_000 % 2 == 0 ? noise : noise / 4) * Math.Sin(n * (0.02 + (n / 96_000 % 4 * 0.005)))));
            await server.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await server.Http.UploadAsync(name, "sound", wav));
        }
        JsonElement sounds;
        while ((sounds = (await server.Http.ViewAsync(show)).GetProperty("show").GetProperty("sounds")).GetArrayLength() < 3) await Task.Delay(100);
        List<string> cues = [];
        for (var n = 0; n < 3; n++)
        {
            using var dropped = await server.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sounds[n].GetProperty("id").GetString(), slideId = $"s{n}" });
            cues.Add((await dropped.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("cueId").GetString()!);
        }
        await server.Http.EditAsync(show, new { kind = "setSpeed", cueId = cues[2], speed = 0.9 });
        // Listened to first, then cut to its slides.
        for (HttpStatusCode asked; (asked = (await server.Http.GetAsync($"/api/shows/{show}/fits")).StatusCode) == HttpStatusCode.Accepted;) await Task.Delay(200);
        var fits = await server.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{show}/fits");
        if (fits.GetProperty("edit") is { ValueKind: JsonValueKind.Object } edit) await server.Http.EditAsync(show, edit);
        return show;
    }

    private async Task<string> CuesAsync(string show)
    {
        using var answer = await server.Http.GetAsync($"/api/shows/{show}");
        return answer.IsSuccessStatusCode ? JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement.GetProperty("strands").GetRawText() : $"{answer.StatusCode}";
    }

    private async Task<int> FailedAsync(string show)
    {
        for (; ; await Task.Delay(500))
        {
            var jobs = (await server.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{show}/jobs")).EnumerateArray().Where(j => j.GetProperty("kind").GetString() == "export").ToList();
            if (jobs.Exists(j => j.GetProperty("state").GetString() is "waiting" or "running")) continue;
            return jobs.Count(j => j.GetProperty("state").GetString() != "done");
        }
    }

    private static int Fault(HttpStatusCode status) => (int)status >= 500 ? 1 : 0;
}

/// <summary>What removing derived files did.</summary>
/// <param name="Faults">Answers that are our fault.</param>
/// <param name="Differing">Shows whose cues were other than before.</param>
/// <param name="FreedBytes">How much was removed, in bytes.</param>
/// <param name="FailedExports">Exports that were not made.</param>
internal sealed record RoomFigures(int Faults, int Differing, long FreedBytes, int FailedExports);
