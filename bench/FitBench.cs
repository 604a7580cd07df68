using System.Diagnostics;
using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;

namespace Phonaris.Bench;

/// <summary>Analysing ten minutes of music and re-cutting them: beats against aubio on the same file; the demo's beds to six lengths, and foreign pieces.</summary>
internal static class FitBench
{
    private const double BeatsToReach = 0.6, AnalysisToReach = 5, FirstToReach = 1, PathToReach = 0.05, MegabytesToReach = 300;

    private const long Minutes = 10;

    private static readonly double[] Times = [0.5, 0.7, 0.9, 1.2, 1.6, 2.5];

    public static async Task RunAsync(Bench bench)
    {
        var wav = bench.PathOf("ten-minutes.wav");
        await Bench.FfmpegAsync("-stream_loop", "-1", "-i", "demo/sounds/mill-stream-reel.ogg", "-t", $"{Minutes * 60}", "-ar", "48000", "-ac", "2", wav);
        var hash = await bench.KeepAsync(wav);
        await bench.Sounds.PrepareAsync(hash, "ten minutes", null, CancellationToken.None);
        var sound = bench.Sounds.Open(hash);
        Piece.Of(sound, null, CancellationToken.None);

        var theirs = await Bench.TimeAsync(() => Bench.RunAsync("sh", "-c", $"aubio beat '{wav}' > /dev/null"));
        using var memory = new MemoryWatch();
        Piece piece = null!;
        var ours = await Bench.TimeAsync(() => Task.Run(() => piece = Piece.Of(sound, null, CancellationToken.None)));
        bench.Report("beats and all that is known of ten minutes", ours, theirs, BeatsToReach);
        bench.ReportTime("the same", ours, AnalysisToReach);

        var fitter = new Fitter(piece, sound, 0, sound.Frames);
        bench.ReportTime("their first re-cut", Seconds(() => fitter.Fit(new(FitMethod.Recut), sound.Frames * 8 / 10)), FirstToReach);
        foreach (var times in Times)
        {
            // A different length each time, so that nothing is cached. The median of five.
            var taken = Enumerable.Range(0, 5).Select(k => Seconds(() => fitter.Fit(new(FitMethod.Recut), (long)(sound.Frames * times) + k))).Order().ElementAt(2);
            bench.ReportTime($"re-cutting them to {times:0.0} times the length", taken, PathToReach);
        }
        bench.ReportWorst("memory meanwhile, megabytes", memory.MostMegabytes, MegabytesToReach);
        foreach (var bed in (string[])["dusk-pad", "lantern-waltz", "mill-stream-reel"]) await BedAsync(bench, bed);
        await EditsBench.RunAsync(bench);
    }

    /// <summary>Prints the edits of a bed's re-cuts.</summary>
    private static async Task BedAsync(Bench bench, string name)
    {
        var hash = await bench.KeepAsync($"demo/sounds/{name}.ogg");
        await bench.Sounds.PrepareAsync(hash, name, null, CancellationToken.None);
        var sound = bench.Sounds.Open(hash);
        var fitter = new Fitter(Piece.Of(sound, null, CancellationToken.None), sound, 0, sound.Frames);
        foreach (var times in Times)
        {
            var fitted = fitter.Fit(new(FitMethod.Recut), (long)(sound.Frames * times));
            bench.ReportWorst($"{name} to {times:0.0}: worst edit", fitted.EditPoints.Select(j => j.Percentile).DefaultIfEmpty().Max(), EditsBench.WorstToReach);
        }
    }

    private static double Seconds(Action work)
    {
        var watch = Stopwatch.StartNew();
        work();
        return watch.Elapsed.TotalSeconds;
    }
}
