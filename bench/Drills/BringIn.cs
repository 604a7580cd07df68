using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Phonaris.Drills;

/// <summary>Brings files into a server as a page does.</summary>
internal static class BringIn
{
    /// <summary>Makes a show without slides; gives its id.</summary>
    public static async Task<string> ShowAsync(this HttpClient http, string title)
    {
        using var made = await http.PostAsJsonAsync("/api/shows", new { title, files = Array.Empty<object>(), holdMs = 2000 });
        return (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;
    }

    /// <summary>Uploads a file; gives its id from then on.</summary>
    /// <param name="http">The server.</param>
    /// <param name="name">Its name.</param>
    /// <param name="purpose">What it is for: sound or deck.</param>
    /// <param name="content">What is in it.</param>
    public static async Task<JsonElement> UploadAsync(this HttpClient http, string name, string purpose, Stream content)
    {
        using var begin = new HttpRequestMessage(HttpMethod.Post, "/api/uploads");
        begin.Headers.Add("Upload-Length", $"{content.Length}");
        begin.Headers.Add("Upload-Metadata", $"filename {Base64(name)},purpose {Base64(purpose)}");
        using var begun = await http.SendAsync(begin);
        var address = begun.EnsureSuccessStatusCode().Headers.Location!;
        using var append = new HttpRequestMessage(HttpMethod.Patch, address) { Content = new StreamContent(content) { Headers = { ContentType = new MediaTypeHeaderValue("application/offset+octet-stream") } } };
        append.Headers.Add("Upload-Offset", "0");
        (await http.SendAsync(append)).EnsureSuccessStatusCode();
        return await http.GetFromJsonAsync<JsonElement>(address);

        static string Base64(string text) => Convert.ToBase64String(Encoding.UTF8.GetBytes(text));
    }

    /// <summary>The view of a show.</summary>
    public static Task<JsonElement> ViewAsync(this HttpClient http, string show) => http.GetFromJsonAsync<JsonElement>($"/api/shows/{show}");

    /// <summary>Makes an edit of a show as it is now.</summary>
    /// <exception cref="InvalidOperationException">It was refused; says why.</exception>
    public static async Task EditAsync(this HttpClient http, string show, object edit)
    {
        using var answer = await http.PostAsJsonAsync($"/api/shows/{show}/edits", new { revision = (await http.ViewAsync(show)).GetProperty("revision").GetInt64(), edit });
        if (!answer.IsSuccessStatusCode) throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
    }

    /// <summary>A WAV file of noise or a square wave, 16 bit, mono.</summary>
    /// <param name="frames">How long, in frames at 48 kHz.</param>
    /// <param name="sample">Gives each sample.</param>
    public static MemoryStream Wav(int frames, Func<int, short> sample)
    {
        var wav = new MemoryStream();
        var writer = new BinaryWriter(wav);
        writer.Write(Encoding.ASCII.GetBytes("RIFF"));
        writer.Write(36 + frames * 2);
        writer.Write(Encoding.ASCII.GetBytes("WAVEfmt "));
        foreach (var (value, bytes) in new[] { (16, 4), (1, 2), (1, 2), (48_000, 4), (96_000, 4), (2, 2), (16, 2) }) writer.Write(BitConverter.GetBytes(value)[..bytes]);
        writer.Write(Encoding.ASCII.GetBytes("data"));
        writer.Write(frames * 2);
        for (var n = 0; n < frames; n++) writer.Write(sample(n));
        wav.Position = 0;
        return wav;
    }
}
