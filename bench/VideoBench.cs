using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Formats.Decks;
using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;

namespace Phonaris.Bench;

/// <summary>
/// A film of thirty stills at 1080p, one with a video of twenty seconds in its corner. The peer is one ffmpeg graph that overlays the video
/// on the stills. Then ten seconds of a video of two hours, which should cost what ten seconds of a short one do.
/// </summary>
internal static class VideoBench
{
    private const int Stills = 30, StillSeconds = 10, VideoSeconds = 20, With = 14, Fps = 30, PartSeconds = 10, LongSeconds = 7200;

    private const double ToReach = 0.25, MostMegabytes = 500, PartToReach = 1.25;

    public static async Task RunAsync(Bench bench)
    {
        var (path, longer) = (bench.PathOf("short.mp4"), bench.PathOf("long.mp4"));
        await Bench.FfmpegAsync("-f", "lavfi", "-i", $"testsrc2=s=640x360:r=25:d={VideoSeconds}", "-f", "lavfi", "-i", $"sine=330:d={VideoSeconds}:sample_rate=48000", "-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac", path);
        await Bench.FfmpegAsync("-stream_loop", $"{LongSeconds / VideoSeconds - 1}", "-i", path, "-c", "copy", longer);
        var video = await VideoAsync(bench, "video", path);
        var pictures = new SlidePictures(bench.Derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw));
        var n = 0;
        var slides = (await FilmBench.DeckAsync(bench, pictures)).ToSlides(() => $"s{n++}", StillSeconds * 1000);
        slides = slides.SetItem(With, slides[With] with { HoldMs = VideoSeconds * 1000 });
        var show = WithVideo(new Show("With a video", slides, [], [video], []), video, c => c);

        var theirs = await PeerAsync(bench, show, path);
        Bench.ForgetMemory();
        using var memory = new MemoryWatch();
        bench.Report("film, 30 stills, one with a video of 20 s", await FilmBench.ExportAsync(bench, "with-video", show), theirs, ToReach);
        bench.ReportWorst("MB taken meanwhile, ffmpeg's included", memory.MostMegabytes, MostMegabytes);

        Sound? twoHours = null;
        Console.WriteLine($"{"two hours brought in",-48} ours {await Bench.TimeAsync(async () => twoHours = await VideoAsync(bench, "long", longer)),7:0.00} s");
        var ofShort = await FilmBench.ExportAsync(bench, "part-short", WithVideo(show with { Cues = [] }, video, c => c with { InFrame = 0, OutFrame = PartSeconds * Frames.PerSecond }));
        var ofLong = await FilmBench.ExportAsync(bench, "part-long", WithVideo(show with { Sounds = [twoHours!], Cues = [] }, twoHours!, c => c with { InFrame = LongSeconds / 2L * Frames.PerSecond, OutFrame = (LongSeconds / 2L + PartSeconds) * Frames.PerSecond }));
        bench.Report("film with 10 s of two hours, to 10 s of 20 s", ofLong, ofShort, PartToReach);
    }

    private static Show WithVideo(Show show, Sound video, Func<Cue, Cue> change) => show with
    {
        Cues = [change(CueDefaults.For(show, video, $"s{With}", "v") with { Video = new(0.65, 0.65, 0.3, 0.3), LevelDb = -6 })],
    };

    private static async Task<Sound> VideoAsync(Bench bench, string id, string path)
    {
        var hash = await bench.KeepAsync(path);
        return (await bench.Sounds.PrepareAsync(hash, id, null, CancellationToken.None)).ToSound(id, hash, Path.GetFileName(path), SoundKind.Video);
    }

    private static async Task<double> PeerAsync(Bench bench, Show show, string video)
    {
        var (mix, list) = (bench.PathOf("video-mix.wav"), bench.PathOf("video-stills.txt"));
        var total = Stills * StillSeconds - StillSeconds + VideoSeconds;
        await SoundEncoder.WriteAsync(Schedule.Of(show), bench.Sounds.Open, 0, (long)total * Frames.PerSecond, SoundFileFormat.Wav, mix, null, CancellationToken.None);
        await File.WriteAllLinesAsync(list, show.Slides.SelectMany(s => new[] { $"file '{bench.Files.PathOf(s.Picture.Media)}'", $"duration {s.HoldMs / 1000}" }));
        var at = With * StillSeconds;
        return await Bench.FfmpegAsync(
            ["-f", "concat", "-safe", "0", "-i", list, "-i", mix, "-i", video, "-filter_complex",
                $"[0:v]format=yuv420p,fps={Fps}[slides];[2:v]scale=576:324,fps={Fps},setpts=PTS-STARTPTS+{at}/TB[video];[slides][video]overlay=1248:702:eof_action=pass:enable='between(t,{at},{at + VideoSeconds})'[film]",
                "-map", "[film]", "-map", "1:a", .. FilmBench.PeerCoding, .. FilmSettings.SoundCoding, "-frames:v", $"{total * Fps}", "-movflags", "+faststart", bench.PathOf("video-peer.mp4")]);
    }
}
