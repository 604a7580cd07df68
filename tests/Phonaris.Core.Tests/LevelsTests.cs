using CsCheck;
using Phonaris.Core.Levels;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Levels are computed from measurements of sounds; here they are compared with measurements of the mix.</summary>
public class LevelsTests
{
    [Fact]
    public void Computed_levels_equal_those_of_the_mix()
    {
        var measured = 0;
        // The same shows each time: a block exactly at the gate may count for one measurement and not for the other.
        for (var n = 0; n < 40; n++)
        {
            var show = Shows.Any.Generate(new PCG(7, (ulong)n), null, out _);
            var timed = TimedShow.Of(show);
            // For a click, its position within a step of 10 ms matters.
            if (timed.Schedule.Cues is [] || timed.Schedule.Cues.Any(c => c.LengthFrames < Frames.PerSecond / 5)) continue;
            // Of the first two sounds one is masked: their joint loudness differs from the sum.
            ISoundReader Open(SoundSource source) => Music(source.Frame(show.Sounds.Single(s => s.Media == source.Media).Frames), show.Sounds.FindIndex(s => s.Media == source.Media) < 2 ? 1u : 2u);
            var levels = Measure(timed, Open);
            var (lufs, loudest, peak) = Mixed(timed.Schedule, Open);
            AssertClose(lufs, levels.Whole.IntegratedLufs, 0.1);
            AssertClose(loudest, levels.Whole.LoudestLufs, 0.1);
            AssertClose(peak, levels.Peaks.TruePeakDbtp, 0.2);
            measured++;
        }
        Assert.InRange(measured, 15, 40);
    }

    [Fact]
    public void Cues_and_slides_are_measured_separately()
    {
        var show = Shows.Of(3, 5000) with { Sounds = [Shows.Sound("bed", 20 * 48_000), Shows.Sound("voice", 4 * 48_000, SoundKind.Voice), Shows.Sound("tick", 4800, SoundKind.Spot)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("b", "bed", "s1", "s2", 10 * 48_000) with { LevelDb = -12 },
                Shows.Cue("v", "voice", "s2", "s2", 4 * 48_000) with { LevelDb = -6, Ducks = false },
                Shows.Cue("t", "tick", "s3", "s3", 4800),
            ],
        };
        var levels = Measure(TimedShow.Of(show), source => Signal.Sine(show.Sounds.Single(s => s.Media == source.Media).Frames, 997, 0.5));
        // A sine of 997 Hz at full scale on both channels is 0 LUFS (BS.1770-5, Annex 1): half of that 6.02 less.
        var (bed, voice, tick) = (levels.Cues[0], levels.Cues[1], levels.Cues[2]);
        AssertClose(-18.02, bed.IntegratedLufs, 0.05);
        AssertClose(-12.02, voice.IntegratedLufs, 0.05);
        AssertClose(6, voice.OverBedLu, 0.05);
        AssertClose(-12.02, voice.TruePeakDbtp, 0.1);
        // A tenth of a second in a block of four tenths.
        // Its edges, 5 ms each, count half.
        AssertClose(-6.02 + 10 * Math.Log10(0.095 / 0.4), tick.LoudestLufs, 0.1);
        AssertClose(-18.02, levels.Slides.ToList()[0].IntegratedLufs, 0.05);
        // Identical sounds add up as amplitudes.
        AssertClose(-12.02 + 20 * Math.Log10(1.5), levels.Slides.ToList()[1].LoudestLufs, 0.05);
    }

    [Fact]
    public void A_spot_on_each_slide_is_as_loud_as_on_one()
    {
        var show = Shows.Of(6, 5000) with { Sounds = [Shows.Sound("tick", 7200, SoundKind.Spot)] };
        double? Loudest(string last) => Measure(
            TimedShow.Of(show with { Cues = [Shows.Cue("t", "tick", "s1", last, 7200) with { EachSlide = true }] }), source => Signal.Sine(7200, 997, 0.5)).Cues[0].LoudestLufs;
        AssertClose(Loudest("s1")!.Value, Loudest("s2"), 0.01);
        AssertClose(Loudest("s1")!.Value, Loudest("s6"), 0.01);
    }

