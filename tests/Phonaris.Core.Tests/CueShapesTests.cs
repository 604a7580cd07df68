using Phonaris.Core.Checking;
using Phonaris.Core.Live;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>How cues interact: chains, crossfades, ducking, ends, and their findings.</summary>
public class CueShapesTests
{
    private const long Second = Frames.PerSecond;

    [Fact]
    public void A_chain_of_cues_is_followed_and_a_cycle_is_rejected()
    {
        var show = With(Shows.Of(4), ("a", SoundKind.Spot, 2), ("b", SoundKind.Spot, 3));
        show = Place(show, Shows.Cue("one", "a", "s1", "s1", 2 * Second) with { DelayMs = 1000 }, Shows.Cue("two", "b", "s1", "s2", 3 * Second));
        show = show.Apply(new SetStart("two", CueStart.After("one"))).Show.Apply(new SetDelay("two", 500)).Show;
        Assert.Equal((3 * Second + Second / 2, 6 * Second + Second / 2), At("two"));
        show = show.Apply(new SetDelay("one", 1500)).Show;
        Assert.Equal(4 * Second, At("two").Start);

        var circle = Assert.Throws<RuleException>(() => show.Apply(new SetStart("one", CueStart.After("two"))));
        Assert.Equal(("start", "These cues would wait for each other: Sound a after Sound b after Sound a."), (circle.Field, circle.Message));

        // Without the cue it followed, it starts with its slide; the edit says so and can be undone.
        var gone = new RemoveCue("one");
        Assert.Equal("Removed Sound a from slide 1. Now starting with their slides: Sound b", gone.Sentence(show));
        var (without, inverse) = show.Apply(gone);
        Assert.Equal(CueStart.WithSlide, without.Cue("two").Start);
        Assert.Equal(show, without.Apply(inverse).Show);

        (long Start, long End) At(string id) => Schedule.Of(show).Cues.Where(c => c.CueId == id).Select(c => (c.StartFrame, c.EndFrame)).Single();
    }

    [Fact]
    public void Proposed_predecessors_end_near_a_cue_and_do_not_follow_it()
    {
        var show = With(Shows.Of(4), ("a", SoundKind.Spot, 2), ("b", SoundKind.Bed, 9));
        show = Place(
            show,
            Shows.Cue("far", "a", "s1", "s1", 2 * Second),
            Shows.Cue("late", "a", "s4", "s4", 2 * Second) with { Stop = CueStop.Finished, DelayMs = 3000 },
            Shows.Cue("asked", "b", "s3", "s4", 9 * Second) with { InFrame = Second },
            Shows.Cue("waits", "a", "s3", "s3", 2 * Second) with { Start = CueStart.After("asked") },
            Shows.Cue("waits too", "a", "s3", "s3", 2 * Second) with { Start = CueStart.After("waits") },
            Shows.Cue("near", "a", "s3", "s3", 2 * Second));
        var proposed = CueProposals.Of(TimedShow.Of(show), "asked");
        // Its slides begin at 8 s and end at 16: "near" ends at 10, "far" at 2, "late" beyond them.
        Assert.Equal(["near", "far", "late"], proposed.After);
        foreach (var before in proposed.After) show.Apply(new SetStart("asked", CueStart.After(before)));
        Assert.Equal((3 * Second, 7 * Second), (proposed.LoopPart.FromFrame, proposed.LoopPart.ToFrame));
        Assert.Equal((Second, 6 * Second), (proposed.Beginning.FromFrame, proposed.Beginning.ToFrame));
    }

