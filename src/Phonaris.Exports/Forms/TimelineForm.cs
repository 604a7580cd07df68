using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Phonaris.Formats.Timelines;

namespace Phonaris.Exports.Forms;

/// <summary>A timeline for editors: OpenTimelineIO alone, or zipped with its pictures and sounds.</summary>
internal sealed class TimelineForm(ExportFormat format, string ending, bool withMedia) : ExportForm(format, ending, withMedia ? "application/zip" : "application/json")
{
    /// <summary>The version of the zipped format.</summary>
    private const string Version = "1.0.0";

    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true };

    public override ExportCost About(Export export, ExportTools tools)
    {
        if (!withMedia) return ExportCost.Little;
        var timeline = OpenTimeline.Of(export.Timed, export.Slides, export.Options.Fps);
        var pictures = timeline.Pictures.Count();
        return new(timeline.Sounds.Sum(s => tools.BytesOf(s.Sound.Media)) + pictures * 120_000L, 0.1 * pictures);
    }

    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var timeline = OpenTimeline.Of(export.Timed, export.Slides, export.Options.Fps);
        var json = timeline.ToJson().ToJsonString(Indented);
        if (!withMedia)
        {
            await Written.TextAsync(path, json, cancel);
            return [.. timeline.Lost, .. Unseen(export), "It refers to files in a folder “media” next to it. Export as otioz to include them."];
        }
        await Written.FileAsync(path, async partial =>
        {
            await using var zip = await ZipFile.OpenAsync(partial, ZipArchiveMode.Create, cancel);
            await AddAsync("content.otio", new MemoryStream(Encoding.UTF8.GetBytes(json)));
            await AddAsync("version.txt", new MemoryStream(Encoding.UTF8.GetBytes(Version)));
            var (pictures, done) = (timeline.Pictures.ToList(), 0);
            foreach (var (name, picture) in pictures)
            {
                await AddAsync(name, File.OpenRead(await tools.Pictures.PngAsync(picture, export.Options.Width, cancel)));
                progress?.Report((double)++done / pictures.Count);
            }
            foreach (var (name, sound) in timeline.Sounds) await AddAsync(name, File.OpenRead(tools.MediaPath(sound.Media)));

            async Task AddAsync(string name, Stream content)
            {
                await using (content)
                {
                    // Pictures and sounds are already compressed.
                    await using var entry = await zip.CreateEntry(name, name.StartsWith("media/", StringComparison.Ordinal) ? CompressionLevel.NoCompression : CompressionLevel.Optimal).OpenAsync(cancel);
                    await content.CopyToAsync(entry, cancel);
                }
            }
        });
        return [.. timeline.Lost, .. Unseen(export)];
    }

    private static IEnumerable<string> Unseen(Export export) => export.Videos.Select(name => $"{name} has only its sound there. Add its picture in the editor.");
}
