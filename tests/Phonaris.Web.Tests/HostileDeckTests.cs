using System.Diagnostics;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Phonaris.Formats.Decks;
using Phonaris.Storage;
using Phonaris.Web.Reading;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Tests;

/// <summary>Decks of a few kilobytes that need huge resources: each is rejected with a sentence in limited time, and the server continues.</summary>
public sealed class HostileDeckTests : IDisposable
{
    private const int Deep = 30_000;

    /// <summary>The limit of a reader, and some time for getting there.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(70);

    private readonly App _app = new();

    [Fact]
    public async Task Nested_groups_and_reused_parts_are_limited()
    {
        await RefusedAsync("groups.pptx", Packed("night-walk.pptx", "ppt/slides/slide1.xml", xml =>
            xml.Replace("<p:spTree>", "<p:spTree>" + Repeat("<p:grpSp>", Deep), StringComparison.Ordinal).Replace("</p:spTree>", Repeat("</p:grpSp>", Deep) + "</p:spTree>", StringComparison.Ordinal)));
        await RefusedAsync("groups.odp", Odp(Repeat("<draw:g>", 100_000) + Repeat("</draw:g>", 100_000)));
        const string svg = "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"90\" height=\"90\">";
        await RefusedAsync("groups.svg", Encoding.UTF8.GetBytes(svg + Repeat("<g>", 20_000) + Repeat("</g>", 20_000) + "</svg>"));
        var uses = string.Concat(Enumerable.Range(1, 9).Select(n => $"<g id=\"g{n}\">{Repeat($"<use href=\"#g{n - 1}\"/>", 10)}</g>"));
        await RefusedAsync("uses.svg", Encoding.UTF8.GetBytes($"{svg}<defs><g id=\"g0\"><rect width=\"1\" height=\"1\"/></g>{uses}</defs><use href=\"#g9\"/></svg>"));
        await GoesOnAsync();
    }

    [Fact]
    public async Task A_crashed_reader_is_replaced()
    {
        await RefusedAsync("forms.pdf", NestedForms());
        await GoesOnAsync();
        var files = new FileStore(_app.PathOf("files"));
        var hash = await files.PutAsync(File.OpenRead(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx")), long.MaxValue, () => new("Too large."), default);
        // Long enough for a reader to start on a busy machine.
        using var readers = new DeckReaders(files, 1) { MostTime = TimeSpan.FromSeconds(20) };
        foreach (var signal in new[] { "-STOP", "-KILL", "-SEGV" })
        {
            readers.GetReady();
            Assert.Equal(3, (await ReadAsync()).Slides.Count);
            foreach (var id in readers.Ready) Process.Start("kill", [signal, $"{id}"])!.WaitForExit();
            // Suspended, it never answers; if it ends while idle, another is started immediately.
            var refused = 0;
            for (var read = false; !read;)
            {
                try
                {
                    Assert.Equal(3, (await ReadAsync()).Slides.Count);
                    read = true;
                }
                catch (RuleException e)
                {
                    Assert.Contains("walk.pptx is too complex", e.Message);
                    refused++;
                }
            }
            Assert.Equal(signal == "-STOP" ? 1 : 0, refused);
        }

        Task<Deck> ReadAsync() => readers.ReadAsync([("walk.pptx", hash)], default);
    }

    public void Dispose() => _app.Dispose();

    private async Task RefusedAsync(string name, byte[] content)
    {
        Assert.InRange(content.Length, 1, 4_000_000);
        var path = _app.PathOf(name);
        await File.WriteAllBytesAsync(path, content);
        var since = Stopwatch.StartNew();
        var answer = await _app.Http.PostAsJsonAsync("/api/shows", new { title = "None", files = new[] { await _app.UploadAsync(path, "deck") }, holdMs = 2000 });
        Assert.Equal((name, HttpStatusCode.BadRequest), (name, answer.StatusCode));
        Assert.Contains(name, (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("title").GetString());
        Assert.True(since.Elapsed < Patience, $"{name} took {since.Elapsed}.");
    }

    /// <summary>A good deck is read, and its first slide drawn.</summary>
    private async Task GoesOnAsync()
    {
        var deck = await _app.UploadAsync(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), "deck");
        var card = await App.ReadAsync<ShowCard>(await _app.Http.PostAsJsonAsync("/api/shows", new { title = "Good", files = new[] { deck }, holdMs = 2000 }));
        Assert.Equal(HttpStatusCode.OK, (await _app.Http.GetAsync($"/api/shows/{card.Id}/slides/{card.FirstSlide}/picture?width=320")).StatusCode);
    }

    private static string Repeat(string text, int times) => new StringBuilder().Insert(0, text, times).ToString();

    /// <summary>A deck with one of its parts changed.</summary>
    private static byte[] Packed(string deck, string part, Func<string, string> change)
    {
        using var content = new MemoryStream();
        content.Write(File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, deck)));
        using (var zip = new ZipArchive(content, ZipArchiveMode.Update, leaveOpen: true))
        {
            string xml;
            using (var reader = new StreamReader(zip.GetEntry(part)!.Open())) xml = reader.ReadToEnd();
            zip.GetEntry(part)!.Delete();
            using var writer = new StreamWriter(zip.CreateEntry(part).Open());
            writer.Write(change(xml));
        }
        return content.ToArray();
    }