    [Fact]
    public void An_edit_measures_only_what_it_touches()
    {
        var show = Shows.Of(10, 20_000) with { Sounds = [Shows.Sound("bed", 60 * 48_000), Shows.Sound("voice", 10 * 48_000, SoundKind.Voice)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("b", "bed", "s1", "s10", 60 * 48_000, rounds: 0) with { LevelDb = -20 },
                .. Enumerable.Range(1, 10).Select(n => Shows.Cue($"v{n}", "voice", $"s{n}", $"s{n}", 10 * 48_000) with { LevelDb = -14 }),
            ],
        };
        ISoundReader Open(SoundSource source) => Music(show.Sounds.Single(s => s.Media == source.Media).Frames, (uint)source.Media[0]);
        var heard = new FakeLoudness(Open);
        WholeLevels Levels(Show of) => ShowLevels.Of(TimedShow.Of(of), heard).Whole;
        Levels(show);
        var all = heard.Measured;
        // A new level needs no new measurement; a shift by some seconds, only where it overlaps the bed differently.
        Levels(show with { Cues = show.Cues.SetItem(0, show.Cues[0] with { LevelDb = -23 }) });
        Assert.Equal(all, heard.Measured);
        Levels(show with { Cues = show.Cues.SetItem(3, show.Cues[3] with { DelayMs = 2340 }) });
        Assert.Equal(all / 10, heard.Measured - all);
        Assert.InRange(all, 10, 100);
    }

    [Fact]
    public void Matched_cues_meet_their_targets_without_limiting()
    {
        // Voices, beds and spots that differ by 25 LU; two of the beds are under voices only.
        var show = Shows.Of(6, 12_000) with
        {
            Sounds = [.. Enumerable.Range(0, 9).Select(n => Shows.Sound($"a{n}", (n % 3 == 2 ? 1 : 40) * 48_000, (SoundKind)(n % 3)))],
        };
        show = show with
        {
            Cues =
            [
                .. Enumerable.Range(0, 3).Select(n => Shows.Cue($"bed{n}", $"a{3 * n}", $"s{2 * n + 1}", $"s{2 * n + 2}", 40 * 48_000)),
                .. Enumerable.Range(0, 3).Select(n => Shows.Cue($"voice{n}", $"a{3 * n + 1}", $"s{2 * n + 1}", n == 1 ? "s4" : $"s{2 * n + 1}", 40 * 48_000)),
                .. Enumerable.Range(0, 3).Select(n => Shows.Cue($"spot{n}", $"a{3 * n + 2}", $"s{2 * n + 1}", $"s{2 * n + 1}", 48_000)),
            ],
        };
        ISoundReader Open(SoundSource source) => show.Sounds.FindIndex(s => s.Media == source.Media) is var n
            ? Signal.Noise(show.Sounds[n].Frames, 0.95 * Math.Pow(10, -25.0 * n / 8 / 20), (uint)n + 1)
            : throw new InvalidOperationException();
        var sounds = new FakeLoudness(Open);
        var listened = sounds.Listened();
        foreach (var targets in (LevelTargets[])[LevelTargets.Web, LevelTargets.Broadcast, LevelTargets.Room])
        {
            show = show.Apply(new SetLevelTargets(targets)).Show;
            var matched = show.Apply(LevelMatch.ToEdit(LevelMatch.Of(TimedShow.Of(show, listened), sounds))!).Show;
            Assert.All(matched.Cues, c => Assert.True(c.Follows));
            var levels = Measure(TimedShow.Of(matched, listened), Open);
            foreach (var cue in levels.Cues.Where(c => c.Kind == SoundKind.Voice)) AssertClose(targets.VoiceLufs, cue.IntegratedLufs, 0.5);
            foreach (var cue in levels.Cues.Where(c => c.Kind == SoundKind.Spot)) AssertClose(targets.SpotLufs, cue.LoudestLufs, 0.5);
            // The second bed has a voice over all of it; the others play alone on their second slide.
            AssertClose(targets.BedUnderVoiceLufs, levels.Cues.Single(c => c.CueId == "bed1").IntegratedLufs, 1);
            AssertClose(targets.BedLufs, levels.Slides.ToList()[1].IntegratedLufs, 1.5);
            Assert.Empty(levels.Limited);
            Assert.InRange(levels.Peaks.SumPeakDbtp!.Value, -60, -1);
            // They stay at their targets, and follow another target; one set manually does not.
            Assert.Empty(LevelMatch.FollowingEdits(TimedShow.Of(matched, listened), sounds));
            var quieter = matched.Apply(new SetLevel("voice0", -30)).Show.Apply(new SetLevelTargets(targets with { For = TargetPreset.Own, VoiceLufs = targets.VoiceLufs - 3 })).Show;
            Assert.Equal(["voice1", "voice2"], LevelMatch.FollowingEdits(TimedShow.Of(quieter, listened), sounds).Cast<SetLevel>().Select(e => e.CueId));
        }
    }

