using Phonaris.Exports.Forms;
using Phonaris.Media.Films;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports;

/// <summary>The implementations of all formats.</summary>
public static class ExportForms
{
    /// <summary>All formats.</summary>
    public static IReadOnlyList<IExportForm> All { get; } =
    [
        new FilmForm(ExportFormat.Mp4, ".mp4", "video/mp4", FilmFormat.Mp4),
        new FilmForm(ExportFormat.Webm, ".webm", "video/webm", FilmFormat.Webm),
        new SoundForm(ExportFormat.Wav, ".wav", "audio/wav", SoundFileFormat.Wav),
        new SoundForm(ExportFormat.Flac, ".flac", "audio/flac", SoundFileFormat.Flac),
        new SoundForm(ExportFormat.Mp3, ".mp3", "audio/mpeg", SoundFileFormat.Mp3),
        new SoundForm(ExportFormat.Opus, ".opus", "audio/ogg", SoundFileFormat.Opus),
        new SoundForm(ExportFormat.M4a, ".m4a", "audio/mp4", SoundFileFormat.M4a),
        new StemsForm(ExportFormat.BandStems, byCue: false),
        new StemsForm(ExportFormat.CueStems, byCue: true),
        new PresentationForm(ExportFormat.PptxClock, byHand: false),
        new PresentationForm(ExportFormat.PptxHand, byHand: true),
        new PlayerForm(ExportFormat.PlayerZip, ".zip", "application/zip"),
        new PlayerForm(ExportFormat.PlayerHtml, ".html", "text/html"),
        new TimelineForm(ExportFormat.Otio, ".otio", withMedia: false),
        new TimelineForm(ExportFormat.Otioz, ".otioz", withMedia: true),
        new CaptionsForm(ExportFormat.Vtt, ".vtt", "text/vtt"),
        new CaptionsForm(ExportFormat.Srt, ".srt", "application/x-subrip"),
        new TimesForm(ExportFormat.TimesHtml, ".html", "text/html"),
        new TimesForm(ExportFormat.TimesCsv, ".csv", "text/csv"),
        new RunSheetForm(),
        new MusicForm(ExportFormat.MusicHtml, ".html", "text/html"),
        new MusicForm(ExportFormat.MusicCsv, ".csv", "text/csv"),
        new PackageForm(ExportFormat.Phonaris, all: true),
        new PackageForm(ExportFormat.PhonarisUsed, all: false),
    ];

    /// <summary>The implementation of a format.</summary>
    public static IExportForm Of(ExportFormat format) => All.First(f => f.Format == format);

    /// <summary>Writes stems as files into a folder instead of a ZIP.</summary>
    /// <param name="format">Stems by kind or by cue.</param>
    /// <param name="export">The part to export.</param>
    /// <param name="tools">The services.</param>
    /// <param name="folder">The folder; created if necessary.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The names of the files.</returns>
    /// <exception cref="RuleException">Nothing plays, the disk is full, or ffmpeg is missing.</exception>
    public static async Task<IReadOnlyList<string>> WriteStemsAsync(ExportFormat format, Export export, ExportTools tools, string folder, CancellationToken cancel) =>
        [.. (await ((StemsForm)Of(format)).WriteFolderAsync(export, tools, folder, null, cancel)).Select(p => Path.GetFileName(p))];
}
