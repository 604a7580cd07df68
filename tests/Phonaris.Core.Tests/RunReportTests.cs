using CsCheck;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>The report of a run, and the holds taken from it.</summary>
public class RunReportTests
{
    /// <summary>A show and a walk over it: visits to any of its slides, including hidden ones, in any order, some of no length.</summary>
    private static readonly Gen<(Show Show, RunLog Log)> AnyRun =
        from show in Shows.Any
        from locked in Gen.Int[-1, 7]
        from stays in Gen.Select(Gen.Int[0, show.Slides.Count - 1], Gen.Long[0, 20_000]).Array[0, 12]
        let slides = show.Slides.Select((s, i) => s with { HoldLocked = i == locked })
        select (
            show with { Slides = [.. slides] },
            new RunLog([.. stays.Select((s, i) => new RunStay(show.Slides[s.Item1].Id, stays.Take(i).Sum(b => b.Item2), s.Item2))], []));

    [Fact]
    public void Holds_from_a_run_are_the_times_taken_except_locked_slides_and_waiting_loops() =>
        AnyRun.Sample(run =>
        {
            var (show, log) = run;
            var report = RunReport.Of(show, log);
            Assert.Equal(log.Stays.Sum(s => s.Ms), report.TookMs);
            Assert.Equal(RunningOrder.Of(show).Slides.Select(s => s.SlideId), report.Slides.Select(s => s.SlideId));
            var seen = report.Slides.Where(s => s.Visits > 0).ToList();
            Assert.Equal(seen.Sum(s => s.PlannedMs), report.PlannedMs);
            Assert.Equal(log.Stays.Where(s => !show.Slide(s.SlideId).Hidden).Sum(s => s.Ms), report.Slides.Sum(s => s.TookMs));
            if (report.Edit is null) return;

            var (after, inverse) = show.Apply(report.Edit);
            Assert.Equal(show, after.Apply(inverse).Show);
            foreach (var slide in show.Slides)
            {
                var told = seen.FirstOrDefault(s => s.SlideId == slide.Id);
                var hold = after.Slide(slide.Id).HoldMs;
                if (told is null || told.Keeps) Assert.Equal(slide.HoldMs, hold);
                else Assert.Equal((Math.Clamp(told.TookMs, Slide.LeastHoldMs, Slide.GreatestHoldMs) + 50) / 100 * 100, hold);
            }
            // After they are applied, there is nothing more to apply.
            Assert.Null(RunReport.Of(after, log).Edit);
        });

    [Fact]
    public void A_run_as_planned_changes_nothing()
    {
        var show = Shows.Of(1, 4_000).Apply(new SetSteps("s1", [new("a", "", 0, null), new("b", "", 1_000, null), new("c", "", 3_000, null)])).Show;
        Assert.Null(RunReport.Of(show, new([new("s1", 0, 4_020) { StepsMs = [1_049, 2_951] }], [])).Edit);
        Assert.NotNull(RunReport.Of(show, new([new("s1", 0, 4_020) { StepsMs = [1_050, 2_951] }], [])).Edit);
    }

    [Fact]
    public void Step_times_are_taken_from_slides_visited_once_with_all_steps()
    {
        var show = Shows.Of(3, 4_000);
        foreach (var slide in (string[])["s1", "s2", "s3"]) show = show.Apply(new SetSteps(slide, [new($"{slide}-1", "", 0, null), new($"{slide}-2", "", null, null), new($"{slide}-3", "", null, null)])).Show;
        var report = RunReport.Of(show, new(
            [
                new("s1", 0, 9_000) { StepsMs = [1_040, 7_960] }, new("s2", 9_000, 4_000) { StepsMs = [1_000] }, new("s3", 13_000, 2_000) { StepsMs = [500, 900] },
                new("s3", 15_000, 2_000) { StepsMs = [100, 200] },
            ], []));
        var after = show.Apply(report.Edit!).Show;
        Assert.Equal([0, 1_000, 8_000], after.Slide("s1").Steps.Select(s => s.OffsetMs));
        Assert.All(after.Slides.Skip(1), s => Assert.Equal([0, null, null], s.Steps.Select(t => t.OffsetMs)));
        Assert.Equal([9_000, 4_000, 4_000], after.Slides.Select(s => s.HoldMs));
        Assert.Equal("Took the holds of 1 slide and the steps of 1 slide from a run", report.Edit!.Sentence(show));
        Assert.Equal("log", Assert.Throws<RuleException>(() => new RunLog([new("s1", 0, 1) { StepsMs = [-1] }], []).Validated()).Field);
    }

    [Theory]
    [InlineData(4_050, 3_950, true)]
    [InlineData(4_100, 4_000, true)]
    [InlineData(4_101, 4_000, false)]
    [InlineData(3_900, 3_999, false)]
    public void A_run_counts_as_planned_within_50_ms_per_slide(long first, long second, bool asPlanned)
    {
        // The third slide is not shown and does not count.
        var report = RunReport.Of(Shows.Of(3), new([new("s1", 0, first), new("s2", first, second)], []));
        Assert.Equal((8_000, asPlanned), (report.PlannedMs, report.AsPlanned));
    }

    [Fact]
    public void An_invalid_log_is_rejected()
    {
        Assert.Equal("log", Refused(new([new("s1", 0, RunLog.LatestMs + 1)], [])).Field);
        Assert.Equal("log", Refused(new([], [new(-1, "s1", "Owl began")])).Field);
        Assert.Equal("log", Refused(new([], [.. Enumerable.Repeat(new RunLine(0, "s1", ""), RunLog.MostEntries + 1)])).Field);

        static RuleException Refused(RunLog log) => Assert.Throws<RuleException>(log.Validated);
    }
}