    [Fact]
    public void A_bed_crossfades_into_the_next_with_equal_power()
    {
        var show = With(Shows.Of(4), ("a", SoundKind.Bed, 60), ("b", SoundKind.Bed, 60));
        show = Place(
            show, Shows.Cue("one", "a", "s1", "s2", 60 * Second, Cue.FillSpan),
            Shows.Cue("two", "b", "s3", "s4", 60 * Second, Cue.FillSpan) with { HandoverMs = 2000 });
        var schedule = Schedule.Of(show);
        var (one, two) = (schedule.Cues[0], schedule.Cues[1]);
        // They meet at 8 s; the first plays for two more seconds.
        Assert.Equal((10 * Second, 8 * Second, "one"), (one.EndFrame, two.StartFrame, two.CrossfadesFrom));
        for (var at = 8 * Second; at < 10 * Second; at += 999)
            Assert.Equal(1, Math.Pow(one.GainAt(at - one.StartFrame), 2) + Math.Pow(two.GainAt(at - two.StartFrame), 2), 1e-3);
        Assert.Empty(Clashes(show));

        // Extended, it is still replaced; the explanation names the fix.
        show = show.Apply(new SetSpan("one", new("s1", "s4"))).Show;
        Assert.Equal(10 * Second, Schedule.Of(show).Cues[0].EndFrame);
        var clash = Assert.Single(Clashes(show));
        Assert.Equal(("s3", "Sound a overlaps Sound b on slide 3.", "End Sound a with slide 2"), (clash.SlideId, clash.Sentence, clash.Fixes[0].Words));
        Assert.Equal("s2", show.Apply(clash.Fixes[0].Edit).Show.Cue("one").Span!.Last);

        // A sound at its end cannot play on.
        show = show.Apply(new SetRounds("one", 1)).Show.Apply(new SetPart("one", 0, 8 * Second)).Show;
        Assert.Equal((8 * Second, null), (Schedule.Of(show).Cues[0].EndFrame, Schedule.Of(show).Cues[1].CrossfadesFrom));
    }

    [Theory]
    [InlineData("a")]
    [InlineData("b")]
    public void A_crossfade_has_constant_power_for_equal_and_different_sounds(string later)
    {
        var show = With(Shows.Of(4), ("a", SoundKind.Bed, 60), ("b", SoundKind.Bed, 60));
        // The second continues where the first stops: with the same music, both play the same from 8 to 10 s.
        show = Place(
            show,
            Shows.Cue("one", "a", "s1", "s2", 60 * Second),
            Shows.Cue("two", later, "s3", "s4", 60 * Second) with { InFrame = 8 * Second, HandoverMs = 2000 });
        var schedule = Schedule.Of(show);
        Assert.Equal("one", schedule.Cues[1].CrossfadesFrom);
        var mix = new float[2 * schedule.TotalFrames];
        new Mixer(schedule, s => Signal.Noise(60 * Second, 0.3, s.Media == show.Sound("a").Media ? 1u : 2u)).Render(0, mix);
        // The loudness of a tenth of a second of noise is accurate to a few hundredths of a decibel.
        var steady = Rms(4 * Second);
        for (var at = 15 * Second / 2; at < 21 * Second / 2; at += Second / 10)
            Assert.InRange(20 * Math.Log10(Rms(at) / steady), -0.3, 0.3);
        // Soloed, the later bed fades in alone.
        new Mixer(schedule.Only(new HashSet<string> { "two" }), _ => Signal.Noise(60 * Second, 0.3, 2u)).Render(0, mix);
        Assert.InRange(Rms(12 * Second) / steady, 0.95, 1.05);

        double Rms(long at) => Math.Sqrt(mix.AsSpan((int)at * 2, (int)Second / 5).ToArray().Average(v => (double)v * v));
    }

    [Fact]
    public void Of_two_beds_that_start_together_the_later_plays_everywhere()
    {
        var show = Shows.Of(4, 5000) with { Sounds = [Shows.Sound("a", 960_000), Shows.Sound("b", 960_000)] };
        show = show with { Cues = [Shows.Cue("one", "a", "s2", "s4", 960_000), Shows.Cue("two", "b", "s2", "s3", 960_000)] };
        var schedule = Schedule.Of(show);
        Assert.Equal("two", Assert.Single(schedule.Cues).CueId);
        Assert.Equal(("one", "two"), (Assert.Single(schedule.Silent).CueId, schedule.Silent[0].ReplacedBy));
        Assert.Equal("two", Assert.Single(LivePlan.Of(TimedShow.Of(show)).Cues).Id);
        var finding = Assert.Single(Clashes(show));
        Assert.Equal("Sound a does not play: Sound b starts at the same time on slide 2.", finding.Sentence);
        Assert.Contains(Explanation.Of(TimedShow.Of(show), "s3"), e => e.Sentence == "Sound a does not play: Sound b starts at the same time.");
        Assert.Equal("one", Assert.Single(Schedule.Of(show.Apply(new SetMuted("two", true)).Show).Cues).CueId);
    }