    [Fact]
    public void A_level_that_follows_stays_at_its_target_beside_a_sound_that_is_too_loud()
    {
        var show = Shows.Of(2, 6_000) with { Sounds = [Shows.Sound("bed", 20 * 48_000), Shows.Sound("voice", 4 * 48_000, SoundKind.Voice)] };
        show = show with { Cues = [Shows.Cue("b", "bed", "s1", "s2", 12 * 48_000) with { Follows = true }, Shows.Cue("v", "voice", "s1", "s1", 4 * 48_000) with { LevelDb = 6 }] };
        var sounds = new FakeLoudness(source => Signal.Noise(20 * 48_000, source.Media == Shows.Media("bed") ? 0.3 : 0.9, 1));
        // The voice alone is far above the highest peak: lowering the bed would not help, so it stays.
        var level = Assert.IsType<SetLevel>(Assert.Single(LevelMatch.FollowingEdits(TimedShow.Of(show, sounds.Listened()), sounds))).LevelDb;
        var after = ShowLevels.Of(TimedShow.Of(show.Apply(new SetLevel("b", level, true)).Show, sounds.Listened()), sounds);
        AssertClose(LevelTargets.Web.BedLufs, after.Slides.Last().IntegratedLufs, 0.3);
        Assert.NotEmpty(after.Limited);
    }

    [Fact]
    public void Matching_any_cues_avoids_limiting_and_keeps_following_levels()
    {
        for (var n = 0; n < 40; n++)
        {
            var show = Shows.Any.Generate(new PCG(11, (ulong)n), null, out _);
            // Peaks far above the mean: at the target loudness they are too high.
            ISoundReader Open(SoundSource source) => show.Sounds.FindIndex(s => s.Media == source.Media) is var k ? Clicks(source.Frame(show.Sounds[k].Frames), (uint)k) : throw new InvalidOperationException();
            var sounds = new FakeLoudness(Open);
            if (LevelMatch.ToEdit(LevelMatch.Of(TimedShow.Of(show, sounds.Listened()), sounds)) is { } match) show = show.Apply(match).Show;
            var levels = Measure(TimedShow.Of(show, sounds.Listened()), Open);
            Assert.True(levels.Limited is [], $"{n}: {levels.Peaks.SumPeakDbtp}");
            Assert.All(LevelMatch.FollowingEdits(TimedShow.Of(show, sounds.Listened()), sounds).Cast<SetLevel>(), e => Assert.InRange(Math.Abs(e.LevelDb - show.Cue(e.CueId).LevelDb), 0, 0.25));
        }
    }

    [Fact]
    public void Cues_raised_together_are_lowered_for_their_highest_peak()
    {
        // Two sounds that click together, ever louder, over a base that sets their level: their sum gradually exceeds the peak limit.
        var show = Shows.Of(1, 20_000) with { Sounds = [Shows.Sound("a", 20 * 48_000, SoundKind.Voice), Shows.Sound("b", 20 * 48_000, SoundKind.Voice)] };
        show = show with { Cues = [.. show.Sounds.Select(s => Shows.Cue(s.Id, s.Id, "s1", "s1", 20 * 48_000) with { Ducks = false })] };
        ISoundReader Open(SoundSource source) => new Signal(20 * 48_000, n => n % 4800 < 3 ? 0.2f + 0.7f * n / (20 * 48_000) : Signal.Hash(n, (uint)source.Media[0], 0.03));
        var sounds = new FakeLoudness(Open);
        var matched = show.Apply(LevelMatch.ToEdit(LevelMatch.Of(TimedShow.Of(show), sounds))!).Show;
        var peak = Measure(TimedShow.Of(matched), Open).Peaks.SumPeakDbtp!.Value;
        // As high as allowed, within the step of levels.
        Assert.InRange(peak, -1.4, -1);
    }

    [Fact]
    public void A_bed_heard_only_under_voices_is_matched_by_all_of_it()
    {
        var show = Shows.Of(2, 6_000) with { Sounds = [Shows.Sound("bed", 12 * 48_000), Shows.Sound("voice", 4 * 48_000, SoundKind.Voice)] };
        show = show with { Cues = [Shows.Cue("b", "bed", "s1", "s2", 12 * 48_000), Shows.Cue("v", "voice", "s1", "s1", 4 * 48_000)] };
        var sounds = new FakeLoudness(source => source.Media == Shows.Media("bed") ? new Signal(12 * 48_000, n => n < 3 * 48_000 ? Signal.Hash(n, 1, 0.3) : 0) : Signal.Noise(4 * 48_000, 0.3, 2));
        Assert.NotNull(LevelMatch.Of(TimedShow.Of(show, sounds.Listened()), sounds).Single(m => m.CueId == "b").NowLufs);
    }

