using System.CommandLine;
using System.Globalization;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Formats.TimingSheets;
using Phonaris.Media.Films;
using Phonaris.Media.Sounds;

namespace Phonaris.Tool.Verbs;

/// <summary><c>export SHOW --to FILE [--slides 2-5] [--size 1920x1080] [--fps 30]</c>: a film (mp4), the sound alone (wav, flac) or the timing sheet (csv, html).</summary>
internal static class ExportVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var to = new Option<string>("--to") { Description = "The file to make; its ending says what: mp4, wav, flac, csv or html.", Required = true };
        var slides = new Option<string>("--slides") { Description = "Only these slides, as in --span.", DefaultValueFactory = _ => "all" };
        var size = new Option<string>("--size") { Description = "The film's size.", DefaultValueFactory = _ => "1920x1080" };
        var fps = new Option<int>("--fps") { Description = "Pictures a second.", DefaultValueFactory = _ => 30 };
        var command = new Command("export", "Exports a show as a film or as sound.") { path, to, slides, size, fps };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var file = parsed.GetValue(to)!;
            var (first, last) = show.Indices(Spans.Parse(parsed.GetValue(slides)!, show));
            var chosen = RunningOrder.Of(show).Slides.Where(s => s.Index >= first && s.Index <= last).ToList();
            var (start, end) = (chosen[0].StartFrame, chosen[^1].EndFrame);
            var format = Path.GetExtension(file).ToLowerInvariant();
            if (format is not (".mp4" or ".wav" or ".flac" or ".csv" or ".html"))
                throw new RuleException($"{file}: the ending says what to make. mp4, wav, flac, csv and html can be made.");
            await workshop.Sounds.PrepareAllAsync(show, cancel);
            if (format is ".csv" or ".html")
                await File.WriteAllTextAsync(file, TimingSheets.Text(TimingSheet.Of(TimedShow.Of(show, workshop.Sounds.Listened)), format), cancel);
            else if (format == ".mp4")
                await workshop.Films.ExportAsync(show, chosen, Settings(parsed.GetValue(size)!, parsed.GetValue(fps)), file, null, cancel);
            else
                await SoundEncoder.WriteAsync(
                    Schedule.Of(show, workshop.Sounds.Listened), workshop.Sounds.Open, start, end, format == ".wav" ? SoundFileFormat.Wav : SoundFileFormat.Flac, file, null, cancel);
            var bytes = new FileInfo(file).Length;
            return (new { file, frames = end - start, bytes }, $"{file}, {Say.Time(end - start)}, {bytes / 1e6:0.0} MB");
        });
        return command;
    }

    private static FilmSettings Settings(string size, int fps)
    {
        var parts = size.Split('x');
        return parts.Length == 2
            && int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var width)
            && int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var height)
            ? FilmSettings.Of(width, height, fps)
            : throw new RuleException($"--size is written as 1920x1080, not {size}.", "size");
    }
}
