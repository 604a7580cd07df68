using System.Diagnostics;
using System.Globalization;
using System.Text.RegularExpressions;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Formats.Decks;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;

namespace Phonaris.Bench;

/// <summary>
/// A film of thirty stills and five minutes at 1080p: with cuts, with dissolves, and again after a change of sound. The peer is ffmpeg's concat of
/// the same stills with the same coding settings and the mix: pixel format before frame rate, which is the faster order.
/// </summary>
internal static partial class FilmBench
{
    private const int Stills = 30, Seconds = 300, Fps = 30, Times = 3;
    /// <summary>The usual settings for a film of stills.</summary>
    internal static readonly string[] PeerCoding = ["-c:v", "libx264", "-preset", "medium", "-crf", "20", "-tune", "stillimage", "-bf", "0", "-pix_fmt", "yuv420p"];

    private const double CutsToReach = 0.08, DissolvesToReach = 0.2, SoundToReach = 0.006, SizeToReach = 1, StillsToReach = 45, BetweenToReach = 42;

    public static async Task RunAsync(Bench bench)
    {
        var music = await bench.KeepSoundAsync("music", "demo/sounds/lantern-waltz.ogg");
        var spot = (await bench.KeepSoundAsync("bell", "demo/sounds/tin-bell.ogg")) with { Kind = SoundKind.Spot };
        var pictures = new SlidePictures(bench.Derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw));
        var deck = await DeckAsync(bench, pictures);
        var n = 0;
        var slides = deck.ToSlides(() => $"s{n++}", Seconds * 1000 / Stills);
        var cue = new Cue("c", music.Id, new("s0", $"s{Stills - 1}"), CueStart.WithSlide, 0, CueStop.Span, 0, music.Frames, Cue.FillSpan, -3, Fade.Of(1000), Fade.Of(2000));
        var cuts = new Show("Five minutes", slides, [], [music], [cue]);
        var dissolves = cuts with { Slides = [.. slides.Select(s => s with { Transition = Transition.Dissolve(1000) })] };

