using System.Text.Json;
using CsCheck;
using Phonaris.Core.Fitting;
using Phonaris.Core.Live;
using Phonaris.Core.Mixing;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Shows presented manually: presenters who go forward, back and astray, and what plays meanwhile.</summary>
public sealed class LiveTests
{
    /// <summary>The presenter's inputs in all: 500 walks of 60.</summary>
    private const int Walks = 500, Strokes = 60;

    [Fact]
    public void In_any_walk_the_sound_follows_the_plan() =>
        Gen.Select(Shows.Any, Gen.Int).Sample((show, seed) =>
        {
            var plan = LivePlan.Of(TimedShow.Of(show, new(OnTheClock.Fit)));
            if (plan.Places.Count == 0) return;
            var walk = new LiveWalk(plan, seed);
            for (var n = 0; n < Strokes; n++) Assert.Empty(walk.Step().SelectMany(s => s.Broken));
        }, iter: Walks);

    /// <summary>The two rules are implemented separately: by the clock, and by the presenter's actions. If the presenter follows the clock, they agree.</summary>
    [Fact]
    public void Advanced_by_the_clock_live_sound_equals_the_schedule()
    {
        for (var n = 0; n < OnTheClock.Shows; n++)
        {
            var show = Shows.Any.Generate(new PCG(14, (ulong)n), null, out _);
            var (live, planned) = (OnTheClock.Run(LivePlan.Of(TimedShow.Of(show, new(OnTheClock.Fit)))), OnTheClock.Planned(show));
            var total = RunningOrder.Of(show).TotalFrames / Frames.PerMs;
            var moments = live.Concat(planned).SelectMany(s => (long[])[s.FromMs, s.ToMs]).Where(m => m < total).Distinct().Order().ToList();
            foreach (var (from, to) in moments.Zip(moments.Skip(1)).Where(m => m.Second - m.First > OnTheClock.SlackMs))
                Assert.True(
                    At(live, (from + to) / 2).SequenceEqual(At(planned, (from + to) / 2)),
                    $"show {n} at {(from + to) / 2}: live {string.Join(", ", live)}; planned {string.Join(", ", planned)}; {OnTheClock.TextOf(show)}");
        }

        static IEnumerable<string> At(IEnumerable<Sounded> all, long ms) => all.Where(s => s.FromMs <= ms && ms < s.ToMs).Select(s => s.CueId).Order();
    }

    [Fact]
    public void A_bed_continues_over_its_slides_and_crossfades_into_the_next()
    {
        var show = Shows.Of(6, 5000) with { Sounds = [Shows.Sound("a", 960_000), Shows.Sound("b", 960_000), Shows.Sound("v", 96_000, SoundKind.Voice)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("one", "a", "s1", "s4", 960_000, Cue.FillSpan) with { FadeIn = Fade.Of(1000), Return = CueReturn.PickUp },
                Shows.Cue("two", "b", "s5", "s6", 960_000, Cue.FillSpan) with { HandoverMs = 3000 },
                Shows.Cue("say", "v", "s2", "s2", 96_000) with { DelayMs = 700 },
            ],
        };
        var run = new LiveRun(LivePlan.Of(TimedShow.Of(show)));
        Assert.Equal("Start one Began 1000", Take(LiveEventKind.GoTo, 0, 0));
        Assert.Equal("Wait say Began 700", Take(LiveEventKind.GoTo, 4000, 1));
        Assert.Equal("", Take(LiveEventKind.Due, 4600, cue: "say"));
        Assert.Equal("Start say Began 5", Take(LiveEventKind.Due, 4700, cue: "say"));
        Assert.Equal("Stop say SpanEnded 5", Take(LiveEventKind.GoTo, 5000, 2));
        Assert.Equal("Stop one TakenOver 3000, Start two Began 3000", Take(LiveEventKind.GoTo, 9000, 4));
        // Back again: it resumes where it was left, nine seconds in.
        Assert.Equal("Stop two TakenOver 2000, Start one CameBack 2000 from 9000", Take(LiveEventKind.GoTo, 20_000, 3));
        // When silenced, it stays silent on its slides, and plays again when they are revisited.
        Assert.Equal("Stop one Hand 1500", Take(LiveEventKind.FadeOut, 21_000, cue: "one"));
        Assert.Equal("", Take(LiveEventKind.GoTo, 22_000, 2));
        Assert.Equal("Start two Began 5", Take(LiveEventKind.GoTo, 23_000, 5));
        Assert.Equal("Stop two Silence 300", Take(LiveEventKind.Silence, 24_000));
        Assert.Equal("", Take(LiveEventKind.GoTo, 25_000, 4));
        Assert.Equal("Start one CameBack 1000 from 10000", Take(LiveEventKind.GoTo, 26_000, 0));

        string Take(LiveEventKind kind, long at, int place = 0, string cue = "") => string.Join(", ", run.Take(new(kind, at) { Place = place, CueId = cue })
            .Select(o => $"{o.Kind} {o.CueId} {o.Reason} {(o.Kind == LiveOrderKind.Wait ? o.InMs : o.Fade.Ms)}{(o.FromMs > 0 ? $" from {o.FromMs}" : "")}"));
    }

