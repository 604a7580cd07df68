using CsCheck;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

public sealed class VideoTests
{
    private const int Second = Frames.PerSecond;

    /// <summary>Three slides of 4 s, and on the second a video of 640×360 and 3 s.</summary>
    private static Show WithVideo(Func<Cue, Cue> change)
    {
        var show = Shows.Of(3) with { Sounds = [Shows.Sound("clip", 3 * Second, SoundKind.Video)] };
        return show with { Cues = [change(CueDefaults.For(show, show.Sounds[0], "s2", "v"))] };
    }

    [Fact]
    public void A_video_keeps_its_proportions_and_fits_or_fills_its_box()
    {
        // Of the same proportions as its slide, 16:9.
        var place = WithVideo(c => c).Cues[0].Video!;
        Assert.Equal((0.2, 0.2, 0.6, 0.6), (place.X, place.Y, Math.Round(place.Width, 9), Math.Round(place.Height, 9)));

        // A box of 400×400 on a slide of 1000×1000: fitted inside, 225 high; filled, only 9/16 of its width is visible.
        place = new(0.5, 0.5, 0.4, 0.4);
        Assert.Equal(new(500, 587.5, 400, 225, 0, 0, 1, 1), place.BoxOf(Shows.Video, 1000, 1000));
        var filling = (place with { Fitting = VideoFitting.Filling }).BoxOf(Shows.Video, 1000, 1000);
        Assert.Equal(new(500, 500, 400, 400, 0.21875, 0, 0.5625, 1), filling);
        // Its left half cropped: 320×360 are left.
        var cropped = (place with { Crop = new(0.5, 0, 0, 0) }).BoxOf(Shows.Video, 1000, 1000);
        Assert.Equal((0.5, 0.5, 400.0), (cropped.PartX, cropped.PartWidth, cropped.Height));
        // The part beyond the slide is cropped.
        Assert.Equal(new(500, 500, 200, 400, 0.21875, 0, 0.28125, 1), filling.Within(0, 0, 700, 1000));
        Assert.Null(filling.Within(0, 0, 500, 1000));
    }

    [Fact]
    public void A_video_pauses_plays_loops_and_ends_as_set()
    {
        (long? At, double Speed) Seen(Show show, double seconds) =>
            ShownVideo.OfAll(TimedShow.Of(show)) is [var video] && video.At((long)(seconds * Second)) is { } seen ? (seen.FileFrame, seen.Speed) : (null, 0);

        var once = WithVideo(c => c with { InFrame = Second, DelayMs = 1000 });
        Assert.Equal(
            [(null, 0), (Second, 0), (Second, 1), (2 * Second, 1), (3 * Second - 1, 0), (null, 0)],
            new[] { 3.9, 4.5, 5, 6, 7.5, 8 }.Select(s => Seen(once, s)));
        Assert.Equal((Second, 0), Seen(WithVideo(c => c with { InFrame = Second, DelayMs = 1000, Video = c.Video! with { AtEnd = VideoEnd.BackToFirst } }), 7.5));
        var alone = WithVideo(c => c with { DelayMs = 500, Video = c.Video! with { AtEnd = VideoEnd.Leaves, HiddenBefore = true } });
        Assert.Equal([(null, 0), (0, 1), (null, 0)], new[] { 4.2, 4.5, 7.6 }.Select(s => Seen(alone, s)));
        // Twice as fast: one second and a half, then the last picture. Muted it is still visible; triggered manually it waits.
        Assert.Equal((2 * Second, 2), Seen(WithVideo(c => c with { Speed = 2, Muted = true }), 5));
        Assert.Equal((0, 0), Seen(WithVideo(c => c with { Start = CueStart.ByHand }), 6));
        // Two repeats overlap by their crossfade; the later one is shown.
        var round = WithVideo(c => c with { OutFrame = Second, Rounds = Cue.FillSpan });
        var period = TimedShow.Of(round).Schedule.Cues[0].PeriodFrames;
        Assert.InRange(period, 0.7 * Second, Second - 1);
        Assert.Equal(100, ShownVideo.OfAll(TimedShow.Of(round))[0].At(4 * Second + 2 * period + 100)!.FileFrame);
    }

