using CsCheck;
using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Slides that get their holds from the music, or from a running time.</summary>
public sealed class RepaceTests
{
    private const long Second = Frames.PerSecond;

    [Fact]
    public void Slides_are_re_paced_to_end_with_the_music()
    {
        var sound = new Band(60).Play("drums", 120);
        var piece = Piece.Of(sound, null, CancellationToken.None);
        var show = Shows.Of(4, 10_000).Apply(new AddSound(Shows.Sound("s", sound.Frames), 0)).Show;
        show = show.Apply(new AddSound(Shows.Sound("v", 25 * Second, SoundKind.Voice), 1)).Show;
        var ids = show.Slides.Select(s => s.Id).ToList();
        show = show.Apply(new PlaceCue(Shows.Cue("c", "s", ids[0], ids[3], sound.Frames), 0)).Show;
        show = show.Apply(new PlaceCue(Shows.Cue("say", "v", ids[1], ids[1], 25 * Second), 1)).Show;
        show = show.Apply(new SetHoldLocks([new(ids[3], true)])).Show;
        foreach (var on in Enum.GetValues<ChangeOn>())
        {
            var paced = Repace.Of(show, "c", piece, on, HoldLimits.Usual);
            var after = show.Apply(Repace.ToEdit(paced)).Show;
            Assert.Equal(sound.Frames, RunningOrder.Of(after).TotalFrames);
            // The locked one stays, the voice is heard to its end, the others share the rest evenly, as before.
            Assert.Equal(10_000, after.Slides[3].HoldMs);
            Assert.InRange(after.Slides[1].HoldMs, 25_000, on == ChangeOn.Anywhere ? 25_500 : 29_000);
            Assert.InRange(after.Slides[0].HoldMs - after.Slides[2].HoldMs, -3000, 3000);
            if (on == ChangeOn.Anywhere) continue;
            var moments = piece.Beats.Where((_, k) => on == ChangeOn.Beats || (k - piece.FirstDownbeat) % 4 == 0).ToList();
            Assert.All(RunningOrder.Of(after).Slides.Skip(1).Take(2), s => Assert.Contains(moments, m => Math.Abs(m - s.StartFrame) < Frames.PerMs));
        }
        var locked = show.Apply(new SetHoldLocks([.. ids.Select(i => new SlideLock(i, true))])).Show;
        Assert.Contains("locked", Assert.Throws<RuleException>(() => Repace.Of(locked, "c", null, ChangeOn.Anywhere, HoldLimits.Usual)).Message);
    }

    [Theory]
    [InlineData(1.25, 1), InlineData(0.5, 1), InlineData(0.8, 3), InlineData(2, 0)]
    public void Slides_re_paced_end_with_the_music_at_its_speed(double speed, int rounds)
    {
        var show = Shows.Of(4, 10_000) with { Sounds = [Shows.Sound("s", 61 * Second + 7)] };
        show = show with { Cues = [Shows.Cue("c", "s", "s1", "s4", 61 * Second + 7, rounds) with { Speed = speed, InFrame = 11 }] };
        var after = show.Apply(Repace.ToEdit(Repace.Of(show, "c", null, ChangeOn.Anywhere, HoldLimits.Usual))).Show;
        var placed = Schedule.Of(after).Cues.Single();
        Assert.InRange(RunningOrder.Of(after).TotalFrames - (rounds == 0 ? placed.UsedFrames : placed.NaturalFrames), 0, Frames.PerMs - 1);
        // As long as its slides at its speed, it need not be fitted.
        Assert.Equal(rounds <= 1, !FitAll.Unfitted(after).Any());
    }

    [Theory]
    [InlineData(SpreadBy.Evenly, 80_000), InlineData(SpreadBy.Text, 95_000), InlineData(SpreadBy.Holds, 61_234)]
    public void A_running_time_is_distributed_over_the_slides(SpreadBy by, long total)
    {
        var show = Shows.Of(5, 10_000).Apply(new AddSound(Shows.Sound("v", 25 * Second, SoundKind.Voice), 0)).Show;
        show = show with { Slides = [.. show.Slides.Select((s, k) => s with { Notes = string.Join(' ', Enumerable.Repeat("word", 10 * k)), HoldMs = 10_000 + 1000 * k })] };
        show = show.Apply(new PlaceCue(Shows.Cue("say", "v", "s2", "s2", 25 * Second), 0)).Show.Apply(new SetHoldLocks([new("s4", true)])).Show;
        var after = show.Apply(Repace.ToEdit(SpreadHolds.Of(show, total, by, new(3_000, 60_000)))).Show;
        Assert.Equal(total, after.Slides.Sum(s => s.HoldMs));
        Assert.Equal((25_300, 13_000), (after.Slides[1].HoldMs, after.Slides[3].HoldMs));
        Assert.All(after.Slides, s => Assert.InRange(s.HoldMs, 3_000, 60_000));
        // Unlocked slides follow the chosen rule.
        var (first, third, last) = (after.Slides[0].HoldMs, after.Slides[2].HoldMs, after.Slides[4].HoldMs);
        Assert.InRange(third - first, by == SpreadBy.Evenly ? -1 : 500, by == SpreadBy.Evenly ? 1 : long.MaxValue);
        Assert.InRange(last - third, by == SpreadBy.Evenly ? -1 : 500, by == SpreadBy.Evenly ? 1 : long.MaxValue);
        Assert.Contains("take at least 0:47.3", Assert.Throws<RuleException>(() => SpreadHolds.Of(show, 30_000, by, new(3_000, 60_000))).Message);
        Assert.Contains("take at most", Assert.Throws<RuleException>(() => SpreadHolds.Of(show, 300_000, by, new(3_000, 60_000))).Message);
    }

    [Fact]
    public void Distributed_holds_add_up_within_their_limits_or_are_rejected() =>
        Gen.Select(Shows.Any, Gen.Long[1000, 200_000], Gen.Enum<SpreadBy>(), Gen.Long[100, 5000]).Sample((show, total, by, least) =>
        {
            var limits = new HoldLimits(least, 60_000);
            try
            {
                var spread = SpreadHolds.Of(show, total, by, limits);
                Assert.Equal(total, spread.Sum(s => s.AfterMs));
                Assert.All(spread, s => Assert.True(s.Locked ? s.AfterMs == s.BeforeMs : s.AfterMs >= least));
                Assert.Equal(total, show.Apply(Repace.ToEdit(spread)).Show.Slides.Where(s => !s.Hidden).Sum(s => s.HoldMs));
            }
            catch (RuleException e)
            {
                Assert.EndsWith(".", e.Message);
            }
        });
}
