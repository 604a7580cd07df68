using Phonaris.Core.Timing;
using Phonaris.Formats.Captions;
using Phonaris.Media.Films;

namespace Phonaris.Exports.Forms;

/// <summary>A film of the slides, with chapters, and captions where there are notes.</summary>
internal sealed class FilmForm(ExportFormat format, string ending, string mediaType, FilmFormat film) : ExportForm(format, ending, mediaType)
{
    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var (width, height, fps, _, _) = export.Options;
        var captions = Caption.Of(export.Timed.Show, export.Slides);
        await tools.Films.ExportAsync(
            export.Timed, export.Slides, FilmSettings.Of(width, height, fps, film), captions.Count > 0 ? CaptionFiles.WebVtt(captions) : null, path, progress, cancel);
        return [.. export.Timed.Schedule.Silent.Where(c => c.ByHand && export.Holds(c.StartFrame)).Select(c => $"{export.Timed.Show.Sound(c.SoundId).Name} waits for a hand and is not in the film.").Distinct()];
    }
}
