using Phonaris.Media.Sounds;

namespace Phonaris.Bench;

/// <summary>
/// Integrated loudness, range and true peak of an hour of stereo music in a file, and the same hour imported: decoded, surveyed and outlined. The peer is
/// ffmpeg's ebur128 filter with true peak.
/// </summary>
internal static class LoudnessBench
{
    private const int HourSeconds = 3600;
    private const double ToReach = 0.15;
    private const int MemoryLimitMb = 200;

    public static async Task RunAsync(Bench bench)
    {
        var hour = bench.PathOf("hour.wav");
        await Bench.FfmpegAsync("-stream_loop", "-1", "-i", "demo/sounds/lantern-waltz.ogg", "-t", $"{HourSeconds}", "-c:a", "pcm_s16le", hour);
        // Once first, so that the runtime compiles the hot code; the peer needs no warm-up.
        await SoundMeasure.OfAsync(Path.GetFullPath("demo/sounds/lantern-waltz.ogg"), CancellationToken.None);
        var theirs = await Bench.FfmpegAsync("-nostats", "-i", hour, "-af", "ebur128=peak=true", "-f", "null", "-");
        var ours = await Bench.TimeAsync(() => SoundMeasure.OfAsync(hour, CancellationToken.None));
        bench.Report("loudness and true peak of an hour", ours, theirs, ToReach);

        var hash = await bench.KeepAsync(hour);
        Bench.ForgetMemory();
        var seconds = await Bench.TimeAsync(() => bench.Sounds.PrepareAsync(hash, "hour", null, CancellationToken.None));
        Console.WriteLine($"{"an hour of WAV brought in and surveyed",-48} ours {seconds,7:0.00} s");
        bench.ReportMemory("the same", MemoryLimitMb);
    }
}
