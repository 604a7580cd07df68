using System.Text.Json;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Exports.Players;

namespace Phonaris.Exports.Forms;

/// <summary>The show for any browser, from a folder, a drive or a website, without a server: as a ZIP of files, or as one file.</summary>
internal sealed class PlayerForm(ExportFormat format, string ending, string mediaType) : ExportForm(format, ending, mediaType)
{
    private const int PictureWidth = 1920;

    /// <summary>The size of the player itself.</summary>
    private const long PlayerBytes = 400_000;

    /// <summary>For pieces of some seconds: a few megabytes.</summary>
    private const int PiecesAtOnce = 4;

    // As the sound of a presentation; as text it is a third larger.
    public override long MostBytes(Export export) => base.MostBytes(export) + export.Slides.Sum(s => export.Timed.Show.Slides[s.Index].Steps.Count) * 4_000_000L;

    // Sixteen bits per sample, compressed to about a third because beds are quiet; as text a third larger.
    public override ExportCost About(Export export, ExportTools tools)
    {
        var frames = LiveStem.OfAll(export.Timed).Sum(s => s.Stem.LengthFrames);
        var pictures = export.Slides.Sum(s => export.Timed.Show.Slides[s.Index].Steps.Count(k => k.Picture is not null) + 1);
        var bytes = frames * Frames.Channels * sizeof(short) * 0.35 + pictures * 120_000;
        return new((long)(PlayerBytes + bytes * (Format == ExportFormat.PlayerHtml ? 4.0 / 3 : 1)), 0.1 * pictures + 0.008 * frames / Frames.PerSecond);
    }

    public override Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel) => Written.FileAsync(path, async partial =>
    {
        var timed = export.Part(tools.Sounds.Listened);
        var stems = LiveStem.OfAll(timed).Where(s => s.Stem.LengthFrames > 0).ToList();
        await tools.Derived.GetAllAsync(stems.Select(s => (PlayerSounds.NameOf(s.Stem), Make(s.Stem))), progress.Part(0, 0.6), cancel);
        await using IPlayerFiles files = Format == ExportFormat.PlayerHtml ? new PlayerPage(partial, timed.Show.Title, tools.Player) : new PlayerFolder(partial, timed.Show.Title, tools.Player);
        var pictures = new Dictionary<string, string>();
        var names = new Dictionary<string, string>();
        var drawn = timed.Show.WithCardsDrawn();
        foreach (var (slide, n) in timed.Order.Slides.Select((s, n) => (s, n)))
        {
            for (var step = 0; step < slide.StepFrames.Count; step++)
                pictures[$"{slide.SlideId} {step}"] = await AddAsync(await tools.Pictures.ScreenAsync(drawn.Slides[slide.Index].PictureAt(step + 1), PictureWidth, cancel), "slide");
            progress?.Report(0.6 + 0.2 * (n + 1) / timed.Order.Slides.Count);
        }
        var spots = new Dictionary<string, string>();
        foreach (var cue in timed.Show.Cues)
            if (cue.Hotspot?.Picture is not null) spots[cue.Id] = await AddAsync(await tools.Pictures.SpotAsync(cue.Hotspot with { Turn = 0, Opacity = 1, Shown = true }, cancel), "spot");
        var videos = new Dictionary<string, string>();
        foreach (var cue in timed.Show.Cues.Where(c => c is { Video: not null, Span: not null }))
        {
            var video = timed.Show.Sound(cue.SoundId);
            var file = VideoFile.Of(video, cue);
            if (!videos.ContainsKey(file.Name)) videos[file.Name] = await files.AddFileAsync($"video{videos.Count + 1}.mp4", await tools.Videos.PreparedAsync(video, file, cancel), cancel);
        }
        foreach (var (stem, n) in stems.Select((s, n) => (s.Stem, n)))
        {
            var (pieces, file) = (new List<byte[]>(), 0);
            await foreach (var piece in PlayerSounds.ReadAsync(tools.Derived.PathOf(PlayerSounds.NameOf(stem)), cancel))
            {
                pieces.Add(piece);
                if (pieces.Count == PiecesAtOnce) await FlushAsync();
            }
            if (pieces.Count > 0) await FlushAsync();
            progress?.Report(0.8 + 0.2 * (n + 1) / stems.Count);

            async Task FlushAsync()
            {
                await files.AddPiecesAsync($"{n}-{file++}", pieces, cancel);
                pieces.Clear();
            }
        }
        await files.EndAsync(JsonSerializer.Serialize(PlayerData.Of(timed, stems, new(pictures, spots, videos), export.Options.ByHand, PiecesAtOnce), ShowJson.Options), cancel);

        // A picture shared by several steps is stored once.
        async Task<string> AddAsync(string picture, string kind) => names.TryGetValue(picture, out var there)
            ? there
            : names[picture] = await files.AddFileAsync($"{kind}{names.Count + 1}{Path.GetExtension(picture)}", picture, cancel);

        Func<string, CancellationToken, Task> Make(LiveStem stem) => (to, token) => PlayerSounds.WriteAsync(stem, tools, to, token);
    });
}