    [Fact]
    public void Beds_are_ducked_before_a_voice_starts_and_until_after_it_ends()
    {
        var show = With(Shows.Of(5), ("bed", SoundKind.Bed, 60), ("voice", SoundKind.Voice, 2));
        show = Place(show, Shows.Cue("b", "bed", "s1", "s5", 60 * Second), Shows.Cue("v", "voice", "s3", "s3", 2 * Second));
        // The voice plays from 8 to 10 s; the bed is 8 LU louder than its target under voices.
        Assert.Equal([(7.85, 0), (8.0, -8), (10.4, -8), (10.8, -4), (11.2, 0)], Db(7.85, 8, 10.4, 10.8, 11.2));
        Assert.Equal([(7.8, 0), (11.3, 0)], Db(7.8, 11.3));

        // Another voice soon after: the release turns around where the attack of the next one crosses it.
        show = Place(show, Shows.Cue("w", "voice", "s3", "s3", 2 * Second) with { DelayMs = 2800 });
        var (lowest, highest) = (Enumerable.Range(8000, 2300).Min(ms => At(ms / 1000.0)), Enumerable.Range(10_000, 1000).Max(ms => At(ms / 1000.0)));
        Assert.Equal(-8, lowest, 0.01);
        Assert.InRange(highest, -6, -2);

        show = show.Apply(new SetDucks("v", false)).Show.Apply(new SetDucks("w", false)).Show;
        Assert.Equal([(9.0, 0)], Db(9));

        double At(double seconds) => Gain.ToDecibels(Schedule.Of(show).Cues[0].GainAt((long)(seconds * Second)));
        List<(double, double)> Db(params double[] seconds) => [.. seconds.Select(s => (s, Math.Round(At(s), 1) + 0.0))];
    }

    [Theory]
    [InlineData(CueStop.Span, 0, 12.0)]
    [InlineData(CueStop.Span, -1500, 10.5)]
    [InlineData(CueStop.Step, 0, 10.0)]
    [InlineData(CueStop.Step, 500, 10.5)]
    [InlineData(CueStop.Finished, 0, 16.0)]
    [InlineData(CueStop.Show, 0, 16.0)]
    public void A_cue_ends_as_set(CueStop stop, long offsetMs, double seconds)
    {
        var show = With(Shows.Of(4), ("a", SoundKind.Bed, 60));
        show = show.Apply(new SetSteps("s3", [new("s3-1", "", 0, null), new("wing", "Wing", 2000, null)])).Show;
        show = Place(show, Shows.Cue("c", "a", "s2", "s3", 60 * Second));
        show = show.Apply(new SetStop("c", stop, stop == CueStop.Step ? "wing" : null, offsetMs)).Show;
        Assert.Equal(seconds, Assert.Single(Schedule.Of(show).Cues).EndFrame / (double)Second);
    }

    [Fact]
    public void A_section_loops_and_the_rest_plays_before_and_after_it()
    {
        // A ramp, so that each sample gives its position in the sound. Crossfades take a quarter of the loop: half a second.
        const long frames = 8 * Second;
        var sound = new Signal(frames, n => (float)n / frames);
        var show = With(Shows.Of(1, 12_000), ("a", SoundKind.Spot, 8));
        show = Place(show, Shows.Cue("c", "a", "s1", "s1", frames, 3) with { LoopPart = new(2 * Second, 2 * Second + 9600) });
        var cue = Assert.Single(Schedule.Of(show).Cues);
        // Repeats of 0.2 s with crossfades of 0.05 s.
        Assert.Equal((2400, 7200), (cue.SeamFrames, cue.PeriodFrames));
        Assert.Equal([2 * Second + 7200, 2 * Second + 14_400], cue.EditPoints());
        Assert.Equal(frames + 2 * 7200, cue.LengthFrames);
        var samples = new float[12 * Second * 2];
        new Mixer(Schedule.Of(show), _ => sound).Render(0, samples);
        double SoundAt(long frame) => samples[frame * 2] * (double)frames;
        Assert.Equal(Second, SoundAt(Second), 2.0);
        Assert.Equal(2 * Second + 4000, SoundAt(2 * Second + 4000), 2.0);
        Assert.Equal(2 * Second + 4000, SoundAt(2 * Second + 4000 + 7200), 2.0);
        // The last repeat plays to the end.
        Assert.Equal(5 * Second, SoundAt(5 * Second + 2 * 7200), 2.0);
    }

