using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;

namespace Phonaris.Drills;

/// <summary>
/// Uploads that are interrupted: their connection is lost in the middle of a part, some are never resumed, the others go on until they are complete. None
/// may be lost, and none may keep others out.
/// </summary>
/// <param name="server">The server.</param>
/// <param name="uploads">Its folder of uploads.</param>
/// <param name="seed">Decides the moments.</param>
internal sealed class UploadDrill(ServerProcess server, string uploads, int seed)
{
    private const int PartBytes = 64 * 1024 * 1024;

    private readonly Random _random = new(seed);

    /// <summary>Uploads files of zeros, each interrupted once; every third is never resumed.</summary>
    /// <param name="lengths">How long the files are, in bytes.</param>
    public async Task<UploadFigures> RunAsync(IEnumerable<long> lengths)
    {
        var (complete, lost, shutOut, abandoned) = (0, 0, 0, 0);
        foreach (var (length, n) in lengths.Select((l, n) => (l, n)))
        {
            if (await BeginAsync($"{n}.mp4", length) is not { } address)
            {
                shutOut++;
                continue;
            }
            await InterruptedAsync(address, length);
            if (n % 3 == 2)
            {
                // A closed tab: nobody goes on with it, and ten minutes pass.
                abandoned++;
                // What had arrived is still being written.
                await Task.Delay(1_000);
                foreach (var file in Directory.GetFiles(uploads)) File.SetLastWriteTimeUtc(file, DateTime.UtcNow.AddMinutes(-11));
                continue;
            }
            if (await ResumedAsync(address, length) == Zeros(length)) complete++;
            else lost++;
        }
        // Whatever was abandoned, there is room for one more.
        if (await BeginAsync("last.wav", 1_000_000) is null) shutOut++;
        return new(complete, abandoned, lost, shutOut);
    }

    /// <summary>Begins an upload; null where it is refused.</summary>
    public async Task<Uri?> BeginAsync(string name, long length)
    {
        using var begin = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
        begin.Headers.Add("Upload-Length", $"{length}");
        begin.Headers.Add("Upload-Metadata", $"filename {Base64(name)},purpose {Base64("video")}");
        using var begun = await server.Http.SendAsync(begin);
        if (begun.StatusCode != HttpStatusCode.Created) Console.WriteLine($"{name}, {length / 1_000_000} MB: {await begun.Content.ReadAsStringAsync()}");
        return begun.StatusCode == HttpStatusCode.Created ? begun.Headers.Location : null;
    }

    private async Task InterruptedAsync(Uri address, long length)
    {
        using var lost = new CancellationTokenSource();
        var content = new Pattern(Math.Min(length, PartBytes), _random.Next(1_000_000, (int)Math.Min(length, PartBytes)), lost);
        try
        {
            await PatchAsync(address, 0, content, lost.Token);
        }
        catch (Exception e) when (e is OperationCanceledException or HttpRequestException)
        {
            // As wanted.
        }
    }

    private async Task<string?> ResumedAsync(Uri address, long length)
    {
        for (var tries = 0; tries < 20; tries++)
        {
            using var head = await server.Http.SendAsync(new(HttpMethod.Head, address));
            if (!head.IsSuccessStatusCode) return null;
            var offset = long.Parse(head.Headers.GetValues("Upload-Offset").Single(), System.Globalization.CultureInfo.InvariantCulture);
            if (offset == length) break;
            for (var count = 0L; offset < length; offset += count)
            {
                count = Math.Min(PartBytes, length - offset);
                using var answer = await PatchAsync(address, offset, new Pattern(count, long.MaxValue, null), CancellationToken.None);
                // What was being added when the connection broke was still being written: it is asked again where it has come to.
                if (!answer.IsSuccessStatusCode) break;
            }
        }
        using var found = await server.Http.GetAsync(address);
        return found.IsSuccessStatusCode ? (await found.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("hash").GetString() : null;
    }

    private async Task<HttpResponseMessage> PatchAsync(Uri address, long offset, Stream content, CancellationToken cancel)
    {
        using var patch = new HttpRequestMessage(HttpMethod.Patch, address) { Content = new StreamContent(content) { Headers = { ContentType = new MediaTypeHeaderValue("application/offset+octet-stream"), ContentLength = content.Length } } };
        patch.Headers.Add("Upload-Offset", $"{offset}");
        return await server.Http.SendAsync(patch, cancel);
    }

    private static string Zeros(long length) => Convert.ToHexStringLower(SHA256.HashData(new Pattern(length, long.MaxValue, null)));

    private static string Base64(string text) => Convert.ToBase64String(Encoding.UTF8.GetBytes(text));

    /// <summary>Zeros, of which the connection is lost at some point.</summary>
    private sealed class Pattern(long length, long breaksAt, CancellationTokenSource? lost) : Stream
    {
        private long _at;

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => length;

        public override long Position { get => _at; set => throw new NotSupportedException(); }

        public override int Read(byte[] buffer, int offset, int count)
        {
            if (_at >= breaksAt) lost?.Cancel();
            var read = (int)Math.Min(count, length - _at);
            Array.Clear(buffer, offset, read);
            _at += read;
            return read;
        }

        public override void Flush()
        {
        }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
    }
}

/// <summary>What became of uploads.</summary>
/// <param name="Complete">How many arrived whole.</param>
/// <param name="Abandoned">How many nobody went on with.</param>
/// <param name="Lost">How many were resumed and did not arrive.</param>
/// <param name="ShutOut">How many were refused.</param>
internal sealed record UploadFigures(int Complete, int Abandoned, int Lost, int ShutOut);