    [Fact]
    public void A_waiting_loop_repeats_under_one_bed_until_the_talk()
    {
        var show = Shows.Of(5, 5000) with { Sounds = [Shows.Sound("a", 960_000)], Sections = [new("w", "Before", "s1", true), new("t", "Talk", "s4", false)] };
        show = show with { Cues = [Shows.Cue("wait", "a", "s1", "s3", 960_000, Cue.FillSpan) with { FadeOut = Fade.Of(2500) }] };
        var plan = LivePlan.Of(TimedShow.Of(show));
        Assert.Equal([(0, 3, false), (0, 3, false), (0, 3, true)], plan.Places.Take(3).Select(p => (p.LoopStart!.Value, p.LoopExit!.Value, p.Loops)));
        Assert.All(plan.Places.Skip(3), p => Assert.Null(p.LoopStart));
        var run = new LiveRun(plan);
        Assert.Single(run.Take(new(LiveEventKind.GoTo, 0)));
        for (var round = 1; round < 7; round++) Assert.Empty(run.Take(new(LiveEventKind.GoTo, round * 5000) { Place = round % 3 }));
        var stop = Assert.Single(run.Take(new(LiveEventKind.GoTo, 40_000) { Place = 3 }));
        Assert.Equal((LiveOrderKind.Stop, "wait", 2500), (stop.Kind, stop.CueId, stop.Fade.Ms));
    }

    [Fact]
    public void A_following_cue_starts_at_the_end_of_the_other_whenever_the_presenter_advances()
    {
        var show = Shows.Of(6, 5000) with { Sounds = [Shows.Sound("a", 12 * 48_000, SoundKind.Voice), Shows.Sound("b", 48_000, SoundKind.Spot)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("long", "a", "s1", "s3", 12 * 48_000) with { Start = CueStart.WithSlide },
                // Planned for the third slide; triggered on the second, where the first is faded out manually.
                Shows.Cue("then", "b", "s1", "s4", 48_000) with { Start = CueStart.After("long"), DelayMs = 300 },
            ],
        };
        var run = new LiveRun(LivePlan.Of(TimedShow.Of(show)));
        run.Take(new(LiveEventKind.GoTo, 0));
        run.Take(new(LiveEventKind.GoTo, 2000) { Place = 1 });
        var orders = run.Take(new(LiveEventKind.FadeOut, 3000) { CueId = "long" });
        Assert.Equal([(LiveOrderKind.Stop, "long", 0), (LiveOrderKind.Wait, "then", 300)], orders.Select(o => (o.Kind, o.CueId, o.InMs)));
        Assert.Equal(LiveOrderKind.Start, Assert.Single(run.Take(new(LiveEventKind.Due, 3300) { CueId = "then" })).Kind);
    }

