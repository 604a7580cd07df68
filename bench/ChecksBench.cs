using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Bench;

/// <summary>All checks of a show of three hundred slides and cues, a third of them beds and a third voices: the first time, and after edits.</summary>
internal static class ChecksBench
{
    private const int Slides = 300, SlideSeconds = 8, FirstToReach = 5;
    private const double ToReach = 0.1;

    public static async Task RunAsync(Bench bench)
    {
        var show = await MadeAsync(bench);
        await bench.Sounds.PrepareAllAsync(show, CancellationToken.None);
        bench.ReportTime("300 slides, 300 cues: all checks, the first time", await Bench.TimeAsync(() => Task.Run(() => Find(bench, show))), FirstToReach);
        (string Name, Edit Edit)[] edits =
        [
            ("a cue's level", new SetLevel("c7", -30)),
            ("a fade", new SetFade("c0", FadeEnd.Out, Fade.None)),
            ("a cue by hand", new SetStart("c5", CueStart.ByHand)),
            ("a hold in the middle", new SetHolds([new("s150", 9_000)])),
            ("a hold in the beginning", new SetHolds([new("s1", 9_000)])),
        ];
        // Some runs first, so that the runtime compiles the hot code.
        for (var n = 0; n < 10; n++)
            foreach (var (_, edit) in edits) Find(bench, show.Apply(new SetLevel("c9", -20 - n)).Show.Apply(edit).Show);
        await Task.Delay(1000);
        foreach (var (name, edit) in edits)
        {
            show = show.Apply(edit).Show;
            bench.ReportTime($"all checks after an edit: {name}", await Bench.TimeAsync(() => Task.Run(() => Find(bench, show))), ToReach);
        }
        foreach (var check in Find(bench, show).GroupBy(f => f.Check)) Console.WriteLine($"{check.Key,-20} {check.Count()}");
    }

    private static ValueList<Finding> Find(Bench bench, Show show) =>
        Checks.Of(new(TimedShow.Of(show, bench.Sounds.Listened), bench.Sounds.Loudness, new(new Dictionary<string, string>(), _ => 1_000_000)));

    private static async Task<Show> MadeAsync(Bench bench)
    {
        var sounds = new List<Sound>();
        for (var n = 0; n < 30; n++) sounds.Add((await bench.MusicAsync($"sound{n}", n % 3 == 0 ? 60 : 7, 200 + n * 17)).Sound with { Kind = (SoundKind)(n % 3) });
        var cues = Enumerable.Range(0, Slides).Select(n => (Sound: sounds[n % sounds.Count], First: n, Last: n % 3 == 0 ? Math.Min(n + 2, Slides - 1) : n)).Select((c, n) => new Cue(
            $"c{n}", c.Sound.Id, new($"s{c.First}", $"s{c.Last}"), CueStart.WithSlide, n % 3 == 2 ? 2000 : 0, CueStop.Span, 0, c.Sound.Frames, n % 3 == 0 ? Cue.FillSpan : 1, n % 3 == 0 ? -16 : -6,
            Fade.None, Fade.Of(n % 3 == 0 ? 2000 : 0)));
        var slides = Enumerable.Range(0, Slides).Select(n => new Slide(
            $"s{n}", $"Slide {n + 1}", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), SlideSeconds * 1000, Transition.Cut, false, Step.Whole($"s{n}")));
        return new("Three hundred", [.. slides], [], [.. sounds], [.. cues]) { Showing = new(true, Destination.Web), TargetMs = 3_600_000 };
    }
}