    private static byte[] Odp(string shapes)
    {
        using var content = new MemoryStream();
        using (var zip = new ZipArchive(content, ZipArchiveMode.Create, leaveOpen: true))
        {
            Write("mimetype", "application/vnd.oasis.opendocument.presentation");
            Write("content.xml", "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" xmlns:draw=\"urn:oasis:names:tc:opendocument:xmlns:drawing:1.0\"><office:body><office:presentation><draw:page draw:name=\"one\">"
                + shapes + "</draw:page></office:presentation></office:body></office:document-content>");

            void Write(string name, string text)
            {
                using var writer = new StreamWriter(zip.CreateEntry(name, CompressionLevel.Fastest).Open());
                writer.Write(text);
            }
        }
        return content.ToArray();
    }

    /// <summary>A page of shapes that each draw the next ten times, nine levels deep.</summary>
    private static byte[] NestedForms()
    {
        var pdf = new StringBuilder("%PDF-1.4\n");
        List<int> places = [];
        Add("<</Type/Catalog/Pages 2 0 R>>");
        Add("<</Type/Pages/Kids[3 0 R]/Count 1>>");
        Add("<</Type/Page/Parent 2 0 R/MediaBox[0 0 90 90]/Contents 4 0 R/Resources<</XObject<</F 5 0 R>>>>>>");
        Add("<</Length 4>>stream\n/F Do\nendstream");
        for (var n = 5; n < 14; n++)
        {
            var shows = Repeat("/F Do ", 10);
            Add($"<</Type/XObject/Subtype/Form/BBox[0 0 90 90]/Resources<</XObject<</F {n + 1} 0 R>>>>/Length {shows.Length}>>stream\n{shows}\nendstream");
        }
        Add("<</Type/XObject/Subtype/Form/BBox[0 0 90 90]/Length 12>>stream\n0 0 9 9 re f\nendstream");
        var at = pdf.Length;
        pdf.Append($"xref\n0 {places.Count + 1}\n0000000000 65535 f \n");
        foreach (var place in places) pdf.Append($"{place:0000000000} 00000 n \n");
        pdf.Append($"trailer<</Size {places.Count + 1}/Root 1 0 R>>\nstartxref\n{at}\n%%EOF\n");
        return Encoding.Latin1.GetBytes(pdf.ToString());

        void Add(string body)
        {
            places.Add(pdf.Length);
            pdf.Append($"{places.Count} 0 obj{body}endobj\n");
        }
    }
}
