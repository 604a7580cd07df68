using System.Text.Json;
using CsCheck;
using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

public class EditTests
{
    [Fact]
    public void Any_sequence_of_edits_can_be_taken_back_exactly_and_leaves_spans_sound() =>
        Gen.Select(Shows.Any, Gen.Int.Array[1, 12]).Sample((show, seeds) =>
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
        });

    [Fact]
    public void Every_kind_of_edit_is_tried_by_the_random_ones()
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
    [InlineData("level", 12.1)]
    [InlineData("level", -61.0)]
    public void A_level_out_of_bounds_is_refused_by_its_field(string field, double db)
    {
        var show = Shows.Of(1).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "s1", "s1", 48_000), 0)).Show;
        Assert.Equal(field, Assert.Throws<RuleException>(() => show.Apply(new SetLevel("c", db))).Field);
        Assert.Equal("in", Assert.Throws<RuleException>(() => show.Apply(new SetPart("c", 900, 800))).Field);
        Assert.Equal("out", Assert.Throws<RuleException>(() => show.Apply(new SetPart("c", 0, 48_001))).Field);
        Assert.Equal("span", Assert.Throws<RuleException>(() => show.Apply(new SetSpan("c", new("s1", "gone")))).Field);
    }

    [Fact]
    public void Edits_collide_only_when_they_touch_the_same_thing()
    {
        Edit level = new SetLevel("c", -3), fade = new SetFade("c", FadeEnd.In, Fade.Of(10)), gone = new RemoveCue("c"), other = new RemoveCue("cc");
        Assert.False(Touches.Collide(level.Touches(), fade.Touches()));
        Assert.True(Touches.Collide(level.Touches(), level.Touches()));
        Assert.True(Touches.Collide(gone.Touches(), fade.Touches()));
        Assert.False(Touches.Collide(other.Touches(), fade.Touches()));
    }

    /// <summary>What must hold of every show: spans in order, and a schedule within its bounds.</summary>
    private static void AssertSound(Show show)
    {
        foreach (var cue in show.Cues.Where(c => c.Span is not null)) show.Indices(cue.Span!);
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

    /// <summary>No cue waits, over however many others, for itself.</summary>
    private static void AssertEnds(Show show, string cueId)
    {
        string? waitsFor = cueId;
        for (var i = 0; waitsFor is not null; i++, waitsFor = show.Cues.FirstOrDefault(c => c.Id == waitsFor)?.Start.CueId)
            Assert.True(i <= show.Cues.Count);
    }

    private static Edit Reread(Edit edit) =>
        JsonSerializer.Deserialize<Edit>(JsonSerializer.Serialize(edit, ShowJson.Options), ShowJson.Options)!;
}
