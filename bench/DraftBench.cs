using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Bench;

/// <summary>A first draft of forty recordings named by slide and three beds, and where each was placed.</summary>
internal static class DraftBench
{
    private const double ToReach = 2, ListenedToReach = 5;

    private const int Recordings = 40;

    public static async Task RunAsync(Bench bench)
    {
        var show = Show.Empty("Forty slides") with
        {
            Slides = [.. Enumerable.Range(1, Recordings).Select(n => new Slide($"s{n}", $"Slide {n}", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), 8000, Transition.Cut, false, Step.Whole($"s{n}")))],
        };
        for (var n = 1; n <= Recordings; n++)
        {
            var wav = bench.PathOf($"{n:00} said.wav");
            await Bench.FfmpegAsync("-stream_loop", "3", "-i", "demo/sounds/welcome.ogg", "-t", $"{5 + n % 7}", "-af", $"atempo=1.{n % 9}", wav);
            await AddAsync(wav);
        }
        foreach (var bed in (string[])["dusk-pad", "lantern-waltz", "homeward"]) await AddAsync($"demo/sounds/{bed}.ogg");

        var drafts = new Drafts(bench.Sounds);
        Edit edit = null!;
        bench.ReportTime("a draft of forty recordings and three beds, nothing listened to before", await Bench.TimeAsync(DraftAsync), ListenedToReach);
        // The median of five.
        var taken = new List<double>();
        for (var k = 0; k < 5; k++) taken.Add(await Bench.TimeAsync(DraftAsync));
        bench.ReportTime("the same, the beds listened to", taken.Order().ElementAt(2), ToReach);

        var after = show.Apply(edit).Show;
        var order = RunningOrder.Of(after);
        bench.ReportWorst(
            "recordings that do not lie on the slide they are named for",
            after.Cues.Count(c => after.Sound(c.SoundId) is { Kind: not SoundKind.Bed } sound && c.Span!.First != $"s{int.Parse(sound.FileName[..2], null)}"), 0);
        bench.ReportWorst("slides without a bed", order.Slides.Count(s => !after.Cues.Any(c => after.Sound(c.SoundId).Kind == SoundKind.Bed && order.Of(after, c.Span!).Contains(s))), 0);

        async Task DraftAsync() => edit = (await drafts.OfAsync(show, [], () => Guid.NewGuid().ToString("N")[..12], CancellationToken.None)).Edit!;

        async Task AddAsync(string path)
        {
            var name = Path.GetFileName(path);
            var hash = await bench.KeepAsync(path);
            var sound = (await bench.Sounds.PrepareAsync(hash, name, null, CancellationToken.None)).ToSound($"a{show.Sounds.Count}", hash, name, null);
            show = show.Apply(new AddSound(sound, int.MaxValue)).Show;
        }
    }
}