    [Fact]
    public void Level_points_change_the_level_evenly_in_decibels_between_them()
    {
        var show = With(Shows.Of(1, 10_000), ("a", SoundKind.Spot, 10));
        show = Place(show, Shows.Cue("c", "a", "s1", "s1", 10 * Second) with { LevelDb = -6, LevelPoints = [new(2000, 0), new(4000, -20), new(6000, 6)] });
        var samples = new float[10 * Second * 2];
        new Mixer(Schedule.Of(show), _ => new Signal(10 * Second, _ => 0.1f)).Render(0, samples);
        foreach (var (ms, db) in new[] { (1000, -6.0), (2000, -6), (3000, -16), (4000, -26), (5000, -13), (6000, 0), (9000, 0) })
            Assert.Equal(db, 20 * Math.Log10(samples[ms * 96] / 0.1), 0.02);
    }

    [Fact]
    public void A_slide_is_explained_with_fixes()
    {
        var show = With(Shows.Of(6), ("a", SoundKind.Bed, 6), ("b", SoundKind.Spot, 1));
        show = Place(show, Shows.Cue("bed", "a", "s1", "s3", 6 * Second), Shows.Cue("owl", "b", "s6", "s6", Second) with { Start = CueStart.ByHand });

        Assert.Equal([(true, "Sound a starts with this slide and plays to its end on slide 2.")], Said("s1"));
        Assert.Equal([(false, "Silence: Sound a ended on slide 2; the next sound is triggered manually on slide 6."), (false, "Sound a ended on slide 2 because it is shorter than its span.")], Said("s3"));
        var fill = Explanation.Of(TimedShow.Of(show), "s3")[1].Fix!;
        Assert.Equal("Loop until its slides end", fill.Words);
        show = show.Apply(fill.Edit).Show;
        Assert.Equal([(true, "Sound a started on slide 1 and ends with this slide.")], Said("s3"));

        Assert.Equal("Silence: Sound a ended on slide 3; the next sound is triggered manually on slide 6.", Said("s5")[0].Sentence);
        show = show.Apply(Explanation.Of(TimedShow.Of(show), "s5")[0].Fix!.Edit).Show;
        Assert.Equal("s5", show.Cue("bed").Span!.Last);
        Assert.Contains((false, "Sound b is triggered manually."), Said("s6"));

        show = show.Apply(new SetMuted("bed", true)).Show;
        Assert.Contains((false, "Sound a is muted."), Said("s2"));
        show = show.Apply(new SetHidden([new("s2", true)])).Show;
        Assert.Equal([(false, "This slide is hidden, so nothing plays on it.")], Said("s2"));

        // Each fix can be applied.
        foreach (var slide in show.Slides)
            foreach (var line in Explanation.Of(TimedShow.Of(show), slide.Id).Where(l => l.Fix is not null)) Assert.NotEqual(show, show.Apply(line.Fix!.Edit).Show);

        var late = Place(
            With(Shows.Of(2), ("a", SoundKind.Spot, 1), ("b", SoundKind.Spot, 1)), Shows.Cue("one", "a", "s1", "s1", Second) with { DelayMs = 1500 },
            Shows.Cue("two", "b", "s1", "s1", Second) with { Start = CueStart.After("one"), DelayMs = 500 });
        Assert.Equal(
            ["Sound a starts 1.5 s into this slide and plays to its end here.", "Sound b starts here 0.5 s after Sound a and plays to its end here."],
            Explanation.Of(TimedShow.Of(late), "s1").Select(e => e.Sentence));

        List<(bool Sounds, string Sentence)> Said(string slide) => [.. Explanation.Of(TimedShow.Of(show), slide).Select(e => (e.Sounds, e.Sentence))];
    }

