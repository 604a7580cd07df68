using CsCheck;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

public class TimingTests
{
    [Fact]
    public void The_running_order_adds_up_without_gap_or_overlap() => Shows.Any.Sample(show =>
    {
        var order = RunningOrder.Of(show);
        long at = 0;
        foreach (var slide in order.Slides)
        {
            Assert.Equal(at, slide.StartFrame);
            Assert.False(show.Slides[slide.Index].Hidden);
            at = slide.EndFrame;
        }
        Assert.Equal(show.Slides.Where(s => !s.Hidden).Sum(s => s.HoldMs) * 48, order.TotalFrames);
        Assert.Equal(at, order.TotalFrames);
    });

    [Theory]
    [InlineData(2_000, null, 20), InlineData(2_000, 1_000, 10), InlineData(3_000, 9_000, 30), InlineData(0, null, 0)]
    public void A_dissolve_has_its_length_but_ends_with_the_first_step(long ms, int? stepMs, long pictures)
    {
        var show = Shows.Of(2, 10_000).Apply(new SetTransitions([new("s1", Transition.Dissolve(ms)), new("s2", Transition.Dissolve(ms))])).Show;
        if (stepMs is { } at) show = show.Apply(new SetSteps("s2", [new("a", "", 0, null), new("b", "", at, Shows.Slide("x").Picture with { Page = 2 })])).Show;
        var shots = PictureOrder.OfSlides(show, RunningOrder.Of(show).Slides, 10).Shots;
        // Nothing comes before the first slide.
        Assert.Null(shots[0].Dissolve);
        Assert.Equal((100, pictures, pictures), (shots[1].Start, shots[1].Dissolving, shots[1].Dissolve?.Pictures ?? 0));
        if (pictures > 0) Assert.Equal(show.Slides[0].Picture, shots[1].Dissolve!.From.Picture);
    }

    [Fact]
    public void Film_frames_follow_the_running_time_within_half_a_frame() =>
        Gen.Select(Shows.Any, Gen.Int[10, 60]).Sample((show, fps) =>
        {
            var order = RunningOrder.Of(show);
            var pictures = PictureOrder.OfSlides(show, order.Slides, fps);
            foreach (var (slide, time) in pictures.Slides.Zip(order.Slides))
            {
                Assert.True(2 * Math.Abs(slide.End * 48_000 - time.EndFrame * fps) <= 48_000);
            }
            // The pictures follow without a gap, and dissolves are within them.
            var at = 0L;
            foreach (var shot in pictures.Shots)
            {
                Assert.Equal(at, shot.Start);
                Assert.True(shot.End > shot.Start);
                Assert.InRange(shot.Dissolving, 0, shot.End - shot.Start);
                at = shot.End;
            }
            Assert.Equal(pictures.Total, at);
        });