        var theirs = await PeerAsync(bench, cuts, slides);
        bench.Report("film, 30 stills, 5 min, 1080p30, cuts", await UsualAsync(bench, "cuts", cuts), theirs, CutsToReach);
        bench.Report("film, the same with dissolves of 1 s", await UsualAsync(bench, "dissolves", dissolves), theirs, DissolvesToReach);
        bench.ReportShare("MB of the film with cuts, to the peer's", Megabytes(bench, "cuts"), Megabytes(bench, "peer"), SizeToReach);
        bench.ReportLeast("stills in the film, dB of PSNR, the worst", await WorstStillAsync(bench, slides, "cuts"), StillsToReach);
        bench.ReportLeast("dissolves in the film, dB of PSNR, the worst", await WorstBetweenAsync(bench, slides, "dissolves"), BetweenToReach);
        var one = cuts with { Cues = [cue, cue with { Id = "d", SoundId = spot.Id, Span = new("s14", "s14"), OutFrame = spot.Frames, Rounds = 1 }], Sounds = [music, spot] };
        // Without a cache of parts, everything is encoded again.
        bench.Report("film again after a change of one sound", await UsualAsync(bench, "cuts", one), theirs, SoundToReach);
        var quieter = cuts with { Cues = [cue with { LevelDb = -5 }] };
        // Everything is encoded again, which takes more than half as long as the first time.
        Console.WriteLine($"{"film again after a change of all sound",-48} ours {await ExportAsync(bench, "cuts", quieter),7:0.00} s");
    }

    private static double Megabytes(Bench bench, string film) => new FileInfo(bench.PathOf($"{film}.mp4")).Length / 1e6;

    private static async Task<double> WorstStillAsync(Bench bench, ValueList<Slide> slides, string film)
    {
        var worst = double.PositiveInfinity;
        for (var k = 0; k < slides.Count; k++)
            worst = Math.Min(worst, await PsnrAsync(bench.PathOf($"{film}.mp4"), (k + 0.5) * Seconds / Stills, [bench.Files.PathOf(slides[k].Picture.Media)], Converted("1", "b")));
        return worst;
    }

    /// <summary>In the middle of each dissolve: half of both stills.</summary>
    private static async Task<double> WorstBetweenAsync(Bench bench, ValueList<Slide> slides, string film)
    {
        var worst = double.PositiveInfinity;
        for (var k = 1; k < slides.Count; k++)
        {
            var half = $"{Converted("1", "from")};{Converted("2", "to")};[from][to]blend=all_expr=A*{(Fps / 2 - 0.5) / Fps}+B*{(Fps / 2 + 0.5) / Fps}[b]";
            worst = Math.Min(worst, await PsnrAsync(bench.PathOf($"{film}.mp4"), (double)k * Seconds / Stills + 0.5, [.. slides.Skip(k - 1).Take(2).Select(s => bench.Files.PathOf(s.Picture.Media))], half));
        }
        return worst;
    }

    private static string Converted(string input, string name) => $"[{input}:v]scale=1920:1080:out_color_matrix=bt709:out_range=tv,format=yuv420p[{name}]";

    /// <summary>The similarity of a picture of the film and another, over all planes.</summary>
    private static async Task<double> PsnrAsync(string film, double second, string[] stills, string picture)
    {
        using var process = Process.Start(new ProcessStartInfo("ffmpeg", ["-nostdin", "-hide_banner", "-ss", $"{second + 0.001:0.####}", "-i", film, .. stills.SelectMany(s => new[] { "-i", s }),
            "-lavfi", $"[0:v]trim=end_frame=1[a];{picture};[a][b]psnr", "-frames:v", "1", "-f", "null", "-"])
        { RedirectStandardError = true })!;
        var said = await process.StandardError.ReadToEndAsync();
        var average = Average().Match(said).Groups[1].Value;
        return average == "inf" ? double.PositiveInfinity : double.Parse(average, CultureInfo.InvariantCulture);
    }

    [GeneratedRegex(@"average:(inf|[\d.]+)")]
    private static partial Regex Average();

    /// <summary>The median of a few exports, each in its own folder: a few seconds of a single one would say as much about the machine as about the code.</summary>
    private static async Task<double> UsualAsync(Bench bench, string name, Show show)
    {
        List<double> taken = [await ExportAsync(bench, name, show)];
        while (taken.Count < Times) taken.Add(await ExportAsync(bench, $"{name}-{taken.Count}", show));
        return taken.Order().ElementAt(Times / 2);
    }

    /// <summary>Exports with their own cache folders, so that each first export is a first one.</summary>
    internal static Task<double> ExportAsync(Bench bench, string name, Show show)
    {
        var derived = new Media.DerivedFiles(bench.PathOf(name));
        var exporter = new FilmExporter(derived, new SlidePictures(derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw)), bench.Sounds, bench.Files.PathOf);
        return Bench.TimeAsync(() => exporter.ExportAsync(
            TimedShow.Of(show), RunningOrder.Of(show).Slides, FilmSettings.Of(1920, 1080, Fps), null, bench.PathOf($"{name}.mp4"), null, CancellationToken.None));
    }

    private static async Task<double> PeerAsync(Bench bench, Show show, ValueList<Slide> slides)
    {
        var mix = bench.PathOf("mix.wav");
        await SoundEncoder.WriteAsync(
            Schedule.Of(show), bench.Sounds.Open, 0, (long)Seconds * Frames.PerSecond, SoundFileFormat.Wav, mix, null, CancellationToken.None);
        var list = bench.PathOf("stills.txt");
        await File.WriteAllLinesAsync(list, slides.SelectMany(s => new[] { $"file '{bench.Files.PathOf(s.Picture.Media)}'", $"duration {Seconds / Stills}" }));
        return await Bench.FfmpegAsync(
            ["-f", "concat", "-safe", "0", "-i", list, "-i", mix, "-vf", $"format=yuv420p,fps={Fps}", .. PeerCoding, .. FilmSettings.SoundCoding,
                "-frames:v", $"{Seconds * Fps}", "-movflags", "+faststart", bench.PathOf("peer.mp4")]);
    }

    /// <summary>The demo's drawings as PNG stills of the film's size, each twice.</summary>
    internal static async Task<Deck> DeckAsync(Bench bench, SlidePictures pictures)
    {
        List<DeckFile> stills = [];
        foreach (var path in Directory.EnumerateFiles("demo/slides", "*.svg").Order().Take(Stills / 2))
        {
            var drawing = await bench.KeepAsync(path);
            var source = DeckFormats.Read([new(bench.Files.PathOf(drawing), Path.GetFileName(path), drawing)]).Slides[0].Picture;
            foreach (var half in new[] { "a", "b" })
            {
                // The second of each pair is a different picture: the first upside down.
                var png = bench.PathOf("still.png");
                await Bench.FfmpegAsync("-i", await pictures.PngAsync(source, 1920, CancellationToken.None), "-vf", half == "a" ? "null" : "vflip,hflip", png);
                var hash = await bench.KeepAsync(png);
                stills.Add(new(bench.Files.PathOf(hash), $"{Path.GetFileNameWithoutExtension(path)}-{half}.png", hash));
            }
        }
        return DeckFormats.Read(stills);
    }
}
