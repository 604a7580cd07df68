using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;

namespace Phonaris.Bench;

/// <summary>Edits of re-cuts on foreign orchestral pieces from a Debian package, downloaded each time: how noticeable they are by <see cref="EditJudge"/>.</summary>
internal static class EditsBench
{
    public const double WorstToReach = 15;

    private const double MiddleToReach = 4;

    private static readonly string[] Pieces = ["battle", "knolls", "loyalists", "northerners", "siege_of_laurelmor", "the_city_falls", "underground", "wanderer"];

    private static readonly double[] Times = [0.6, 0.85, 1.4];

    public static async Task RunAsync(Bench bench)
    {
        var folder = await bench.FetchAsync("wesnoth-1.16-music");
        var all = new List<double>();
        foreach (var name in Pieces)
        {
            var path = Directory.EnumerateFiles(folder, $"{name}.ogg", SearchOption.AllDirectories).First();
            var hash = await bench.KeepAsync(path);
            await bench.Sounds.PrepareAsync(hash, name, null, CancellationToken.None);
            var sound = bench.Sounds.Open(hash);
            var (fitter, judge) = (new Fitter(Piece.Of(sound, null, CancellationToken.None), sound, 0, sound.Frames), new EditJudge(sound));
            foreach (var times in Times)
            {
                var edits = Joins(fitter, judge, (long)(sound.Frames * times));
                all.AddRange(edits);
                bench.ReportWorst($"{name} to {times:0.00}: {edits.Count} edits, the worst", edits.DefaultIfEmpty().Max(), WorstToReach);
            }
        }
        all.Sort();
        bench.ReportWorst($"the middle of {all.Count} edits", all[all.Count / 2], MiddleToReach);
        bench.ReportWorst("the worst of them", all[^1], WorstToReach);
    }

    /// <summary>The noticeability of the edits of a re-cut; empty if the re-cut fails.</summary>
    private static List<double> Joins(Fitter fitter, EditJudge judge, long length)
    {
        try
        {
            return [.. fitter.Fit(new(FitMethod.Recut), length).EditPoints.Select(j => judge.Percentile(j.FromFrame, j.ToFrame))];
        }
        catch (RuleException)
        {
            return [];
        }
    }
}