    /// <summary>A voice speaks from 2 to 4 s. A click of the bed and a click of another sound coincide, under the voice or far from it.</summary>
    [Theory]
    [InlineData(3, "v"), InlineData(10, "b")]
    public void The_largest_part_of_a_peak_is_lowered_but_not_a_ducked_bed(int second, string lowered)
    {
        var show = Shows.Of(1, 15_000) with { Sounds = [Shows.Sound("bed", 15 * 48_000), Shows.Sound("voice", 5 * 48_000, SoundKind.Voice), Shows.Sound("spot", 48_000, SoundKind.Spot)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("b", "bed", "s1", "s1", 15 * 48_000), Shows.Cue("v", "voice", "s1", "s1", 5 * 48_000),
                Shows.Cue("p", "spot", "s1", "s1", 48_000) with { DelayMs = 9_500 },
                // A sound that ends just where the clicks are.
                Shows.Cue("q", "spot", "s1", "s1", 4_800) with { DelayMs = 9_900 },
            ],
        };
        bool Clicks(long frame, int at) => frame / 3 == at * 48_000L / 3;
        var sounds = new FakeLoudness(source => source.Media == Shows.Media("bed") ? new Signal(15 * 48_000, n => Clicks(n, second) ? second == 3 ? 1.9f : 0.75f : Signal.Hash(n, 1, 0.1))
            : source.Media == Shows.Media("voice") ? new Signal(5 * 48_000, n => Clicks(n, 3) && second == 3 ? 0.5f : Signal.Hash(n, 2, n / 48_000 is 2 or 3 ? 0.2 : 0.0002))
            : new Signal(48_000, n => n / 3 == 8_000 && second == 10 ? 0.25f : Signal.Hash(n, 3, 0.1)));
        var held = LevelMatch.Of(TimedShow.Of(show, sounds.Listened()), sounds).Where(m => m.HeldByPeaks).Select(m => m.CueId);
        Assert.Equal([lowered], held);
    }

    [Fact]
    public void Limiting_is_reported_from_where_it_starts()
    {
        // It looks ahead: before a burst at 12 s it already lowers the sound.
        var show = Shows.Of(1, 20_000) with { Sounds = [Shows.Sound("a", 20 * 48_000, SoundKind.Spot)] };
        show = show with { Cues = [Shows.Cue("a", "a", "s1", "s1", 20 * 48_000)] };
        var limited = Measure(TimedShow.Of(show), _ => new Signal(20 * 48_000, n => MathF.Sin(n) * (n / 48_000 == 12 ? 1.5f : 0.25f))).Limited;
        Assert.InRange(limited[0].FromFrame, 8 * 48_000, 12 * 48_000 - 1);
    }

    /// <summary>Quiet noise with a loud click every tenth of a second.</summary>
    private static Signal Clicks(long frames, uint seed) => new(frames, n => (n + seed * 977) % 4800 < 3 ? 0.9f : Signal.Hash(n, seed, 0.03));

    private static ShowLevels Measure(TimedShow show, Func<SoundSource, ISoundReader> open) => ShowLevels.Of(show, new FakeLoudness(open));

    /// <summary>Noise that comes and goes.</summary>
    private static Signal Music(long frames, uint seed) => new(
        frames, n => Signal.Hash(n, seed, 0.7) * Swelling(n * seed, 56_000), n => Signal.Hash(n, seed + 7, 0.7) * Swelling(n, 44_000));

    /// <summary>Rises from a fifth to full level and falls again over a number of frames.</summary>
    private static float Swelling(long frame, int round) => 0.2f + 0.8f * Math.Abs(frame % round * 2f / round - 1);

    private static (double? Lufs, double? Loudest, double? Peak) Mixed(Schedule schedule, Func<SoundSource, ISoundReader> open)
    {
        var samples = new float[schedule.TotalFrames * 2];
        new Mixer(schedule, open).Render(0, samples);
        var (meter, peak) = (new LoudnessMeter(), new TruePeakMeter());
        meter.Add(samples);
        peak.Add(samples);
        return (meter.IntegratedLufs(), meter.ShortTermLufs().Select(l => (double?)l).Max(), peak.End());
    }

    private static void AssertClose(double? wanted, double? found, double by)
    {
        // At the edge of what can be measured the two may differ.
        if (wanted is null or < -65 || found is null) Assert.True((wanted ?? -70) < -60 && (found ?? -70) < -60, $"{wanted}, {found}");
        else Assert.InRange(found.Value, wanted.Value - by, wanted.Value + by);
    }
}
