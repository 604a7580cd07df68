using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Storage;

namespace Phonaris.Formats.Tests;

public sealed class ShowPackageTests : IDisposable
{
    private static readonly JsonSerializerOptions Indented = new(ShowJson.Options) { WriteIndented = true };

    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-packages");

    [Fact]
    public async Task A_package_is_read_back_with_its_files()
    {
        var (show, from) = await ShowAsync();
        var told = new ProgressList();
        await ShowPackage.WriteAsync(show, PathOf("a.phonaris"), from.PathOf, told, CancellationToken.None);
        Assert.Equal([9.0 / 16, 1], told);
        var to = new FileStore(PathOf("to"));
        Assert.Equal(show, await ReadAsync("a.phonaris", to));
        Assert.Equal(await File.ReadAllBytesAsync(from.PathOf(show.Sounds[0].Media)), await File.ReadAllBytesAsync(to.PathOf(show.Sounds[0].Media)));
    }

    /// <summary>A slide whose picture came from another file still belongs to its deck; the package is complete without that deck's file too.</summary>
    [Fact]
    public async Task A_package_contains_the_deck_even_if_its_pictures_were_replaced()
    {
        var (show, from) = await ShowAsync();
        var deck = await from.PutAsync(new MemoryStream("a deck"u8.ToArray()), 100, () => new RuleException("too large"), CancellationToken.None);
        show = show with { Slides = [.. show.Slides.Select(s => s with { Deck = deck })] };
        await ShowPackage.WriteAsync(show, PathOf("a.phonaris"), from.PathOf, null, CancellationToken.None);
        var to = new FileStore(PathOf("to"));
        Assert.Equal(show, await ReadAsync("a.phonaris", to));
        Assert.True(to.Has(deck));
        File.Delete(from.PathOf(deck));
        await ShowPackage.WriteAsync(show, PathOf("b.phonaris"), from.PathOf, null, CancellationToken.None);
        Assert.Equal(show, await ReadAsync("b.phonaris", new FileStore(PathOf("other"))));
    }

    [Fact]
    public async Task Damaged_packages_are_rejected()
    {
        var (show, from) = await ShowAsync();
        await ShowPackage.WriteAsync(show, PathOf("a.phonaris"), from.PathOf, null, CancellationToken.None);
        await AssertRefusedAsync("has changed", zip => Rewrite(zip, $"media/{show.Sounds[0].Media}", "other bytes"));
        await AssertRefusedAsync("missing", zip => zip.GetEntry($"media/{show.Sounds[0].Media}")!.Delete());
        await AssertRefusedAsync("no show.json", zip => zip.GetEntry("show.json")!.Delete());
        await AssertRefusedAsync("not a show package", zip => Rewrite(zip, "show.json", "{}"));
        foreach (var part in new[] { "", ",\"show\":{}", ",\"show\":null", ",\"show\":{\"title\":1,\"title\":2}", ",\"show\":[" })
            foreach (var version in new[] { "1", "2", "\"2\"" })
                await AssertRefusedAsync("cannot be read", zip => Rewrite(zip, "show.json", $"{{\"format\":\"phonaris-show\",\"version\":{version}{part}}}"));
        await AssertRefusedAsync("SHA-256", zip => Rewrite(zip, "show.json", Json(show).Replace(show.Sounds[0].Media, "../../../etc/passwd", StringComparison.Ordinal)));
        await AssertRefusedAsync("newer Phonaris", zip => Rewrite(zip, "show.json", Json(show).Replace($"\"version\": {ShowPackage.Version}", $"\"version\": {ShowPackage.Version + 1}", StringComparison.Ordinal)));
        await AssertRefusedAsync("level", zip => Rewrite(zip, "show.json", Json(show).Replace("\"levelDb\": -3", "\"levelDb\": 300", StringComparison.Ordinal)));
        await File.WriteAllTextAsync(PathOf("c.phonaris"), "no zip");
        Assert.Contains("damaged", (await Assert.ThrowsAsync<RuleException>(() => ReadAsync("c.phonaris", from))).Message);

        async Task AssertRefusedAsync(string says, Action<ZipArchive> harm)
        {
            File.Copy(PathOf("a.phonaris"), PathOf("b.phonaris"), overwrite: true);
            using (var zip = ZipFile.Open(PathOf("b.phonaris"), ZipArchiveMode.Update)) harm(zip);
            var store = new FileStore(PathOf($"store-{says}"));
            Assert.Contains(says, (await Assert.ThrowsAsync<RuleException>(() => ReadAsync("b.phonaris", store))).Message, StringComparison.OrdinalIgnoreCase);
        }
    }

