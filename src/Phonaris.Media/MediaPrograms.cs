using CliWrap;
using Phonaris.Media.Pictures;

namespace Phonaris.Media;

/// <summary>Finds out what the outside programs and libraries of this machine support: builds of ffmpeg differ.</summary>
public static class MediaPrograms
{
    private static readonly (string Program, string Cost, string Package)[] Programs =
    [
        ("setsid", "decks cannot be read", "util-linux"),
        ("setpriv", "sounds and videos cannot be read", "util-linux"),
        ("prlimit", "sounds and videos cannot be read", "util-linux"),
        ("ffmpeg", "sounds and videos cannot be read", "ffmpeg"),
        ("ffprobe", "sounds and videos cannot be read", "ffmpeg"),
        ("pdftoppm", "PDF decks cannot be drawn", "poppler-utils"),
        ("emf2svg-conv", "EMF pictures in decks are left out", "emf2svg"),
        ("wmf2svg", "WMF pictures in decks are left out", "libwmf-bin"),
    ];

    private static readonly (string Option, string Name, string Cost)[] Parts =
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

    /// <summary>What is missing.</summary>
    /// <param name="cancel">Cancels it.</param>
    public static async Task<IReadOnlyList<MissingPart>> MissingAsync(CancellationToken cancel)
    {
        List<MissingPart> missing = [.. Programs.Where(p => PathOf(p.Program) is null).Select(p => MissingPart.Of($"{p.Program} is not installed", p.Cost, p.Package))];
        if (PathOf("ffmpeg") is not null) missing.AddRange(await MissingInFfmpegAsync(cancel));
        // Its package has the version in its name.
        if (!TextFlow.IsComplete) missing.Add(MissingPart.Of("ICU is not installed", "lines may break in wrong places, and right-to-left text is in the wrong order", "'^libicu7[0-9]$'"));
        return missing;
    }

    /// <summary>The first line that a program prints about its version; null if it is not installed.</summary>
    /// <param name="program">The program.</param>
    /// <param name="option">The option that makes it print.</param>
    /// <param name="cancel">Cancels it.</param>
    public static async Task<string?> VersionAsync(string program, string option, CancellationToken cancel)
    {
        if (PathOf(program) is null) return null;
        try
        {
            var printed = new StringWriter();
            var errors = await MediaTool.RunAsync(program, [option], null, PipeTarget.ToDelegate(printed.WriteLine), MediaTool.Quick, cancel);
            return $"{printed}{errors}".Split('\n').FirstOrDefault(line => line.Trim().Length > 0)?.Trim() ?? "";
        }
        catch (Exception e) when (e is RuleException or MediaToolException)
        {
            return e.Message;
        }
    }

    private static async Task<IEnumerable<MissingPart>> MissingInFfmpegAsync(CancellationToken cancel)
    {
        List<MissingPart> missing = [];
        foreach (var group in Parts.GroupBy(w => w.Option))
        {
            var listed = new StringWriter();
            try
            {
                await MediaTool.RunAsync("ffmpeg", ["-v", "error", group.Key], null, PipeTarget.ToDelegate(listed.WriteLine), MediaTool.Quick, cancel);
            }
            catch (Exception e) when (e is RuleException or MediaToolException)
            {
                return [MissingPart.Of($"ffmpeg does not run ({e.Message.TrimEnd('.')})", "sounds and videos cannot be read", "--reinstall ffmpeg")];
            }
            var names = listed.ToString().Split((char[])[' ', '\n'], StringSplitOptions.RemoveEmptyEntries).ToHashSet();
            missing.AddRange(group.Where(p => !names.Contains(p.Name)).Select(p => MissingPart.Of($"ffmpeg on this machine has no {p.Name}", p.Cost, "--reinstall ffmpeg")));
        }
        return missing;
    }

    private static string? PathOf(string program) => (Environment.GetEnvironmentVariable("PATH") ?? "")
        .Split(':', StringSplitOptions.RemoveEmptyEntries).Select(folder => Path.Combine(folder, program)).FirstOrDefault(File.Exists);
}
