using System.Text;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Films;

/// <summary>Makes films: encodes what is new, copies what is kept, and lays pictures, sound and chapters together in an MP4 file.</summary>
/// <param name="derived">Where encoded parts are kept.</param>
/// <param name="pictures">Draws the slides.</param>
/// <param name="sounds">The sounds of the show, made ready.</param>
public sealed class FilmExporter(DerivedFiles derived, SlidePictures pictures, SoundLibrary sounds)
{
    // Of the whole, by the time they take.
    private const double PicturesShare = 0.75, SoundShare = 0.95;

    // Packets read ahead of each input; with ffmpeg's usual few it naps whenever one runs dry, and most of the time is naps.
    private const string Packets = "4096";

    /// <summary>Exports slides of a show as a film.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slides">The slides, next to each other in the running order.</param>
    /// <param name="settings">Size and picture rate.</param>
    /// <param name="path">Where to; the file appears whole or not at all.</param>
    /// <param name="progress">Told the fraction done.</param>
    /// <param name="cancel">Stops it; parts already encoded are kept.</param>
    /// <exception cref="RuleException">There are no slides, a slide cannot be drawn, the disk is full, or ffmpeg is missing.</exception>
    public async Task ExportAsync(
        Show show, IReadOnlyList<SlideTime> slides, FilmSettings settings, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentNullException.ThrowIfNull(settings);
        if (slides.Count == 0) throw new RuleException("There are no slides to make a film of. Bring in a deck first.");
        var order = PictureOrder.Of(show, slides, settings.Fps);
        var schedule = Schedule.Of(show, sounds.Listened);
        var (start, end) = (slides[0].StartFrame, slides[^1].EndFrame);
        var pictureTrack = new PictureTrack(order, settings, derived, pictures);
        var soundTrack = new SoundTrack(schedule, sounds.Open, derived, start, end);

        await pictureTrack.PrepareAsync(Part(0, PicturesShare), cancel);
        await soundTrack.PrepareAsync(Part(PicturesShare, SoundShare), cancel);
        await WholeFile.WriteAsync(path, partial => MuxAsync(show, order, pictureTrack, soundTrack, partial, cancel));
        progress?.Report(1);

        Progress? Part(double from, double to) => progress is null ? null : new(f => progress.Report(from + (to - from) * f));
    }

    private static async Task MuxAsync(
        Show show, PictureOrder order, PictureTrack pictures, SoundTrack sound, string path, CancellationToken cancel)
    {
        var (audio, meta) = (path + ".aac", path + ".txt");
        try
        {
            await using (var file = File.Create(audio)) await sound.CopyToAsync(file, cancel);
            await File.WriteAllTextAsync(meta, Chapters(show, order), cancel);
            // The sound is moved forward by its priming frame: the file then tells players to skip it.
            await MediaTool.RunAsync(
                "ffmpeg",
                ["-v", "error", "-thread_queue_size", Packets, "-f", "h264", "-framerate", $"{order.Fps}", "-i", "pipe:0",
                    "-thread_queue_size", Packets, "-itsoffset", $"{-(double)SoundTrack.AacFrame / Frames.PerSecond:0.########}", "-f", "aac", "-i", $"file:{audio}",
                    "-f", "ffmetadata", "-i", $"file:{meta}", "-map", "0:v", "-map", "1:a", "-map_metadata", "2", "-map_chapters", "2",
                    "-c", "copy", "-bsf:a", "aac_adtstoasc", "-movflags", "+faststart", "-f", "mp4", "-y", $"file:{path}"],
                PipeSource.Create((stream, token) => pictures.CopyToAsync(stream, token)), null, MediaTool.Long, cancel);
        }
        finally
        {
            File.Delete(audio);
            File.Delete(meta);
        }
    }

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

    private sealed class Progress(Action<double> report) : IProgress<double>
    {
        public void Report(double value) => report(value);
    }
}