    [Fact]
    public void Picture_and_sound_come_from_the_same_position() => Gen.Select(Shows.AnyCue(3, [20 * Second, 20 * Second, 20 * Second, 3 * Second]), Gen.Int[0, 3]).Sample((cue, rounds) =>
    {
        // A sound whose samples give their position in the file.
        var show = WithVideo(_ => cue with { Id = "v", SoundId = "clip", Span = new("s1", "s3"), InFrame = Second / 2, OutFrame = 2 * Second, LoopPart = null, Rounds = rounds, Speed = 1, Fit = null, Muted = false, LevelDb = 0, LevelPoints = [], Video = VideoPlace.Whole, FadeIn = Fade.None, FadeOut = Fade.None });
        var timed = TimedShow.Of(show);
        if (timed.Schedule.Cues is not [var scheduled, ..]) return;
        var video = ShownVideo.OfAll(timed).First(v => v.FromFrame <= scheduled.StartFrame && scheduled.StartFrame < v.ToFrame);
        var heard = new float[scheduled.LengthFrames * Frames.Channels];
        new Mixer(timed.Schedule.Only(new HashSet<string> { "v" }), _ => new Ruler(3 * Second)).Sum(scheduled.StartFrame, heard);
        var edge = scheduled.SeamFrames + Second / 100;
        for (var at = 0L; at < Math.Min(scheduled.LengthFrames, video.ToFrame - scheduled.StartFrame); at += 4801)
        {
            var round = scheduled.RoundAt(at);
            var within = at - scheduled.RoundStart(round);
            if (within < edge || at > scheduled.LengthFrames - edge) continue;
            Assert.Equal(heard[at * 2] * 3 * Second, video.At(scheduled.StartFrame + at)!.FileFrame, 1.0);
        }
    });

    [Fact]
    public void Every_film_frame_shows_the_moment_at_its_centre() => Gen.Select(Shows.Any, Gen.Int[10, 60]).Sample((show, fps) =>
    {
        var timed = TimedShow.Of(show);
        var videos = ShownVideo.OfAll(timed);
        var order = PictureOrder.Of(timed, timed.Order.Slides, fps);
        Assert.All(order.Shots, shot => Assert.True(shot.End > shot.Start));
        var at = 0L;
        foreach (var shot in order.Shots)
        {
            Assert.Equal(at, shot.Start);
            // For long shots, the ends.
            foreach (var picture in new[] { shot.Start, shot.Start + 1, (shot.Start + shot.End) / 2, shot.End - 2, shot.End - 1 }.Where(p => p >= shot.Start && p < shot.End).Distinct())
            {
                var middle = Frames.MiddleOf(picture, fps);
                Assert.Equal((picture, picture + 1), (Frames.ToPictures(middle, fps), Frames.ToPictures(middle + 1, fps)));
                var seen = videos.Select(v => v.At(middle)).OfType<SeenVideo>().ToList();
                var shown = shot.LookAt(picture, fps).Videos;
                Assert.Equal(seen.Select(v => (v.Media, v.Place, v.Speed)), shown.Select(v => (v.Media, v.Place, v.Speed)));
                Assert.All(seen.Zip(shown), v => Assert.InRange(v.First.FileFrame - v.Second.FileFrame, -3, 3));
            }
            at = shot.End;
        }
        Assert.Equal(order.Total, at);
    });

    [Fact]
    public void A_slide_keeps_its_videos_length_when_holds_are_distributed()
    {
        // Music of 6 s under three slides, on the second of which is a muted video of 3 s: it needs 3.3 s of them.
        var show = WithVideo(c => c with { Muted = true });
        show = show with { Sounds = [.. show.Sounds, Shows.Sound("bed", 6 * Second)], Cues = [.. show.Cues, Shows.Cue("b", "bed", "s1", "s3", 6 * Second)] };
        Assert.Equal([1350L, 3300, 1350], Fitting.Repace.Of(show, "b", null, Fitting.ChangeOn.Anywhere, Fitting.HoldLimits.Usual).Select(s => s.AfterMs));
    }

