using System.Text;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Films;

/// <summary>Makes films: encodes what is new, copies what is kept, and lays pictures, sound, chapters and captions together.</summary>
/// <param name="derived">Where encoded parts are kept.</param>
/// <param name="pictures">Draws the slides.</param>
/// <param name="sounds">The sounds of the show, made ready.</param>
/// <param name="original">Gives the path of the file of a content hash.</param>
public sealed class FilmExporter(DerivedFiles derived, SlidePictures pictures, SoundLibrary sounds, Func<string, string> original)
{
    // Of the whole, by the time they take.
    private const double PicturesShare = 0.75, SoundShare = 0.95;

    // Packets read ahead of each input; with ffmpeg's usual few it naps whenever one runs dry, and most of the time is naps.
    private const string Packets = "4096";

    /// <summary>Exports slides of a show as a film.</summary>
    /// <param name="timed">The show with its times, its sounds made ready.</param>
    /// <param name="slides">The slides, next to each other in the running order.</param>
    /// <param name="settings">Size, picture rate and format.</param>
    /// <param name="captions">Captions to go with it as a track, as WebVTT; null for none.</param>
    /// <param name="path">Where to; the file appears whole or not at all.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it; parts already encoded are kept.</param>
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

    // A byte stream has no times; those that ffmpeg makes up run a hundred-thousandth too fast.
    private static string[] Container(FilmSettings settings) => settings.Format == FilmFormat.Mp4
        ? ["-c:s", "mov_text", "-bsf:v", $"setts=ts=N/({settings.Fps}*TB):duration=1/({settings.Fps}*TB)", "-bsf:a", "aac_adtstoasc", "-movflags", "+faststart", "-f", "mp4"]
        : ["-c:s", "webvtt", "-cues_to_front", "1", "-f", "webm"];

    /// <summary>ffmpeg's metadata file: the title, and a chapter for each slide.</summary>
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
