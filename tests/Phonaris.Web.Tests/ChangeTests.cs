using System.Diagnostics;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Options;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Drills;
using Phonaris.Media;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Shows;
using JsonOptions = Microsoft.AspNetCore.Http.Json.JsonOptions;

namespace Phonaris.Web.Tests;

/// <summary>The changes that an edit sends: a page that applies them to its data has what a new request would return.</summary>
public sealed class ChangeTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-changes");
    private readonly SoundLibrary _sounds;
    private readonly ShowViews _views;
    private readonly JsonOptions _json = new();

    public ChangeTests()
    {
        ApiJson.Configure(_json.SerializerOptions);
        _sounds = new(new DerivedFiles(_folder.FullName), hash => Path.Combine(_folder.FullName, hash));
        _views = new(_sounds, new TimedShows(_sounds), Options.Create(_json));
    }

    /// <summary>The client's own tests use these.</summary>
    [Fact]
    public async Task The_test_changes_of_the_page_are_those_sent()
    {
        var stored = Stored(Show(8));
        var before = await ViewAsync(stored);
        var changes = new List<ShowChange?>();
        Edit[] edits =
        [
            new SetHolds([new("s2", 6_500)]),
            new SetLevel("bed", -9),
            new SetHidden([new("s3", true)]),
            new MoveSlides(["s1"], 6),
            new AddCard("new", CardKind.Title, 1),
            new SetHolds([new("s2", 2_000), new("s5", 9_000), new("s7", 1_000)]),
            new SetHidden([new("s3", false)]),
            new RemoveSlides(["s4", "s8"]),
            new PlaceCue(CueDefaults.For(stored.Show, stored.Show.Sounds[0], "s5", "second") with { Span = new("s5", "s6") }, 1),
            new SetSpan("each", new("s5", "s6")),
            new RemoveCue("voice"),
            new MoveSlides(["s7"], 0),
        ];
        foreach (var edit in edits)
        {
            stored = stored with { Revision = stored.Revision + 1, Show = stored.Show.Apply(edit).Show, Undo = edit.Sentence(stored.Show) };
            changes.Add(await _views.ChangeAsync(stored, CancellationToken.None));
        }
        Assert.DoesNotContain(null, changes);
        var text = JsonSerializer.Serialize(new { before, changes, after = await ViewAsync(stored) }, _json.SerializerOptions) + "\n";
        if (Environment.GetEnvironmentVariable("PHONARIS_WRITE_CHANGES") is { } write) File.WriteAllText(write, text);
        Assert.True(
            text == File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "changes.json")),
            "client/src/api/changes.json is not what is sent; write it again with PHONARIS_WRITE_CHANGES.");
    }

    /// <summary>A group that moves together is sent once, however large it is.</summary>
    [Theory]
    [InlineData(20), InlineData(400)]
    public async Task An_early_hold_sends_little_of_a_long_show(int slides)
    {
        var stored = Stored(Show(slides));
        await ViewAsync(stored);
        Edit[] edits = [new SetHolds([new("s2", 7_000)]), new SetHidden([new("s2", true)]), new AddCard("new", CardKind.Title, 1), new MoveSlides(["s3"], slides - 4)];
        foreach (var edit in edits)
        {
            stored = stored with { Revision = stored.Revision + 1, Show = stored.Show.Apply(edit).Show };
            var change = await _views.ChangeAsync(stored, CancellationToken.None);
            Assert.NotNull(change!.Shift);
            // The bed, the cues of the first slides, and the cues near the edit.
            Assert.InRange(change.Strands!.Changed.Count + change.RunningOrder!.Changed.Count, 1, 12);
        }
    }

    /// <summary>A sound without its file is drawn silent, and with its waveform once the file is back, although nothing was edited.</summary>
    [Fact]
    public async Task A_sound_whose_file_is_back_is_drawn_again()
    {
        var wave = BringIn.Wav(5 * Frames.PerSecond, n => (short)(n % 100 * 80)).ToArray();
        var hash = Convert.ToHexStringLower(SHA256.HashData(wave));
        var show = Show(8);
        var stored = Stored(show with { Sounds = [.. show.Sounds.Select(s => s with { Media = hash })] });
        Assert.Equal(0, Loudest(await ViewAsync(stored)));
        await File.WriteAllBytesAsync(Path.Combine(_folder.FullName, hash), wave);
        var watch = Stopwatch.StartNew();
        double loudest;
        // It is looked for again from time to time.
        while ((loudest = Loudest(await ViewAsync(stored))) == 0 && watch.Elapsed < TimeSpan.FromSeconds(30)) await Task.Delay(200);
        Assert.InRange(loudest, 0.1, 1);

        static double Loudest(JsonElement view) =>
            view.GetProperty("strands").EnumerateArray().SelectMany(s => s.GetProperty("rows").EnumerateArray()).SelectMany(r => r.GetProperty("peaks").EnumerateArray()).Max(p => p.GetDouble());
    }

    /// <summary>A bed over the first slides, a spot on each of them, and from there on one cue per slide.</summary>
    private static Show Show(int slides)
    {
        var show = Core.Shows.Show.Empty("A show");
        for (var n = 1; n <= slides; n++) show = show.Apply(new AddCard($"s{n}", CardKind.Title, n)).Show;
        Sound[] sounds = [Sound("music", SoundKind.Bed), Sound("speech", SoundKind.Voice), Sound("bell", SoundKind.Spot)];
        show = show with { Sounds = [.. sounds] };
        List<Cue> cues =
        [
            CueDefaults.For(show, sounds[0], "s1", "bed") with { Span = new("s1", "s3") },
            CueDefaults.For(show, sounds[1], "s4", "voice"),
            CueDefaults.For(show, sounds[2], "s1", "each") with { Span = new("s1", "s4"), EachSlide = true },
        ];
        for (var n = 5; n <= slides; n++) cues.Add(CueDefaults.For(show, sounds[n % 2 + 1], $"s{n}", $"c{n}"));
        return show with { Cues = [.. cues] };
    }

    // The file does not exist: it is silent, and drawn without a waveform.
    private static Sound Sound(string id, SoundKind kind) => Core.Shows.Sound.BroughtIn(
        id, new('0', 64), $"{id}.wav", new(5 * Frames.PerSecond, Frames.PerSecond, 2, -18, -16, null, null, 0, 0, 0, 0, false), Rights.Unknown, kind);

    private static StoredShow Stored(Show show) => new("show", 1, show, null, null, DateTime.UnixEpoch);

    private async Task<JsonElement> ViewAsync(StoredShow stored)
    {
        var context = new DefaultHttpContext { Response = { Body = new MemoryStream() } };
        await (await _views.AnswerAsync(stored, CancellationToken.None)).ExecuteAsync(context);
        context.Response.Body.Position = 0;
        return await JsonSerializer.DeserializeAsync<JsonElement>(context.Response.Body);
    }

    public void Dispose()
    {
        _sounds.Dispose();
        _folder.Delete(recursive: true);
    }
}
