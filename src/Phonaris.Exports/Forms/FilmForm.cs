using Phonaris.Core.Timing;
using Phonaris.Formats.Captions;
using Phonaris.Media.Films;

namespace Phonaris.Exports.Forms;

/// <summary>A film of the slides with chapters, and with captions if there are notes.</summary>
internal sealed class FilmForm(ExportFormat format, string ending, string mediaType, FilmFormat film) : ExportForm(format, ending, mediaType)
{
    // Sizes of a still at 1080p, a frame of a dissolve, a frame of a video, and a second of sound.
    private const double StillBytes = 180_000, BetweenBytes = 9_000, MovingBytes = 12_000, MovingSeconds = 0.012, SoundBytes = 22_000, StillSeconds = 0.35, BetweenSeconds = 0.012, SoundSeconds = 0.012, Usual = 1920 * 1080, WebmMore = 1.6;

    public override ExportCost About(Export export, ExportTools tools)
    {
        var (width, height, fps, _, _) = export.Options;
        var shots = PictureOrder.Of(export.Timed, export.Slides, fps).Shots;
        var (larger, more) = (width * height / Usual, film == FilmFormat.Webm ? WebmMore : 1);
        var (moving, still) = (shots.Where(s => s.Look.Moves).Sum(s => s.End - s.Start), shots.Where(s => !s.Look.Moves).ToList());
        var (stills, between) = (still.Count, still.Sum(s => s.Dissolving));
        return new(
            (long)((stills * StillBytes + between * BetweenBytes + moving * MovingBytes) * larger * more + SecondsOf(export) * SoundBytes),
            (stills * StillSeconds + between * BetweenSeconds + moving * MovingSeconds) * larger * more + SecondsOf(export) * SoundSeconds);
    }

    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var (width, height, fps, _, _) = export.Options;
        var captions = Caption.Of(export.Timed.Show, export.Slides);
        await tools.Films.ExportAsync(
            export.Timed, export.Slides, FilmSettings.Of(width, height, fps, film), captions.Count > 0 ? CaptionFiles.WebVtt(captions) : null, path, progress, cancel);
        return [.. export.Timed.Manual.Where(c => export.Holds(c.StartFrame)).Select(c => $"{export.Timed.Show.Sound(c.SoundId).Name} is triggered manually, so it is not in the film.").Distinct()];
    }
}