    [Fact]
    public void A_voice_over_several_slides_sets_their_total_hold()
    {
        var show = Shows.Of(5, 10_000) with { Sounds = [Shows.Sound("voice", 30 * Second, SoundKind.Voice)] };
        show = show with { Cues = [Shows.Cue("v", "voice", "s3", "s5", 30 * Second)] };
        var holds = Fitting.SpreadHolds.Of(show, 50_300, Fitting.SpreadBy.Holds, Fitting.HoldLimits.Usual).Select(s => s.AfterMs).ToList();
        Assert.Equal([10_000L, 10_000, 10_100, 10_100, 10_100], holds);
        // The least total is that of the voice and the shortest holds of the others; it is possible, anything shorter is not.
        Assert.Equal(32_300, Fitting.SpreadHolds.Of(show, 32_300, Fitting.SpreadBy.Holds, Fitting.HoldLimits.Usual).Sum(s => s.AfterMs));
        Assert.Throws<RuleException>(() => Fitting.SpreadHolds.Of(show, 32_299, Fitting.SpreadBy.Holds, Fitting.HoldLimits.Usual));
        // A locked slide contributes its hold.
        var locked = show.Apply(new SetHoldLocks([new("s4", true)])).Show;
        Assert.Equal([10_150L, 10_000, 10_150], Fitting.SpreadHolds.Of(locked, 50_300, Fitting.SpreadBy.Holds, Fitting.HoldLimits.Usual).Skip(2).Select(s => s.AfterMs));
    }

    [Theory]
    [InlineData(null, 18_000), InlineData(1_000L, 14_000), InlineData(2_000L, 14_000)]
    public void A_hold_that_follows_media_at_a_step_includes_the_time_before(long? second, long hold)
    {
        var slide = Shows.Slide("s1") with { Steps = [new("a", "", 0, null), new("b", "", second, null), new("c", "", 2_000, null)] };
        var show = Show.Empty("Steps") with { Slides = [slide, Shows.Slide("s2", 60_000)], Sounds = [Shows.Sound("video", 12 * Second, SoundKind.Video)] };
        show = show with { Cues = [Shows.Cue("v", "video", "s1", "s1", 12 * Second) with { Start = CueStart.WithStep("c"), Video = new(0, 0, 1, 1) }] };
        show = show.Apply(new SetHolds([new("s1", 1_000, "v")])).Show;
        show = show.Apply(FollowedHolds.Edit(show)!).Show;
        Assert.Equal(hold, show.Slides[0].HoldMs);
        Assert.Equal(12 * Second, TimedShow.Of(show).Schedule.Cues[0].LengthFrames);
        Assert.Null(FollowedHolds.Edit(show));
    }

