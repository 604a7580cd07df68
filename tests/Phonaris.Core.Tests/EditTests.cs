using System.Text.Json;
using CsCheck;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

public class EditTests
{
    [Fact]
    public void Any_sequence_of_edits_can_be_undone_exactly_and_keeps_the_show_valid() =>
        Gen.Select(Shows.Any, Gen.Int.Array[1, 20]).Sample((show, seeds) =>
        {
            var undo = new Stack<(Show Before, Edit Inverse)>();
            foreach (var seed in seeds)
            {
                var edit = RandomEdits.Any(show, new Random(seed));
                Applied applied;
                try
                {
                    applied = show.Apply(edit);
                }
                catch (RuleException)
                {
                    continue;
                }
                Assert.Equal(applied.Show.Cues.Count, show.Cues.Count + (edit is PlaceCue ? 1 : edit is RemoveCue or Several ? -1 : 0));
                undo.Push((show, Reread(applied.Inverse)));
                show = applied.Show;
                AssertSound(show);
            }
            while (undo.TryPop(out var step))
            {
                show = show.Apply(step.Inverse).Show;
                Assert.Equal(step.Before, show);
            }
        }, iter: 1500);

    [Fact]
    public void Replacing_a_sound_with_a_shorter_one_can_be_undone()
    {
        var show = Shows.Of(3) with { Sounds = [Shows.Sound("a", 480_000) with { Markers = [new("m", "Turn", 400_000)] }] };
        var recipe = new FitRecipe(FitMethod.Shorten) { EndFrame = 470_000, Kept = [new(1000, 450_000)], Wanted = [new(10, 440_000)], Forbidden = [new(430_000, 20)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("c", "a", "s1", "s3", 480_000) with { InFrame = 100_000, Fit = recipe, LoopPart = new(300_000, 400_000) },
                Shows.Cue("d", "a", "s1", "s3", 480_000) with { Fit = recipe with { EndFrame = 200 } },
            ],
        };
        var (shorter, back) = show.Apply(new ReplaceSound("a", "b", "b.wav", Shows.Figures(96_000)));
        foreach (var cue in shorter.Cues) shorter.Apply(new SetFit(cue.Id, cue.Fit));
        Assert.Equal((null, 200), (shorter.Cues[0].Fit!.EndFrame, shorter.Cues[1].Fit!.EndFrame));
        Assert.Equal(show, shorter.Apply(Reread(back)).Show);
    }

    [Fact]
    public void Independent_edits_commute() =>
        Gen.Select(Shows.Any, Gen.Int, Gen.Int).Sample((show, one, other) =>
        {
            var (a, b) = (RandomEdits.Any(show, new Random(one)), RandomEdits.Any(show, new Random(other)));
            // Rejected in one order or in both, it is reported.
            if (Try(show, a) is not { } afterA || Try(show, b) is not { } afterB || Touches.Collide(a.Touches(show), b.Touches(show))) return;
            // Nor may one be rejected because of something it did not touch.
            var (ab, ba) = (Try(afterA, b), Try(afterB, a));
            if (ab is null || ba is null) return;
            Assert.True(Listed(ab) == Listed(ba), $"{a} and {b} touch {string.Join(' ', a.Touches(show))} and {string.Join(' ', b.Touches(show))}");

            // The order in which sounds and cues were added does not matter.
            static Show Listed(Show of) => of with { Sounds = [.. of.Sounds.OrderBy(s => s.Id)], Cues = [.. of.Cues.OrderBy(c => c.Id)] };
        }, iter: 8_000);

    private static Show? Try(Show show, Edit edit)
    {
        try
        {
            return show.Apply(edit).Show;
        }
        catch (RuleException)
        {
            return null;
        }
    }

