using System.Diagnostics;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Exports;
using Phonaris.Formats.Decks;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;

namespace Phonaris.Bench;

/// <summary>A presentation of two hundred slides and sixty cues, exported with its sounds: the first time, and again.</summary>
internal static class PresentationBench
{
    private const int Slides = 200, Cues = 60, SlideSeconds = 8;
    private const double FirstToReach = 10, AgainToReach = 2, MegabytesToReach = 400;

    public static async Task RunAsync(Bench bench)
    {
        var path = bench.PathOf("deck.pptx");
        DeckBench.WritePptx(path, DeckBench.Slides);
        var deck = await bench.KeepAsync(path);
        var n = 0;
        var slides = DeckFormats.Read([new(bench.Files.PathOf(deck), "deck.pptx", deck)]).ToSlides(() => $"s{n++}", SlideSeconds * 1000);
        List<Sound> sounds = [];
        for (var k = 0; k < 12; k++) sounds.Add((await bench.MusicAsync($"sound{k}", (k % 3) switch { 0 => 90, 1 => 20, _ => 3 }, 200 + k * 17)).Sound with { Kind = (SoundKind)(k % 3) });
        // Twenty beds of nine slides each, each with a voice and a spot. Beds have a constant level, so the sound is the same each time.
        var cues = Enumerable.Range(0, Cues).Select(c => (Sound: sounds[c % sounds.Count], First: c / 3 * 10)).Select((c, k) => new Cue(
            $"c{k}", c.Sound.Id, new($"s{c.First}", $"s{(k % 3 == 0 ? c.First + 8 : c.First)}"), CueStart.WithSlide, k % 3 == 2 ? 1000 : 0, CueStop.Span, 0, c.Sound.Frames, k % 3 == 0 ? Cue.FillSpan : 1, -12,
            Fade.Of(k % 3 == 0 ? 1000 : 0), Fade.Of(k % 3 == 0 ? 2000 : 0))
        { Ducks = false });
        var show = new Show("Two hundred", [.. slides.Select(s => s with { Hidden = false })], [], [.. sounds], [.. cues]);
        await bench.Sounds.PrepareAllAsync(show, CancellationToken.None);
        var pictures = new SlidePictures(bench.Derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw));
        var tools = new ExportTools(bench.Sounds, pictures, new(bench.Derived, bench.Files.PathOf), new FilmExporter(bench.Derived, pictures, bench.Sounds, bench.Files.PathOf), bench.Derived, "src/Phonaris.Web/wwwroot/player", bench.Files.PathOf);
        var apart = show with { Cues = [.. show.Cues.Select((c, k) => c with { LevelDb = -12 - 0.1 * k })] };
        foreach (var (format, name) in new[] { (ExportFormat.PptxHand, "by hand"), (ExportFormat.PptxClock, "by the clock") })
        {
            var peak = await PeakAsync(async () =>
            {
                bench.ReportTime($"200 slides and 60 cues, {name}, the first time", await Bench.TimeAsync(() => WriteAsync(format)), FirstToReach);
                bench.ReportTime("the same again", await Bench.TimeAsync(() => WriteAsync(format)), AgainToReach);
            });
            bench.ReportSize("memory of the process at its most", peak, MegabytesToReach * 1e6);
            Console.WriteLine($"{"the file",-48} ours {new FileInfo(bench.PathOf("out.pptx")).Length / 1e6,7:0.0} MB");
        }

        Console.WriteLine($"{"by the clock, sixty sounds of which no two are alike",-48} ours {await Bench.TimeAsync(() => WriteAsync(ExportFormat.PptxClock, apart)),7:0.000} s");

        Task WriteAsync(ExportFormat format, Show? other = null) =>
            ExportForms.Of(format).WriteAsync(Export.Of(TimedShow.Of(other ?? show, bench.Sounds.Listened), "", new()), tools, bench.PathOf("out.pptx"), null, CancellationToken.None);
    }

    /// <summary>The peak memory of this process during some work, in bytes.</summary>
    private static async Task<long> PeakAsync(Func<Task> work)
    {
        long most = 0;
        using var process = Process.GetCurrentProcess();
        for (var working = Task.Run(work); ; await Task.Delay(20))
        {
            process.Refresh();
            most = Math.Max(most, process.WorkingSet64);
            if (!working.IsCompleted) continue;
            await working;
            return most;
        }
    }
}
