using CsCheck;
using Phonaris.Core.Levels;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Beds are ducked where voices really speak, and as far as they are too loud for them.</summary>
public class DuckingTests
{
    private const long Second = Frames.PerSecond;

    /// <summary>A voice of 10 s that speaks from 2 to 4, with a pause of a tenth of a second in it, and from 7 to 8.</summary>
    private static Signal Voice { get; } = new(10 * Second, n => (n / (Second / 10)) is (>= 20 and < 30) or (>= 31 and < 40) or (>= 70 and < 80) ? Signal.Hash(n, 4, 0.5) : Signal.Hash(n, 5, 0.0005));

    /// <summary>A bed that is 12 dB louder in its second half.</summary>
    private static Signal Bed { get; } = new(40 * Second, n => Signal.Hash(n, 8, n < 20 * Second ? 0.08 : 0.32));

    private static FakeLoudness Sounds { get; } = new(source => source.Media == Shows.Media("voice") ? Voice : Bed);

    private static Show Made(double bedDb = 0) => Shows.Of(4, 10_000) with
    {
        Sounds = [Shows.Sound("bed", Bed.Frames), Shows.Sound("voice", Voice.Frames, SoundKind.Voice)],
        Cues =
        [
            Shows.Cue("b", "bed", "s1", "s4", Bed.Frames) with { LevelDb = bedDb },
            Shows.Cue("v", "voice", "s1", "s1", Voice.Frames), Shows.Cue("w", "voice", "s3", "s3", Voice.Frames),
        ],
    };

    private static double Db(Show show, double seconds) =>
        Gain.ToDecibels(Schedule.Of(show, Sounds.Listened()).Cues.Single(c => c.CueId == "b").GainAt((long)(seconds * Second))) - show.Cue("b").LevelDb;

    [Fact]
    public void Speech_is_detected_by_level_and_short_pauses_are_bridged()
    {
        var spoken = LoudnessTrack.Of(Voice, CancellationToken.None).Spoken;
        Assert.Equal(2, spoken.Count);
        foreach (var (stretch, from, to) in spoken.Zip([(2.0, 4.0), (7.0, 8.0)], (s, at) => (s, at.Item1, at.Item2)))
        {
            Assert.Equal(from, stretch.FromFrame / (double)Second, 0.06);
            Assert.Equal(to, stretch.ToFrame / (double)Second, 0.06);
        }
        // A sound too short to analyse counts as speech; silence does not.
        Assert.Equal(Second / 4, Assert.Single(LoudnessTrack.Of(Signal.Noise(Second / 4, 0.2, 3), CancellationToken.None).Spoken).ToFrame);
        Assert.Empty(LoudnessTrack.Of(new Signal(Second, _ => 0), CancellationToken.None).Spoken);
    }

    [Fact]
    public void A_video_without_sound_neither_ducks_nor_counts_as_voice_or_music()
    {
        var show = Made() with { Sounds = [.. Made().Sounds, Shows.Sound("screen", 10 * Second, SoundKind.Video) with { Video = Shows.Video with { HasSound = false } }] };
        show = show with { Cues = [.. show.Cues, Shows.Cue("m", "screen", "s2", "s2", 10 * Second) with { Video = new(0, 0, 1, 1) }, Shows.Cue("n", "screen", "s1", "s1", 10 * Second) with { Video = new(0, 0, 1, 1) }] };
        // Whether it was analysed or not.
        foreach (var listened in new[] { Sounds.Listened(), Listened.Nothing })
        {
            var (with, without) = (Schedule.Of(show, listened), Schedule.Of(Made(), listened));
            Assert.Equal(without.Cues.Single(c => c.CueId == "b").Envelope, with.Cues.Single(c => c.CueId == "b").Envelope);
            Assert.Equal(without.DuckingStretches, with.DuckingStretches);
        }
        Assert.DoesNotContain("voices-together", Sounds.Findings(show).Select(f => f.Check));
        Assert.DoesNotContain(MusicUsed.Of(TimedShow.Of(show)).Uses, u => u.Title == "Sound screen");
        // A muted manual cue is not heard either.
        var muted = Made() with { Cues = [.. Made().Cues, Shows.Cue("h", "bed", "s1", "s1", Second) with { Start = CueStart.ByHand, Muted = true }] };
        Assert.Equal(MusicUsed.Of(TimedShow.Of(Made())), MusicUsed.Of(TimedShow.Of(muted)));
        Assert.DoesNotContain(TimingSheet.Of(TimedShow.Of(muted)).Slides.SelectMany(s => s.Sounds), s => s.ByHand);
    }