    [Fact]
    public void A_filling_loop_has_its_loop_points_one_period_apart()
    {
        var show = Shows.Of(5, 4000) with { Sounds = [Shows.Sound("a", 96_000)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s2", "s4", 96_000, Cue.FillSpan)] };
        var cue = Assert.Single(Schedule.Of(show).Cues);
        // Two seconds used, crossfades of 200 ms: a repeat begins every 86,400 frames.
        Assert.Equal((192_000, 768_000), (cue.StartFrame, cue.EndFrame));
        Assert.Equal([192_000 + 86_400, 192_000 + 2 * 86_400, 192_000 + 3 * 86_400, 192_000 + 4 * 86_400, 192_000 + 5 * 86_400, 192_000 + 6 * 86_400], cue.EditPoints());
        // The last repeat is cut, as far from the sound's beginning as it has played.
        Assert.Equal(768_000 - (192_000 + 6 * 86_400), cue.HeardTo);
        var quick = show.Apply(new SetSpeed("c", 2)).Show;
        Assert.Equal(96_000, Assert.Single(Schedule.Of(quick.Apply(new SetRounds("c", 1)).Show).Cues).HeardTo);
    }

    [Fact]
    public void A_closing_piece_ends_with_the_show_and_crossfades_from_the_bed_before()
    {
        var show = Shows.Of(5, 10_000) with { Sounds = [Shows.Sound("bed", 20 * 48_000), Shows.Sound("close", 17 * 48_000)] };
        show = show with
        {
            Cues = [Shows.Cue("b", "bed", "s1", "s5", 20 * 48_000, Cue.FillSpan), Shows.Cue("c", "close", "s5", "s5", 17 * 48_000, Cue.FillSpan) with { Start = CueStart.ToEndTogether }],
        };
        var (bed, close) = (Placed(show, "b"), Placed(show, "c"));
        Assert.Equal((33 * 48_000, 50 * 48_000, 0), (close.StartFrame, close.EndFrame, close.InFrame));
        Assert.Equal(("b", 35 * 48_000), (close.CrossfadesFrom, bed.EndFrame));
        // It follows when slides change, at the end of any slide; a sound that is too long starts within.
        Assert.Equal(30 * 48_000, Placed(show with { Slides = show.Slides.SetItem(0, Shows.Slide("s1", 7_000)) }, "c").StartFrame);
        Assert.Equal((3 * 48_000, 20 * 48_000), Ends(show, show.Cues[1] with { Span = new("s2", "s2") }));
        var cut = Placed(show with { Cues = [show.Cues[1] with { Span = new("s1", "s1") }] }, "c");
        Assert.Equal((0, 10 * 48_000, 7 * 48_000, 10 * 48_000), (cut.StartFrame, cut.EndFrame, cut.InFrame, cut.UsedFrames));

        static ScheduledCue Placed(Show of, string id) => Schedule.Of(of).Cues.Single(c => c.CueId == id);
        static (long, long) Ends(Show of, Cue cue) => Placed(of with { Cues = [cue] }, "c") is var c ? (c.StartFrame, c.EndFrame) : default;
    }

    [Fact]
    public void Cues_set_to_end_together_end_with_their_slides() => Shows.Any.Sample(show =>
    {
        var order = RunningOrder.Of(show);
        foreach (var placed in Schedule.Of(show, order) is var schedule ? schedule.Cues.Concat(schedule.Silent) : [])
        {
            var cue = show.Cue(placed.CueId);
            if (cue is not { Start.Kind: CueStartKind.End, Stop: CueStop.Span, StopOffsetMs: 0, EachSlide: false } || schedule.Cues.Any(c => c.CrossfadesFrom == placed.CueId)) continue;
            Assert.Equal(order.Of(show, cue.Span!)[^1].EndFrame, placed.EndFrame);
            // To its own last frame: the excess is cut at its beginning.
            Assert.Equal(placed.Source.Frame(cue.OutFrame), placed.InFrame + placed.UsedFrames);
        }
    });

    [Fact]
    public void A_timing_sheet_lists_every_slide_and_sound() => Shows.Any.Sample(show =>
    {
        var sheet = TimingSheet.Of(TimedShow.Of(show));
        var (order, schedule) = (RunningOrder.Of(show), Schedule.Of(show));
        Assert.Equal(order.TotalFrames, sheet.Slides.Sum(s => s.HoldFrames));
        Assert.Equal(order.Slides.Select(s => s.StartFrame), sheet.Slides.Select(s => s.StartFrame));
        Assert.Equal(schedule.Cues.Count + schedule.Silent.Count(c => c.ByHand && !show.Cue(c.CueId).Muted), sheet.Slides.Sum(s => s.Sounds.Count));
        Assert.All(sheet.Slides, s => Assert.All(s.Sounds, x => Assert.InRange(x.StartFrame, s.StartFrame, s.StartFrame + s.HoldFrames - 1)));
    });

    [Fact]
    public void A_cue_that_plays_to_its_end_stops_with_the_show()
    {
        var show = Shows.Of(3, 1000) with { Sounds = [Shows.Sound("a", 96_000), Shows.Sound("b", 480_000)] };
        show = show with
        {
            Cues = [Shows.Cue("c", "a", "s1", "s1", 96_000) with { Stop = CueStop.Finished }, Shows.Cue("d", "b", "s2", "s2", 480_000) with { Stop = CueStop.Finished }],
        };
        var schedule = Schedule.Of(show);
        Assert.Equal(96_000, schedule.Cues[0].EndFrame);
        Assert.Equal(144_000, schedule.Cues[1].EndFrame);
    }

    [Fact]
    public void An_edit_changes_the_content_key_only_where_it_is_heard()
    {
        var show = Shows.Of(4, 4000) with { Sounds = [Shows.Sound("a", 960_000)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s1", "s1", 960_000), Shows.Cue("d", "a", "s3", "s4", 960_000)] };
        var (before, after) = (Schedule.Of(show), Schedule.Of(show with { Cues = show.Cues.SetItem(1, show.Cues[1] with { LevelDb = -6 }) }));
        Assert.Equal(before.ContentKey(0, 192_000), after.ContentKey(0, 192_000));
        Assert.NotEqual(before.ContentKey(384_000, 432_000), after.ContentKey(384_000, 432_000));
    }

    [Fact]
    public void The_music_sheet_of_a_part_has_the_audible_lengths()
    {
        var show = Shows.Of(4, 4000) with { Sounds = [Shows.Sound("a", 960_000), Shows.Sound("b", 96_000, SoundKind.Spot)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s1", "s3", 960_000), Shows.Cue("d", "b", "s3", "s3", 96_000), Shows.Cue("e", "b", "s4", "s4", 96_000)] };
        // Slides 2 and 3: the first is heard on both, from its fifth second on; the second from slide 3 on; the last is not.
        var part = MusicUsed.Of(TimedShow.Of(show)).Within(192_000, 576_000);
        Assert.Equal(384_000, part.TotalFrames);
        Assert.Equal([(0, 384_000), (192_000, 288_000)], part.Uses.Select(u => (u.StartFrame, u.EndFrame)));
    }

    [Fact]
    public void Adding_a_last_slide_keeps_all_sound_before_it()
    {
        var show = Shows.Of(3, 4000) with { Sounds = [Shows.Sound("a", 960_000)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s1", "s3", 960_000, Cue.FillSpan) with { Stop = CueStop.Show, FadeOut = Fade.Of(2000) }] };
        var longer = show with { Slides = [.. show.Slides, Shows.Slide("s4")] };
        var (before, after) = (Schedule.Of(show), Schedule.Of(longer));
        // Ten seconds until the fade begins, of twelve.
        Assert.Equal(before.ContentKey(0, 480_000), after.ContentKey(0, 480_000));
        Assert.NotEqual(before.ContentKey(432_000, 528_000), after.ContentKey(432_000, 528_000));
    }
}
