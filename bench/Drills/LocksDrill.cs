using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;

namespace Phonaris.Drills;

/// <summary>A speed set on an hour of sound in a show whose levels follow, while other pages make edits: none of them waits for it.</summary>
/// <param name="server">The server.</param>
internal sealed class LocksDrill(ServerProcess server)
{
    /// <summary>Sets the speed, and gives the slowest answer to the edits made meanwhile, at that show and at another.</summary>
    /// <param name="seconds">How long the sound is.</param>
    /// <param name="edits">How many edits.</param>
    public async Task<LocksFigures> RunAsync(int seconds, int edits)
    {
        var (show, other) = (await server.Http.ShowAsync("Long"), await server.Http.ShowAsync("Other"));
        await server.Http.EditAsync(show, new { kind = "addCard", slideId = "s0", card = "title", index = 0 });
        await server.Http.EditAsync(show, new { kind = "setHolds", holds = new[] { new { slideId = "s0", holdMs = 3_000_000 } } });
        using (var wav = BringIn.Wav(seconds * 48_000, n => (short)(n % 480 < 240 ? 4_000 : -4_000)))
            await server.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await server.Http.UploadAsync("hour.wav", "sound", wav));
        JsonElement sounds;
        while ((sounds = (await server.Http.ViewAsync(show)).GetProperty("show").GetProperty("sounds")).GetArrayLength() == 0) await Task.Delay(100);
        using var dropped = await server.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sounds[0].GetProperty("id").GetString(), slideId = "s0" });
        var cue = (await dropped.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("cueId").GetString()!;
        await server.Http.EditAsync(show, new { kind = "setLevel", cueId = cue, levelDb = -20.0, follows = true });
        var speed = await TimedAsync(show, new { kind = "setSpeed", cueId = cue, speed = 0.93 });
        var slowest = TimeSpan.Zero;
        for (var n = 0; n < edits; n++)
        {
            var took = await TimedAsync(n % 2 == 0 ? show : other, new { kind = "setTarget", targetMs = 600_000 + n });
            if (took > slowest) slowest = took;
        }
        return new(speed, slowest);
    }

    private async Task<TimeSpan> TimedAsync(string show, object edit)
    {
        var revision = (await server.Http.ViewAsync(show)).GetProperty("revision").GetInt64();
        var watch = Stopwatch.StartNew();
        using var answer = await server.Http.PostAsJsonAsync($"/api/shows/{show}/edits", new { revision, sender = "drill", edit });
        return answer.IsSuccessStatusCode ? watch.Elapsed : throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
    }
}

/// <summary>How long edits were waited for.</summary>
/// <param name="Speed">The edit that sets the speed.</param>
/// <param name="Slowest">The slowest of those made meanwhile.</param>
internal sealed record LocksFigures(TimeSpan Speed, TimeSpan Slowest);
