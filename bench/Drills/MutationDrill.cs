using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Phonaris.Drills;

/// <summary>Imports spoilt files of every format: each is taken or refused with a sentence, and nothing else happens.</summary>
/// <param name="program">The server's assembly.</param>
/// <param name="folder">A folder to work in.</param>
/// <param name="samples">Files that can be read, whose endings say what they are.</param>
internal sealed class MutationDrill(string program, string folder, IReadOnlyList<string> samples)
{
    private const int AtOnce = 4;

    private static readonly string[] Decks = [".pptx", ".odp", ".pdf", ".svg", ".png", ".jpg", ".webp"];

    private int _read, _refused, _faults;
    private long _mostBytes;

    /// <summary>What came of it.</summary>
    public async Task<MutationFigures> RunAsync(int files)
    {
        Directory.CreateDirectory(folder);
        using var server = await ServerProcess.StartAsync(program, Path.Combine(folder, "data"), TimeSpan.FromSeconds(60));
        var show = await server.Http.ShowAsync("Drill");
        var contents = samples.Select(File.ReadAllBytes).ToList();
        await Parallel.ForEachAsync(Enumerable.Range(0, files), new ParallelOptions { MaxDegreeOfParallelism = AtOnce }, async (seed, _) =>
        {
            var which = seed % samples.Count;
            await TryAsync(server.Http, show, $"spoilt{seed}{Path.GetExtension(samples[which])}", Mutated(contents[which], new Random(seed)));
            if (seed % 50 == 0) _mostBytes = Math.Max(_mostBytes, server.MemoryBytes());
        });
        while ((await server.Http.GetFromJsonAsync<JsonElement>($"/api/shows/{show}/jobs")).EnumerateArray().Any(j => j.GetProperty("state").GetString() is "waiting" or "running")) await Task.Delay(200);
        var outside = Directory.GetFileSystemEntries(folder).Count(e => Path.GetFileName(e) != "data");
        return new(files, _read, _refused, _faults, outside, _mostBytes);
    }

    private async Task TryAsync(HttpClient http, string show, string name, byte[] content)
    {
        try
        {
            var deck = Decks.Contains(Path.GetExtension(name));
            using var bytes = new MemoryStream(content);
            var file = await http.UploadAsync(name, deck ? "deck" : "sound", bytes);
            var answer = deck
                ? await http.PostAsJsonAsync($"/api/shows/{show}/deck/look", new { files = new[] { file } })
                : await http.PostAsJsonAsync($"/api/shows/{show}/sounds", file);
            if (answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.Accepted) Interlocked.Increment(ref _read);
            else if ((int)answer.StatusCode < 500) Interlocked.Increment(ref _refused);
            else Interlocked.Increment(ref _faults);
        }
        catch (HttpRequestException)
        {
            // It does not answer: it has crashed.
            Interlocked.Increment(ref _faults);
        }
    }

    /// <summary>A file with some of its bytes changed, a part of it doubled, or its end cut off.</summary>
    private static byte[] Mutated(byte[] original, Random random)
    {
        var bytes = original.ToList();
        if (random.Next(4) == 0)
        {
            var from = random.Next(bytes.Count);
            bytes.InsertRange(random.Next(bytes.Count), bytes.Skip(from).Take(random.Next(1, 2_000)).ToList());
        }
        for (var n = random.Next(1, 40); n > 0; n--) bytes[random.Next(random.Next(2) == 0 ? Math.Min(400, bytes.Count) : bytes.Count)] = (byte)random.Next(256);
        var length = random.Next(5) == 0 ? random.Next(1, bytes.Count) : bytes.Count;
        return [.. bytes.Take(length)];
    }
}

/// <summary>What came of spoilt files.</summary>
/// <param name="Files">How many were imported.</param>
/// <param name="Read">How many were taken.</param>
/// <param name="Refused">How many were refused.</param>
/// <param name="Faults">How many answers were the server's own fault, or none.</param>
/// <param name="Outside">How many things appeared outside the data folder.</param>
/// <param name="MostBytes">The most memory the server and its readers took.</param>
internal sealed record MutationFigures(int Files, int Read, int Refused, int Faults, int Outside, long MostBytes);