    [Fact]
    public void A_bed_ducks_before_speech_to_its_target()
    {
        var show = Made();
        // Not at the first frame of the voice, which is silent, but just before it speaks; up again between its sentences.
        Assert.Equal(0, Db(show, 1.7), 0.01);
        var (first, second) = (Db(show, 3), Db(show, 23));
        Assert.Equal(first, Db(show, 2.1), 0.01);
        Assert.Equal(0, Db(show, 6), 0.01);
        Assert.Equal(first, Db(show, 7.5), 0.3);
        // In its louder half it ducks 12 dB deeper: under both voices the level is the same.
        Assert.Equal(-12, second - first, 0.3);
        Assert.Equal(LevelTargets.Web.BedUnderVoiceLufs, Under(show, 2.5, 3.9), 0.5);
        Assert.Equal(LevelTargets.Web.BedUnderVoiceLufs, Under(show, 22.5, 23.9), 0.5);
        // A quiet bed is not ducked, nor one under a voice that does not duck; a voice with a fixed depth gets it.
        Assert.Equal(0, Db(Made(-20), 3), 0.01);
        Assert.Equal((0, second), (Db(show.Apply(new SetDucks("v", false)).Show, 3), Db(show.Apply(new SetDucks("v", false)).Show, 23)));
        Assert.Equal(-20, Db(show.Apply(new SetDuck("v", new(150, 400, 800, 20))).Show, 3), 0.01);
        // With its own times: 1 s attack, 2 s hold.
        var slow = show.Apply(new SetShowDuck(new(1000, 2000, 500, 6))).Show;
        Assert.Equal([(1.5, -3), (3, -6), (5.9, -6), (6.0, -6)], new[] { 1.5, 3, 5.9, 6.0 }.Select(s => (s, Math.Round(Db(slow, s), 0) + 0.0)));
    }

    private static double Under(Show show, double from, double to)
    {
        var track = CueTrackOf(show);
        var steps = track.AsSpan((int)(from * 100), (int)((to - from) * 100));
        return Loudness.Integrated(steps)!.Value;
    }

    private static double[] CueTrackOf(Show show)
    {
        var samples = new float[40 * Second * 2];
        new Mixing.Mixer(Schedule.Of(show, Sounds.Listened()).Only(new HashSet<string> { "b" }), Sounds.Open).Render(0, samples);
        return LoudnessTrack.Of(new Signal(40 * Second, n => samples[2 * n], n => samples[2 * n + 1]), CancellationToken.None).MeanSquares();
    }

    [Fact]
    public void With_any_ducking_the_lowest_wins_and_the_gain_never_jumps()
    {
        Gen.Select(Gen.Long[0, 8000], Gen.Long[0, 8000], Gen.Int[5, 3000], Gen.Int[0, 2000], Gen.Double[0, 30]).Sample(
            (one, two, ms, hold, depth) =>
            {
                var show = Made();
                show = show with { Cues = [.. show.Cues.Select(c => c.Id == "v" ? c with { DelayMs = one, Duck = new(ms, hold, ms, depth) } : c.Id == "w" ? c with { Span = new("s1", "s2"), DelayMs = two, Duck = new(150, 400, 800, 10) } : c)] };
                var alone = new[] { "v", "w" }.Select(id => Envelope(show with { Cues = [.. show.Cues.Where(c => c.Id == "b" || c.Id == id)] })).ToList();
                var both = Envelope(show);
                for (var at = 0L; at < 20 * Second; at += 4801)
                    Assert.Equal(Math.Min(alone[0].DbAt(at), alone[1].DbAt(at)), both.DbAt(at), 0.02);
                Assert.All(both.Points.Zip(both.Points.Skip(1)), p => Assert.True(p.Second.Frame > p.First.Frame));
            },
            iter: 200);

        static Envelope Envelope(Show show) => Schedule.Of(show, Sounds.Listened()).Cues.Single(c => c.CueId == "b").Envelope;
    }

    [Fact]
    public void The_live_plan_has_speech_ranges_and_excess_levels()
    {
        var show = Made();
        var plan = LivePlan.Of(TimedShow.Of(show, Sounds.Listened()));
        var (bed, voice) = (plan.Cues.Single(c => c.CueId == "b"), plan.Cues.Single(c => c.CueId == "v"));
        Assert.Equal([2.0, 7.0], voice.Duck!.Spoken!.Select(s => Math.Round(s.FromMs / 1000.0, 0)));
        Assert.Equal((150, 400, 800, null), (voice.Duck.AttackMs, voice.Duck.HoldMs, voice.Duck.ReleaseMs, voice.Duck.DepthDb));
        // Both halves together: between the two depths.
        Assert.InRange(bed.OverDb, -Db(show, 3), -Db(show, 23));
        Assert.Equal((null, 0), (bed.Duck, voice.OverDb));
        Assert.Null(LivePlan.Of(TimedShow.Of(show.Apply(new SetDucks("v", false)).Show, Sounds.Listened())).Cues.Single(c => c.CueId == "v").Duck);
    }

    [Fact]
    public void The_overall_gain_meets_the_target_and_keeps_relative_levels()
    {
        var show = Made(-10);
        var levels = ShowLevels.Of(TimedShow.Of(show, Sounds.Listened()), Sounds);
        var louder = show.Apply(new SetShowGain(WholeGain.Of(show, levels)!.Db)).Show;
        var after = ShowLevels.Of(TimedShow.Of(louder, Sounds.Listened()), Sounds);
        Assert.Equal(Math.Min(louder.LevelTargets.WholeLufs, after.Whole.IntegratedLufs!.Value), after.Whole.IntegratedLufs!.Value, 0.1);
        Assert.True(after.Peaks.SumPeakDbtp <= louder.LevelTargets.TruePeakDbtp);
        // Both are raised as far as the limit, including the ducking.
        Assert.Equal(louder.GainDb, after.Whole.IntegratedLufs!.Value - levels.Whole.IntegratedLufs!.Value, 0.1);
        Assert.Null(WholeGain.Of(louder, after));
    }
}
