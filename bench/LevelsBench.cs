using System.Diagnostics;
using System.Globalization;
using System.Text.RegularExpressions;
using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Bench;

/// <summary>
/// The loudness of a show of an hour: the first time, and after edits of every kind. The peer measures the exported file with ffmpeg's <c>ebur128</c>, and must
/// agree.
/// </summary>
internal static partial class LevelsBench
{
    private const double ToReach = 0.3, FirstToReach = 10, AgreesToLu = 0.1, AgreesToDb = 0.2;

    public static async Task RunAsync(Bench bench)
    {
        var show = await MixBench.HourAsync(bench);
        // Once first, so that the runtime compiles the hot code.
        Measure(bench, show with { Slides = [.. show.Slides.Take(1)], Cues = [.. show.Cues.Skip(1).Take(1)] });
        bench.ReportTime("levels of an hour, the first time", await Bench.TimeAsync(() => Task.Run(() => Measure(bench, show))), FirstToReach);
        (string Name, Edit Edit)[] edits =
        [
            ("a cue's level", new SetLevel("c7", -9)),
            ("the level of the bed that lies under all", new SetLevel("bed", -15)),
            ("a hold in the beginning", new SetHolds([new("s1", 97_350)])),
            ("the part a cue uses", new SetPart("c9", 48_000, 20 * 48_000)),
            ("the part the bed uses", new SetPart("bed", 480_000, 170 * 48_000)),
            ("a fade", new SetFade("c3", FadeEnd.In, Core.Signal.Fade.Of(4000))),
        ];
        foreach (var (name, edit) in edits)
        {
            show = show.Apply(edit).Show;
            bench.ReportTime($"levels after an edit: {name}", await Bench.TimeAsync(() => Task.Run(() => Measure(bench, show))), ToReach);
        }
        var ours = Measure(bench, show);
        var schedule = Schedule.Of(show);
        var path = bench.PathOf("hour.wav");
        await SoundEncoder.WriteAsync(schedule, bench.Sounds.Open, 0, schedule.TotalFrames, SoundFileFormat.Wav, path, null, CancellationToken.None);
        var (lufs, peak) = await EbuR128Async(path);
        Console.WriteLine($"ours {ours.Whole.IntegratedLufs:0.00} LUFS, {ours.Peaks.TruePeakDbtp:0.00} dBTP; ebur128 {lufs:0.0} LUFS, {peak:0.0} dBTP");
        bench.ReportWorst("differs from ebur128, hundredths of an LU", Math.Abs(lufs - ours.Whole.IntegratedLufs!.Value) * 100, (AgreesToLu + 0.05) * 100);
        bench.ReportWorst("differs from ebur128, hundredths of a dB", Math.Abs(peak - ours.Peaks.TruePeakDbtp!.Value) * 100, (AgreesToDb + 0.05) * 100);
    }

    /// <summary>Everything that the view shows.</summary>
    private static ShowLevels Measure(Bench bench, Show show)
    {
        var levels = ShowLevels.Of(TimedShow.Of(show, bench.Sounds.Listened), bench.Sounds.Loudness);
        if (levels.Whole.IntegratedLufs is null || levels.Slides.Count() != show.Slides.Count || !levels.Kinds.Any(k => k.ShortTermLufs.Count > 0)) throw new InvalidOperationException("The show is silent.");
        return levels;
    }

    /// <summary>ffmpeg's measurements, to the tenth it prints.</summary>
    private static async Task<(double Lufs, double Peak)> EbuR128Async(string path)
    {
        using var process = Process.Start(new ProcessStartInfo("ffmpeg", ["-nostdin", "-hide_banner", "-nostats", "-i", path, "-af", "ebur128=peak=true:framelog=verbose", "-f", "null", "-"]) { RedirectStandardError = true })!;
        var said = await process.StandardError.ReadToEndAsync();
        return (Last(Integrated()), Last(Peak()));

        double Last(Regex pattern) => double.Parse(pattern.Matches(said)[^1].Groups[1].Value, CultureInfo.InvariantCulture);
    }

    [GeneratedRegex(@"I:\s+(-?[\d.]+) LUFS")]
    private static partial Regex Integrated();

    [GeneratedRegex(@"Peak:\s+(-?[\d.]+) dBFS")]
    private static partial Regex Peak();
}