    [Fact]
    public void Pasted_cues_keep_their_positions_sounds_and_chains()
    {
        var show = With(Shows.Of(8), ("a", SoundKind.Spot, 1), ("b", SoundKind.Bed, 9));
        show = Place(show, Shows.Cue("one", "a", "s2", "s2", Second), Shows.Cue("two", "b", "s3", "s4", 9 * Second) with { Start = CueStart.After("one"), LevelDb = -9 });
        var (clip, n) = (CueClip.Of(show, ["one", "two"]), 0);

        var here = show.Apply(clip.ToEdit(show, "s5", () => $"n{n++}")).Show;
        Assert.Equal([new Span("s5", "s5"), new Span("s6", "s7")], here.Cues.Skip(2).Select(c => c.Span));
        Assert.Equal((here.Cues[2].Id, -9, 2), (here.Cues[3].Start.CueId, here.Cues[3].LevelDb, here.Sounds.Count));

        // In another show, at its end: the sounds are copied, and what does not fit is placed on the last slide.
        var other = Shows.Of(2);
        var there = other.Apply(clip.ToEdit(other, "s2", () => $"n{n++}")).Show;
        Assert.Equal((2, "Sound b", new Span("s2", "s2")), (there.Sounds.Count, there.Sound(there.Cues[1].SoundId).Name, there.Cues[1].Span));
    }

    [Fact]
    public void A_preset_is_one_edit_and_reset_undoes_it()
    {
        var show = With(Shows.Of(5), ("a", SoundKind.Voice, 3));
        var plain = CueDefaults.For(show, show.Sound("a"), "s2", "c");
        show = show.Apply(new PlaceCue(plain, 0)).Show;
        foreach (var made in Preset.Own)
        {
            var after = show.Apply(made.ToEdit(show, "c")).Show;
            // A voice stays on its slide by default.
            Assert.Equal(made.Id == "one", plain == after.Cue("c"));
            Assert.Equal(plain with { Span = after.Cue("c").Span }, after.Apply(Preset.ToEdit(after, null, ["c"])).Show.Cue("c"));
        }
        Assert.Equal(new Span("s1", "s5"), show.Apply(Preset.Own[0].ToEdit(show, "c")).Show.Cue("c").Span);
        var shaped = show.Apply(new SetFit("c", new(FitMethod.Recut))).Show.Apply(new SetDuck("c", Duck.Usual with { HoldMs = 900 })).Show;
        Assert.Equal(plain, shaped.Apply(Preset.ToEdit(shaped, null, ["c"])).Show.Cue("c"));

        // Several cues get it at once, and a single undo reverts it.
        show = show.Apply(new PlaceCue(plain with { Id = "d", Span = new("s4", "s4") }, 1)).Show;
        var both = show.Apply(Preset.ToEdit(show, Preset.Own[0], ["c", "d"]));
        Assert.All(both.Show.Cues, c => Assert.Equal(new("s1", "s5"), c.Span));
        Assert.Equal(show, both.Show.Apply(both.Inverse).Show);
        Assert.Throws<RuleException>(() => Preset.ToEdit(show, null, []));
    }

    private static Show With(Show show, params (string Id, SoundKind Kind, int Seconds)[] sounds) =>
        show with { Sounds = [.. sounds.Select(s => Shows.Sound(s.Id, s.Seconds * Second, s.Kind))] };

    private static Show Place(Show show, params Cue[] cues) => cues.Aggregate(show, (s, c) => s.Apply(new PlaceCue(c, int.MaxValue)).Show);

    private static List<Finding> Clashes(Show show) => [.. new FakeLoudness(s => Signal.Noise(60 * Second, 0.1, 1)).Findings(show).Where(f => f.Check == new Clashes().Name)];
}