    [Fact]
    public void Random_edits_include_every_kind()
    {
        Type[] onlyInverses = [typeof(RestoreSlides), typeof(ArrangeSlides), typeof(RestoreSound)];
        var tried = Enumerable.Range(0, 3000).Select(seed => RandomEdits.Any(Shows.Of(3), new Random(seed)).GetType()).ToHashSet();
        var all = typeof(Edit).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(Edit))).Where(t => !onlyInverses.Contains(t));
        Assert.Empty(all.Except(tried).Select(t => t.Name));
    }

    [Fact]
    public void A_span_follows_its_slides()
    {
        var show = Shows.Of(5);
        show = show.Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show;
        show = show.Apply(new PlaceCue(Shows.Cue("c", "a", "s2", "s4", 48_000), 0)).Show;

        Assert.Equal(new Span("s2", "s4"), show.Apply(new AddSlides([Shows.Slide("new")], 2)).Show.Cue("c").Span);
        Assert.Equal(new Span("s2", "s3"), show.Apply(new RemoveSlides(["s4"])).Show.Cue("c").Span);
        Assert.Equal(new Span("s3", "s3"), show.Apply(new RemoveSlides(["s2", "s4", "s1"])).Show.Cue("c").Span);
        var (without, inverse) = show.Apply(new RemoveSlides(["s2", "s3", "s4"]));
        Assert.Null(without.Cue("c").Span);
        Assert.Equal(show, without.Apply(inverse).Show);
    }

    [Theory]
    [InlineData("level", double.NaN)]
    [InlineData("level", 24.1)]
    [InlineData("level", -61.0)]
    public void A_level_out_of_range_is_rejected_with_its_field(string field, double db)
    {
        var show = Shows.Of(1).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "s1", "s1", 48_000), 0)).Show;
        Assert.Equal(field, Assert.Throws<RuleException>(() => show.Apply(new SetLevel("c", db))).Field);
        Assert.Equal("in", Assert.Throws<RuleException>(() => show.Apply(new SetPart("c", 900, 800))).Field);
        Assert.Equal("out", Assert.Throws<RuleException>(() => show.Apply(new SetPart("c", 0, 48_001))).Field);
        Assert.Equal("span", Assert.Throws<RuleException>(() => show.Apply(new SetSpan("c", new("s1", "gone")))).Field);
    }

    [Fact]
    public void Edits_conflict_only_if_they_touch_the_same()
    {
        Edit level = new SetLevel("c", -3), fade = new SetFade("c", FadeEnd.In, Fade.Of(10)), gone = new RemoveCue("c"), other = new RemoveCue("cc");
        var show = Shows.Of(1);
        Assert.False(Touches.Collide(level.Touches(show), fade.Touches(show)));
        Assert.True(Touches.Collide(level.Touches(show), level.Touches(show)));
        Assert.True(Touches.Collide(gone.Touches(show), fade.Touches(show)));
        Assert.False(Touches.Collide(other.Touches(show), fade.Touches(show)));
    }

    /// <summary>Invariants of every show: spans in order, and a schedule within its limits.</summary>
    private static void AssertSound(Show show)
    {
        show.Validated();
        Assert.Equal(show.Sections.OrderBy(s => show.SlideIndex(s.First)), show.Sections);
        Assert.Equal(show.Sections.Count, show.Sections.DistinctBy(s => s.First).Count(s => show.SlideIndex(s.First) >= 0));
        Assert.All(show.Cues, c => Assert.False(c.Span is not null && show.Sound(c.SoundId).Removed));
        var schedule = Schedule.Of(show);
        foreach (var cue in schedule.Cues)
        {
            Assert.InRange(cue.StartFrame, 0, cue.EndFrame - 1);
            Assert.True(cue.EndFrame <= schedule.TotalFrames);
            Assert.InRange(cue.InFrame, 0, cue.Source.Frame(show.Sound(cue.SoundId).Frames) - cue.UsedFrames);
            Assert.InRange(cue.LoopFrom, cue.InFrame, cue.LoopTo - 1);
            Assert.InRange(cue.LoopTo, cue.LoopFrom + 1, cue.InFrame + cue.UsedFrames);
            Assert.True(cue.LengthFrames <= cue.NaturalFrames);
            AssertEnds(show, cue.CueId);
        }
    }

    /// <summary>No cue waits, directly or through others, for itself.</summary>
    private static void AssertEnds(Show show, string cueId)
    {
        string? waitsFor = cueId;
        for (var i = 0; waitsFor is not null; i++, waitsFor = show.Cues.FirstOrDefault(c => c.Id == waitsFor)?.Start.CueId)
            Assert.True(i <= show.Cues.Count);
    }

    private static Edit Reread(Edit edit) =>
        JsonSerializer.Deserialize<Edit>(JsonSerializer.Serialize(edit, ShowJson.Options), ShowJson.Options)!;
}
