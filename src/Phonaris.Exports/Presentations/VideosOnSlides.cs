using Phonaris.Core.Shows;
using Phonaris.Formats.Presentations;

namespace Phonaris.Exports.Presentations;

/// <summary>
/// The videos of a presentation file. The format has position, trim, repeats, level and fades; other settings are reported as
/// lost. A video that every program plays is exported as imported; of others, and of long ones with a short used part, that part is exported.
/// </summary>
internal static class VideosOnSlides
{
    /// <summary>The width of a poster picture, in pixels.</summary>
    private const int StillWidth = 1280;

    /// <summary>The highest level of the format, in dB.</summary>
    private const double MostDb = 0;

    /// <summary>Prepares the videos.</summary>
    /// <param name="export">The export.</param>
    /// <param name="laid">The sounds and videos on its slides.</param>
    /// <param name="tools">The services it needs.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The videos by the index of their slide, from back to front, and what is lost.</returns>
    public static async Task<(ILookup<int, PresentationVideo> Placed, IReadOnlyList<string> Lost)> OfAsync(
        Export export, IReadOnlyList<SoundOnSlides> laid, ExportTools tools, IProgress<double>? progress, CancellationToken cancel)
    {
        var show = export.Timed.Show;
        var videos = laid.Where(l => l.Video is not null).OrderBy(l => show.Cues.FindIndex(c => c.Id == l.Video!.Id)).ToList();
        List<(int Slide, PresentationVideo Video)> handed = [];
        foreach (var (video, n) in videos.Select((v, n) => (v, n)))
            handed.Add((video.First, await HandedAsync(show, video, tools, progress.Part((double)n / videos.Count, 1.0 / videos.Count), cancel)));
        return (handed.ToLookup(h => h.Slide, h => h.Video), [.. videos.DistinctBy(v => v.Video!.Id).SelectMany(v => Unsaid(show, v).Select(says => $"{v.Sound.Name} {says}.")).Distinct()]);
    }

    /// <summary>For the estimate of a video: the name of its file, its bytes, and the time to make it.</summary>
    public static (string File, long Bytes, double Seconds) About(Sound video, Cue cue, ExportTools tools)
    {
        if (IsWhole(video, cue)) return (video.Media, tools.BytesOf(video.Media), 0);
        var seconds = (cue.OutFrame - cue.InFrame) / (double)Frames.PerSecond;
        return ($"{video.Media} {cue.InFrame} {cue.OutFrame}", (long)(500_000 * seconds), seconds / 2);
    }

    /// <summary>Whether it is exported as imported and trimmed by the program that plays it.</summary>
    private static bool IsWhole(Sound video, Cue cue) => video.Video!.PlaysAnywhere && !VideoFile.Of(video, cue).IsPart;

    private static async Task<PresentationVideo> HandedAsync(Show show, SoundOnSlides laid, ExportTools tools, IProgress<double>? progress, CancellationToken cancel)
    {
        var (video, cue) = (laid.Sound, laid.Video!);
        var path = IsWhole(video, cue) ? tools.MediaPath(video.Media) : await tools.Videos.PartAsync(video, cue.InFrame, cue.OutFrame, withSound: true, progress, cancel);
        return Of(show, laid, path, await tools.Videos.PictureAsync(video, cue.InFrame, StillWidth, cancel));
    }

    /// <summary>A video with its settings.</summary>
    /// <param name="show">The show.</param>
    /// <param name="laid">The video, and its start.</param>
    /// <param name="path">Its file.</param>
    /// <param name="still">Its poster picture.</param>
    public static PresentationVideo Of(Show show, SoundOnSlides laid, string path, string still)
    {
        var (video, cue, place) = (laid.Sound, laid.Video!, laid.Video!.Video!);
        var (lead, tail) = IsWhole(video, cue) ? (cue.InFrame, video.Frames - cue.OutFrame) : (0, 0);
        return new(
            video.Name, video.Media, path, still, place.BoxOn(video.Video!, show.Slides[laid.First].Picture),
            lead / Frames.PerMs, tail / Frames.PerMs, (cue.OutFrame - cue.InFrame) / Frames.PerMs)
        {
            Rounds = cue.Rounds,
            Volume = Gain.FromDecibels(Math.Min(MostDb, cue.LevelDb + show.GainDb)),
            Muted = cue.Muted,
            FadeInMs = cue.FadeIn.Ms,
            FadeOutMs = cue.FadeOut.Ms,
            AtEnd = place.AtEnd,
            Step = laid.Step,
            DelayMs = laid.DelayMs,
        };
    }

    /// <summary>What the format lacks for a video, as the rest of a sentence after its name.</summary>
    private static IEnumerable<string> Unsaid(Show show, SoundOnSlides laid)
    {
        var (cue, place) = (laid.Video!, laid.Video!.Video!);
        if (laid.Step is not null && cue is { EachSlide: false, Span: { } span } && span.First != span.Last) yield return "is shown on one slide there, not across several";
        if (!cue.Muted && cue.LevelDb + show.GainDb > MostDb) yield return "cannot be louder there than its file";
        if (cue.Fit is not null || cue.Speed != 1) yield return "plays at its original speed there";
        if (cue.LevelPoints.Count > 0 && !cue.Muted) yield return "has one level there";
        if (cue.LoopPart is not null && cue.Rounds != 1) yield return "loops as a whole there";
        if (place.HiddenBefore != (place.AtEnd == VideoEnd.Leaves)) yield return place.HiddenBefore ? "is visible there before it starts" : "is hidden there before it starts";
    }
}
