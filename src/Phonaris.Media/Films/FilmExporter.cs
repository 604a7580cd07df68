using System.Text;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Films;

/// <summary>Makes films: encodes new parts, reuses cached ones, and muxes pictures, sound, chapters and captions.</summary>
/// <param name="derived">The cache of encoded parts.</param>
/// <param name="pictures">Draws the slides.</param>
/// <param name="sounds">The prepared sounds of the show.</param>
/// <param name="original">Returns the path of the file with a content hash.</param>
public sealed class FilmExporter(DerivedFiles derived, SlidePictures pictures, SoundLibrary sounds, Func<string, string> original)
{
    // The shares of the parts in the whole, by duration.
    private const double PicturesShare = 0.75, SoundShare = 0.95;

    // The number of packets read ahead of each input. With the default of a few, ffmpeg sleeps whenever a queue runs empty, for most of the time.
    private const string Packets = "4096";

    /// <summary>Exports slides of a show as a film.</summary>
    /// <param name="timed">The show with its times. Its sounds are prepared.</param>
    /// <param name="slides">The slides, consecutive in the running order.</param>
    /// <param name="settings">Size, frame rate and format.</param>
    /// <param name="captions">Captions for a subtitle track, as WebVTT; null for none.</param>
    /// <param name="path">The file to write. It appears complete or not at all.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Cancels the export. Parts already encoded are kept.</param>
    /// <exception cref="RuleException">There are no slides, a slide cannot be drawn, the disk is full, or ffmpeg is missing.</exception>
    public async Task ExportAsync(
        TimedShow timed, IReadOnlyList<SlideTime> slides, FilmSettings settings, string? captions, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(timed);
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(settings);
        if (slides.Count == 0) throw new RuleException("This show has no slides yet. Add a deck first.");
        var order = PictureOrder.Of(timed, slides, settings.Fps);
        var (start, end) = (slides[0].StartFrame, slides[^1].EndFrame);
        var pictureTrack = new PictureTrack(order, settings, derived, new(pictures, original));
        IFilmSound soundTrack = settings.Format == FilmFormat.Mp4
            ? new SoundTrack(timed.Schedule, sounds.Open, derived, start, end)
            : new OpusTrack(timed.Schedule, sounds.Open, derived, start, end);

        await pictureTrack.PrepareAsync(progress.Part(0, PicturesShare), cancel);
        await soundTrack.PrepareAsync(progress.Part(PicturesShare, SoundShare - PicturesShare), cancel);
        await WholeFile.WriteAsync(path, partial => MuxAsync(new(timed.Show, order, captions, settings), pictureTrack, soundTrack, partial, cancel));
        progress?.Report(1);
    }

    private static async Task MuxAsync(Film film, PictureTrack pictures, IFilmSound sound, string path, CancellationToken cancel)
    {
        var (audio, meta, captions) = ($"{path}.{sound.Format}", path + ".txt", path + ".vtt");
        try
        {
            await using (var file = File.Create(audio)) await sound.CopyToAsync(file, cancel);
            await File.WriteAllTextAsync(meta, Chapters(film.Show, film.Order), cancel);
            if (film.Captions is not null) await File.WriteAllTextAsync(captions, film.Captions, cancel);
            await MediaTool.RunAsync(
                "ffmpeg",
                ["-v", "error", "-thread_queue_size", Packets, .. pictures.Leading, "-i", "pipe:0",
                    "-thread_queue_size", Packets, .. sound.Leading, "-f", sound.Format, "-i", $"file:{audio}",
                    "-f", "ffmetadata", "-i", $"file:{meta}", .. film.Captions is not null ? (string[])["-f", "webvtt", "-i", $"file:{captions}"] : [],
                    "-map", "0:v", "-map", "1:a", .. film.Captions is not null ? (string[])["-map", "3:s"] : [], "-map_metadata", "2", "-map_chapters", "2", "-c:v", "copy", "-c:a", "copy", .. Container(film.Settings), "-y", $"file:{path}"],
                PipeSource.Create((stream, token) => pictures.CopyToAsync(stream, token)), null, MediaTool.Long, cancel);
        }
        finally
        {
            foreach (var file in new[] { audio, meta, captions }) File.Delete(file);
        }
    }

    // A raw byte stream has no timestamps, and those that ffmpeg generates run fast by a hundred-thousandth.
    private static string[] Container(FilmSettings settings) => settings.Format == FilmFormat.Mp4
        ? ["-c:s", "mov_text", "-bsf:v", $"setts=ts=N/({settings.Fps}*TB):duration=1/({settings.Fps}*TB)", "-bsf:a", "aac_adtstoasc", "-movflags", "+faststart", "-f", "mp4"]
        : ["-c:s", "webvtt", "-cues_to_front", "1", "-f", "webm"];

    /// <summary>ffmpeg's metadata file: the title and a chapter for each slide.</summary>
    private static string Chapters(Show show, PictureOrder order)
    {
        var text = new StringBuilder(";FFMETADATA1\n").Append("title=").Append(Escape(show.Title)).Append('\n');
        foreach (var (slide, number) in order.Slides.Select((s, i) => (s, i + 1)))
        {
            var title = show.Slide(slide.SlideId).Title;
            text.Append($"[CHAPTER]\nTIMEBASE=1/{order.Fps}\nSTART={slide.Start}\nEND={slide.End}\ntitle=")
                .Append(Escape(title.Length > 0 ? title : $"Slide {number}")).Append('\n');
        }
        return text.ToString();

        static string Escape(string value)
        {
            var escaped = new StringBuilder();
            foreach (var c in value)
            {
                if (c is '=' or ';' or '#' or '\\') escaped.Append('\\');
                escaped.Append(char.IsControl(c) ? ' ' : c);
            }
            return escaped.ToString();
        }
    }

    private sealed record Film(Show Show, PictureOrder Order, string? Captions, FilmSettings Settings);
}