    [Fact]
    public void A_cue_that_restarts_on_every_slide_has_one_stem_for_each_length()
    {
        var sound = new Band(4).Play("drums", 120);
        var show = Shows.Of(3) with { Sounds = [Shows.Sound("a", sound.Frames)] };
        show = show with { Slides = [.. show.Slides.Select((s, n) => s with { HoldMs = n == 1 ? 3_000 : 2_000 })] };
        var chime = Shows.Cue("c", "a", "s1", "s3", sound.Frames) with { EachSlide = true };
        var plain = Assert.Single(LiveStem.OfAll(TimedShow.Of(show with { Cues = [chime] })));
        Assert.Equal(["c@s1", "c@s2", "c@s3"], plain.CueIds);
        var fitter = new Fitter(Piece.Of(sound, null, CancellationToken.None), sound, 0, sound.Frames);
        var fitted = LiveStem.OfAll(TimedShow.Of(show with { Cues = [chime with { Fit = new(FitMethod.Shorten) }] }, new((_, cue, frames) => fitter.Fit(cue.Fit!, frames))));
        Assert.Equal(["c@s1 c@s3", "c@s2"], fitted.Select(s => string.Join(' ', s.CueIds)));
        Assert.True(fitted[0].Stem.LengthFrames <= 96_000 && fitted[1].Stem.LengthFrames is > 96_000 and <= 144_000);
    }

    [Theory]
    [InlineData(1, 0), InlineData(3, 0), InlineData(0, 0), InlineData(0, 5_000)]
    public void A_stem_is_the_cue_and_its_loop_equals_all_later_repeats(int rounds, long pointMs)
    {
        var sound = new Band(2.5).Play("drums", 132);
        var show = Shows.Of(3, 8000) with { Sounds = [Shows.Sound("a", sound.Frames)] };
        var cue = Shows.Cue("c", "a", "s1", "s3", sound.Frames, rounds) with { InFrame = 9_000, LevelDb = -7, FadeOut = Fade.Of(400), LevelPoints = pointMs == 0 ? [] : [new(0, -12), new(pointMs, 3)] };
        show = show with { Cues = [cue] };
        var planned = Schedule.Of(show).Cues.Single() with { FadeIn = default };
        var stem = LiveStem.OfAll(TimedShow.Of(show))[0].Stem;
        Assert.Equal(rounds == 0, stem.Loops);
        var samples = Render(stem.ToSchedule(), stem.Cue.LengthFrames);
        if (!stem.Loops)
        {
            // All of it, fading out at its own end.
            Assert.Equal(planned.NaturalFrames, stem.Cue.LengthFrames);
            Assert.Equal(Render(new(planned.NaturalFrames, [planned], [], []), planned.NaturalFrames), samples);
            return;
        }
        // Looped by the page, it is what the engine would have played, bit for bit.
        var period = stem.Cue.LengthFrames - stem.LoopFrom;
        var long_ = Render(new(stem.LoopFrom + 3 * period, [stem.Cue with { EndFrame = stem.LoopFrom + 3 * period }], [], []), stem.LoopFrom + 3 * period);
        for (var frame = 0L; frame < stem.LoopFrom + 3 * period; frame += 997)
        {
            var at = frame < stem.Cue.LengthFrames ? frame : stem.LoopFrom + (frame - stem.LoopFrom) % period;
            Assert.Equal(long_[2 * frame], samples[2 * at], 1e-6f);
        }

        float[] Render(Schedule schedule, long frames)
        {
            var all = new float[frames * 2];
            new Mixer(schedule, _ => sound).Render(0, all);
            return all;
        }
    }

    /// <summary>The page does exactly the same: its tests use these walks.</summary>
    [Fact]
    public void The_test_walks_of_the_page_follow_the_rule()
    {
        var walks = new List<object>();
        var random = new Random(20_261_126);
        for (var n = 0; n < 50; n++)
        {
            var plan = LivePlan.Of(TimedShow.Of(Shows.Any.Generate(new PCG(1, (ulong)n), null, out _), new(OnTheClock.Fit)));
            if (plan.Places.Count == 0 || plan.Cues.Count == 0) continue;
            var walk = new LiveWalk(plan, random.Next());
            walks.Add(new { plan, strokes = Enumerable.Range(0, 40).SelectMany(_ => walk.Step()).Select(s => new { s.Happened, s.Orders }).ToList() });
        }
        var text = JsonSerializer.Serialize(walks, ShowJson.Options) + "\n";
        var path = Path.Combine(AppContext.BaseDirectory, "walks.json");
        if (Environment.GetEnvironmentVariable("PHONARIS_WRITE_WALKS") is { } write) File.WriteAllText(write, text);
        Assert.True(text == File.ReadAllText(path), "client/src/live/engine/walks.json is not what the rule does; write it again with PHONARIS_WRITE_WALKS.");
    }
}