    [Fact]
    public async Task A_show_with_a_missing_file_is_written_says_so_and_opens()
    {
        var (show, from) = await ShowAsync();
        File.Delete(from.PathOf(show.Sounds[0].Media));
        Assert.Equal([show.Sounds[0].Media], await ShowPackage.WriteAsync(show, PathOf("less.phonaris"), from.PathOf, null, CancellationToken.None));
        var to = new FileStore(PathOf("less"));
        Assert.Equal(show, await ReadAsync("less.phonaris", to));
        Assert.Equal((true, false), (to.Has(show.Slides[0].Picture.Media), to.Has(show.Sounds[0].Media)));
    }

    /// <summary>docs/show.schema.json is generated from the types; PHONARIS_WRITE_SCHEMA names the file to write.</summary>
    [Fact]
    public void The_published_schema_matches_the_types()
    {
        var schema = (JsonObject)ShowJson.Options.GetJsonSchemaAsNode(typeof(PackageDocument), new JsonSchemaExporterOptions
        {
            TreatNullObliviousAsNonNullable = true,
            // Lists have a converter, which the schema exporter cannot see into.
            TransformSchemaNode = (context, node) => context.TypeInfo.Type is { IsGenericType: true } type && type.GetGenericTypeDefinition() == typeof(ValueList<>)
                ? new JsonObject { ["type"] = "array", ["items"] = ShowJson.Options.GetJsonSchemaAsNode(type.GetGenericArguments()[0], new() { TreatNullObliviousAsNonNullable = true }) }
                : node,
        });
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.Insert(1, "title", "Phonaris show package, show.json, version 1");
        var text = schema.ToJsonString(new() { WriteIndented = true }) + "\n";
        if (Environment.GetEnvironmentVariable("PHONARIS_WRITE_SCHEMA") is { } path) File.WriteAllText(path, text);
        Assert.Equal(text, File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "show.schema.json")));
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private string PathOf(string name) => Path.Combine(_folder.FullName, name);

    private Task<Show> ReadAsync(string name, FileStore store) => ShowPackage.ReadAsync(
        PathOf(name), hash => Task.FromResult(store.Has(hash)), (content, most) => store.PutAsync(content, most, () => new("Too large."), CancellationToken.None), CancellationToken.None);

    private async Task<(Show Show, FileStore Files)> ShowAsync()
    {
        var files = new FileStore(PathOf("from"));
        var (picture, sound) = (await PutAsync("a picture"), await PutAsync("a sound"));
        var show = new Show(
            "Packed",
            [new("s1", "One", "text", "notes", new(picture, MediaTypes.Png, 1, 16, 9), 4000, Transition.Dissolve(500), false, [new("s1-1", "", 0, null), new("s1-2", "Wings", 900, new(picture, MediaTypes.Png, 1, 16, 9))])],
            [new("x", "Opening", "s1", true)],
            [new("a", "Pad", SoundKind.Bed, sound, "pad.ogg", new(48_000, 44_100, 1, -20.5, null, null, -3, 100, 200, 0.1, 0, true), new("Pad", "Us", "", "CC0-1.0", "", ""), [new("m", "Turn", 9000)])],
            [new("c", "a", new("s1", "s1"), CueStart.WithStep("s1-2"), 250, CueStop.Finished, 0, 48_000, 2, -3, Fade.Of(100), new(200, FadeCurve.Linear)), new("p", "a", null, CueStart.ByHand, 0, CueStop.Span, 0, 48_000, 1, 0, Fade.None, Fade.None)]);
        return (show, files);

        Task<string> PutAsync(string text) =>
            files.PutAsync(new MemoryStream(Encoding.UTF8.GetBytes(text)), 100, () => new("Too large."), CancellationToken.None);
    }

    private sealed class ProgressList : List<double>, IProgress<double>
    {
        public void Report(double value) => Add(value);
    }

    private static string Json(Show show) =>
        JsonSerializer.Serialize(new PackageDocument(PackageDocument.FormatName, ShowPackage.Version, show), Indented);

    private static void Rewrite(ZipArchive zip, string name, string text)
    {
        zip.GetEntry(name)!.Delete();
        using var writer = new StreamWriter(zip.CreateEntry(name).Open());
        writer.Write(text);
    }
}
