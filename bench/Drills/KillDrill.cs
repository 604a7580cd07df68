using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;

namespace Phonaris.Drills;

/// <summary>
/// Kills the server at random moments: of edits, imports, exports and starts. What it acknowledged must be there afterwards, every start must
/// come to its end, and every job that was begun must end or be resumed.
/// </summary>
/// <param name="program">The server's assembly.</param>
/// <param name="folder">A folder to work in.</param>
/// <param name="seed">Decides what is done, and when it is killed.</param>
internal sealed class KillDrill(string program, string folder, int seed)
{
    private static readonly TimeSpan StartPatience = TimeSpan.FromSeconds(40), JobPatience = TimeSpan.FromSeconds(120);

    private readonly Random _random = new(seed);
    private string _show = "";
    private long _acknowledged;
    private int _edits;

    /// <summary>What came of it.</summary>
    public KillFigures Figures { get; private set; } = new(0, 0, 0, 0, 0, TimeSpan.Zero);

    public async Task RunAsync(int kills)
    {
        for (var n = 0; n < kills; n++)
        {
            if (_show.Length > 0 && _random.Next(4) == 0)
            {
                await ServerProcess.KillWhileStartingAsync(program, folder, _random.Next(50, 2_500));
                Count(f => f with { Kills = f.Kills + 1 });
                continue;
            }
            if (await StartAsync() is not { } server) continue;
            using (server)
            {
                await LookAsync(server);
                // However slow the machine, there is something to lose.
                await EditAsync(server);
                var killed = Task.Delay(_random.Next(20, 1_200)).ContinueWith(_ => server.KillAsync(), TaskScheduler.Default).Unwrap();
                try
                {
                    await (_random.Next(3) switch { 0 => ImportAsync(server), 1 => ExportAsync(server), _ => Task.CompletedTask });
                    for (; ; ) await EditAsync(server);
                }
                catch (Exception e) when (e is HttpRequestException or OperationCanceledException or IOException or JsonException)
                {
                    // It is gone, in the middle of this.
                }
                await killed;
                Count(f => f with { Kills = f.Kills + 1 });
            }
        }
        if (await StartAsync() is not { } last) return;
        using (last)
        {
            await LookAsync(last);
            var watch = Stopwatch.StartNew();
            int open;
            while ((open = await OpenJobsAsync(last)) > 0 && watch.Elapsed < JobPatience) await Task.Delay(200);
            Count(f => f with { OpenJobs = open });
        }
    }

    private async Task<ServerProcess?> StartAsync()
    {
        var watch = Stopwatch.StartNew();
        try
        {
            var server = await ServerProcess.StartAsync(program, folder, StartPatience);
            Count(f => f with { SlowestStart = watch.Elapsed > f.SlowestStart ? watch.Elapsed : f.SlowestStart });
            if (_show.Length > 0) return server;
            _show = await server.Http.ShowAsync("Edit 0");
            _acknowledged = 1;
            await PostEditAsync(server, new { kind = "addCard", slideId = "first", card = "title", index = 0 });
            return server;
        }
        catch (TimeoutException e)
        {
            Console.Error.WriteLine(e.Message);
            Count(f => f with { BrokenStarts = f.BrokenStarts + 1 });
            return null;
        }
    }

    /// <summary>Whether what was acknowledged is there: no revision before it, and the last title that was set, or a later one.</summary>
    private async Task LookAsync(ServerProcess server)
    {
        var view = await server.Http.ViewAsync(_show);
        var (revision, title) = (view.GetProperty("revision").GetInt64(), view.GetProperty("show").GetProperty("title").GetString()!);
        var kept = int.Parse(title.Split(' ')[1], System.Globalization.CultureInfo.InvariantCulture);
        if (revision < _acknowledged || kept < _edits) Count(f => f with { Lost = f.Lost + 1 });
        (_acknowledged, _edits) = (revision, kept);
    }

    private async Task EditAsync(ServerProcess server)
    {
        await PostEditAsync(server, new { kind = "renameShow", title = $"Edit {_edits + 1}" });
        _edits++;
        Count(f => f with { Acknowledged = f.Acknowledged + 1 });
    }

    private async Task PostEditAsync(ServerProcess server, object edit)
    {
        var answer = await server.Http.PostAsJsonAsync($"/api/shows/{_show}/edits", new { revision = _acknowledged, edit });
        answer.EnsureSuccessStatusCode();
        _acknowledged = (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("revision").GetInt64();
    }

    /// <summary>Imports a sound of its own kind each time, some seconds of a square wave.</summary>
    private async Task ImportAsync(ServerProcess server)
    {
        var (period, seconds) = (_random.Next(20, 200), _random.Next(2, 9));
        using var wav = BringIn.Wav(48_000 * seconds, n => (short)(n % period < period / 2 ? 4_000 : -4_000));
        var file = await server.Http.UploadAsync("drill.wav", "sound", wav);
        await server.Http.PostAsJsonAsync($"/api/shows/{_show}/sounds", file);
        // The edit that adds it is made by nobody's page: the next one is on what is there then.
        _acknowledged = (await server.Http.ViewAsync(_show)).GetProperty("revision").GetInt64();
    }

    private async Task ExportAsync(ServerProcess server) =>
        (await server.Http.PostAsJsonAsync($"/api/shows/{_show}/exports", new { format = "wav", width = 320, height = 180, fps = 30 })).EnsureSuccessStatusCode();

    private async Task<int> OpenJobsAsync(ServerProcess server) =>
        (await server.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{_show}/jobs")).EnumerateArray().Count(j => j.GetProperty("state").GetString() is "waiting" or "running");

    private void Count(Func<KillFigures, KillFigures> change) => Figures = change(Figures);
}

/// <summary>What came of a drill.</summary>
/// <param name="Kills">How often the server was killed.</param>
/// <param name="Acknowledged">How many edits it acknowledged.</param>
/// <param name="Lost">How often something acknowledged was not there afterwards.</param>
/// <param name="BrokenStarts">How many starts came to no end, or ended in a fault.</param>
/// <param name="OpenJobs">How many jobs had not ended at the end.</param>
/// <param name="SlowestStart">How long the slowest start took.</param>
internal sealed record KillFigures(int Kills, int Acknowledged, int Lost, int BrokenStarts, int OpenJobs, TimeSpan SlowestStart);
