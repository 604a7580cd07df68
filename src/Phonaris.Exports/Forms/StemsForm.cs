using System.IO.Compression;
using Phonaris.Core.Shows;
using Phonaris.Formats;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Forms;

/// <summary>The sound of each kind, or of each cue, separately: as long as the show and before the limiter, so that their sum is the mix.</summary>
internal sealed class StemsForm(ExportFormat format, bool byCue) : ExportForm(format, ".zip", "application/zip")
{
    // Each once as a file, and once more in the ZIP.
    public override long MostBytes(Export export) => 2 * StemsOf(export).Count * (export.EndFrame - export.StartFrame) * Frames.Channels * sizeof(float);

    // Stems are mostly silent: about a third remains after compression.
    public override ExportCost About(Export export, ExportTools tools) =>
        new(StemsOf(export).Count * (export.EndFrame - export.StartFrame) * Frames.Channels * sizeof(float) / 3, 0.02 * StemsOf(export).Count * SecondsOf(export));

    public override Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel) => Written.FileAsync(path, async partial =>
    {
        var folder = Directory.CreateDirectory($"{partial}.stems");
        try
        {
            await WriteFolderAsync(export, tools, folder.FullName, progress, cancel);
            await using var zip = await ZipFile.OpenAsync(partial, ZipArchiveMode.Create, cancel);
            foreach (var stem in folder.GetFiles().OrderBy(f => f.Name, StringComparer.Ordinal)) await zip.CreateEntryFromFileAsync(stem.FullName, stem.Name, CompressionLevel.Fastest, cancel);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    });

    /// <summary>Writes the stems as files into a folder.</summary>
    public async Task<IReadOnlyList<string>> WriteFolderAsync(Export export, ExportTools tools, string folder, IProgress<double>? progress, CancellationToken cancel)
    {
        var stems = StemsOf(export);
        if (stems.Count == 0) throw new RuleException("Nothing plays here automatically, so there are no stems. Place a sound first.");
        var names = FileNames.Unique(stems.Select((s, k) => ($"{k}", $"{s.Name}.wav")));
        List<string> paths = [];
        foreach (var (stem, k) in stems.Select((s, k) => (s, k)))
        {
            paths.Add(Path.Combine(folder, names[$"{k}"]));
            var part = progress.Part((double)k / stems.Count, 1.0 / stems.Count);
            await SoundEncoder.WriteStemAsync(export.Timed.Schedule, tools.Sounds.Open, stem.CueIds, export.StartFrame, export.EndFrame, paths[^1], part, cancel);
        }
        return paths;
    }

    private List<(string Name, HashSet<string> CueIds)> StemsOf(Export export)
    {
        var show = export.Timed.Show;
        var heard = export.Timed.Schedule.Cues.Where(c => c.StartFrame < export.EndFrame && c.EndFrame > export.StartFrame).OrderBy(c => c.StartFrame).ToList();
        return byCue
            ? [.. heard.DistinctBy(c => c.CueId).Select((c, k) => ($"{k + 1:00} {show.Sound(c.SoundId).Name}", new HashSet<string> { c.CueId }))]
            : [.. heard.GroupBy(c => show.Sound(c.SoundId).Kind).OrderBy(g => g.Key).Select(g => (NameOf(g.Key), g.Select(c => c.CueId).ToHashSet()))];
    }

    private static string NameOf(SoundKind kind) => kind switch { SoundKind.Bed => "1 beds", SoundKind.Voice => "2 voices", SoundKind.Spot => "3 spots", _ => "4 videos" };
}
