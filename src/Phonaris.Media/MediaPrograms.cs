using CliWrap;

namespace Phonaris.Media;

/// <summary>Finds out once, at the start, what the outside programs of this machine support: builds of ffmpeg differ.</summary>
public static class MediaPrograms
{
    private static readonly (string Option, string Name, string Cost)[] Wanted =
    [
        ("-encoders", "libx264", "MP4 films and copies of videos cannot be made"),
        ("-encoders", "aac", "MP4 films have no sound"),
        ("-encoders", "libvpx-vp9", "WebM films cannot be made"),
        ("-encoders", "libopus", "WebM films have no sound, and Opus cannot be exported"),
        ("-encoders", "libvorbis", "sounds cannot be compressed"),
        ("-encoders", "libmp3lame", "MP3 cannot be exported"),
        ("-encoders", "flac", "shows cannot be presented or played"),
        ("-filters", "rubberband", "sounds cannot be slowed down or sped up"),
        ("-filters", "zscale", "HDR videos cannot be shown"),
    ];

    /// <summary>What is missing: one sentence each, with its consequence.</summary>
    /// <param name="cancel">Stops it.</param>
    public static async Task<IReadOnlyList<string>> MissingAsync(CancellationToken cancel)
    {
        List<string> missing = [];
        foreach (var group in Wanted.GroupBy(w => w.Option))
        {
            var listed = new StringWriter();
            try
            {
                await MediaTool.RunAsync("ffmpeg", ["-v", "error", group.Key], null, PipeTarget.ToDelegate(listed.WriteLine), MediaTool.Quick, cancel);
            }
            catch (Exception e) when (e is RuleException or MediaToolException)
            {
                return [e.Message];
            }
            var names = listed.ToString().Split((char[])[' ', '\n'], StringSplitOptions.RemoveEmptyEntries).ToHashSet();
            missing.AddRange(group.Where(w => !names.Contains(w.Name)).Select(w => $"ffmpeg on this machine has no {w.Name}, so {w.Cost}."));
        }
        foreach (var (program, cost) in new[] { ("pdftoppm", "PDF decks cannot be drawn"), ("emf2svg-conv", "EMF pictures in decks are left out"), ("wmf2svg", "WMF pictures in decks are left out") })
            if (!IsOnPath(program)) missing.Add($"{program} is not installed: {cost}.");
        return missing;
    }

    private static bool IsOnPath(string program) =>
        (Environment.GetEnvironmentVariable("PATH") ?? "").Split(':', StringSplitOptions.RemoveEmptyEntries).Any(folder => File.Exists(Path.Combine(folder, program)));
}