    [Fact]
    public void A_hold_matched_to_its_video_stays_matched_when_holds_are_distributed()
    {
        static Show Followed(Show show) => FollowedHolds.Edit(show) is { } edit ? show.Apply(edit).Show : show;
        var show = Followed(WithVideo(c => c with { DelayMs = 500 }).Apply(new SetHolds([new("s2", 1000, "v")])).Show);
        Assert.Equal(3500, show.Slide("s2").HoldMs);
        Assert.Null(FollowedHolds.Edit(show));
        // Trimmed, twice as fast, and three times.
        Assert.Equal(1500, Followed(show.Apply(new SetPart("v", Second, 3 * Second)).Show.Apply(new SetSpeed("v", 2)).Show).Slide("s2").HoldMs);
        var cue = Followed(show.Apply(new SetRounds("v", 3)).Show);
        var seam = TimedShow.Of(cue).Schedule.Cues[0].SeamFrames;
        Assert.Equal((500 * Frames.PerMs + 9 * Second - 2 * seam + Frames.PerMs - 1) / Frames.PerMs, cue.Slide("s2").HoldMs);
        Assert.Equal(cue.Slide("s2").HoldMs * Frames.PerMs, TimedShow.Of(cue).Schedule.Cues[0].LengthFrames + 500 * Frames.PerMs, 47.0);
        // A pause after it, if wanted.
        Assert.Equal(4300, Followed(show.Apply(new SetHolds([new("s2", 1000, "v", 800)])).Show).Slide("s2").HoldMs);
        // Distributing leaves it unchanged, and so does a run.
        Assert.Equal([3250L, 3500, 3250], Fitting.SpreadHolds.Of(show, 10_000, Fitting.SpreadBy.Evenly, Fitting.HoldLimits.Usual).Select(s => s.AfterMs));
        // Hidden slides before it do not count; beds and spots do not set a hold.
        var hidden = show.Apply(new SetSpan("v", new("s1", "s2"))).Show.Apply(new SetHidden([new("s1", true)])).Show;
        Assert.True(FollowedHolds.Can(hidden, hidden.Slide("s2"), hidden.Cue("v")));
        var bed = show with { Sounds = [show.Sounds[0] with { Kind = SoundKind.Bed, Video = null }], Cues = [show.Cues[0] with { Video = null }] };
        Assert.False(FollowedHolds.Can(bed, bed.Slide("s2"), bed.Cue("v")));
        // Looping, triggered manually, or removed: it stays unchanged. Set manually it no longer follows.
        foreach (var edit in new Edit[] { new SetRounds("v", Cue.FillSpan), new SetStart("v", CueStart.ByHand), new RemoveCue("v"), new SetSpan("v", new("s1", "s2")), new SetHolds([new("s2", 2000)]) })
        {
            var after = show.Apply(edit);
            Assert.False(FollowedHolds.Keeps(after.Show, after.Show.Slide("s2")));
            Assert.Equal(show, after.Show.Apply(after.Inverse).Show);
        }
    }

    [Fact]
    public void Only_the_used_part_of_a_long_video_is_loaded()
    {
        const long hour = 3600L * Second;
        var show = WithVideo(c => c with { InFrame = 600 * Second, OutFrame = 610 * Second });
        show = show with { Sounds = [show.Sounds[0] with { Figures = Shows.Figures(hour) }] };
        var video = Assert.Single(Live.LivePlan.Of(TimedShow.Of(show)).Cues).Video!;
        Assert.Equal(($"{show.Sounds[0].Media}-{600 * Second}-{610 * Second}", 0L), (video.File, video.Runs[0].FileFrame));
        // If most of it is used, or it is short, it is the file itself.
        foreach (var (length, to) in new[] { (hour, hour), (600L * Second, 10L * Second) })
        {
            var whole = show with { Sounds = [show.Sounds[0] with { Figures = Shows.Figures(length) }], Cues = [show.Cues[0] with { InFrame = Second, OutFrame = to }] };
            video = Assert.Single(Live.LivePlan.Of(TimedShow.Of(whole)).Cues).Video!;
            Assert.Equal((whole.Sounds[0].Media, (long)Second), (video.File, video.Runs[0].FileFrame));
        }
    }

    [Fact]
    public void A_video_keeps_its_kind_and_position()
    {
        var show = WithVideo(c => c);
        foreach (var refused in new Edit[]
        {
            new SetSoundKind("clip", SoundKind.Voice), new ReplaceSound("clip", Shows.Media("x"), "x.wav", Shows.Figures(Second)), new SetVideo("v", VideoPlace.Whole with { X = 1 }),
            new SetVideo("v", VideoPlace.Whole with { Width = double.NaN }), new SetVideo("v", VideoPlace.Whole with { Crop = new(0.5, 0, 0.5, 0) }),
            new PlaceCue(show.Cues[0] with { Id = "w", Video = null }, 0),
        })
            Assert.NotEmpty(Assert.Throws<RuleException>(() => show.Apply(refused)).Message);
        // Muted, it is still visible; beds are ducked under it only while it is audible.
        Assert.Contains("is shown without sound", Checking.Explanation.Of(TimedShow.Of(show.Apply(new SetMuted("v", true)).Show), "s2")[^1].Sentence);
    }

    /// <summary>A sound whose samples rise evenly from 0 to 1.</summary>
    private sealed class Ruler(long frames) : ISoundReader
    {
        public long Frames => frames;

        public void Read(long frame, Span<float> destination)
        {
            for (var i = 0; i < destination.Length; i++) destination[i] = (frame + i / 2) / (float)frames;
        }
    }
}
