using CsCheck;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Tests;

/// <summary>Cues copied and placed elsewhere.</summary>
public sealed class CueClipTests
{
    [Fact]
    public void Cues_can_be_pasted_anywhere_in_any_show_and_undone() =>
        Gen.Select(Shows.Any, Shows.Any, Gen.Int[0, 100], Gen.Bool).Sample((from, other, n, sameShow) =>
        {
            var placed = from.Cues.Where(c => c.Span is not null).Select(c => c.Id).ToList();
            if (placed.Count == 0) return;
            var clip = CueClip.Of(from, [.. placed.Where((_, k) => (n >> k) % 2 == 0 || k == 0)]);
            var to = sameShow ? from : other with { Sounds = [.. other.Sounds.Select(s => s with { Media = $"other {s.Media}" })] };
            var ids = 0;
            var edit = clip.ToEdit(to, to.Slides[n % to.Slides.Count].Id, () => $"new{ids++}");
            var (after, back) = to.Apply(edit);
            Assert.Equal(to, after.Apply(back).Show);
            var laid = after.Cues.Skip(to.Cues.Count).ToList();
            Assert.Equal(clip.Cues.Count, laid.Count);
            foreach (var (was, now) in clip.Cues.Zip(laid))
            {
                // The same except for the span: on existing slides, in order, with the same distances where possible.
                var (first, last) = after.Indices(now.Span!);
                Assert.Equal(Math.Min(was.More, to.Slides.Count - 1 - first), last - first);
                Assert.Equal((was.Cue.LevelDb, was.Cue.FadeIn, was.Cue.InFrame, was.Cue.OutFrame, was.Cue.Speed), (now.LevelDb, now.FadeIn, now.InFrame, now.OutFrame, now.Speed));
                Assert.Equal(was.Sound.Media, after.Sound(now.SoundId).Media);
                if (was.Cue.Start.Kind is CueStartKind.Hand or CueStartKind.End) Assert.Equal(was.Cue.Start.Kind, now.Start.Kind);
            }
            // An existing sound is not imported again.
            Assert.Equal(after.Sounds.Select(s => s.Media).Distinct().Count(), after.Sounds.Count);
        });

    [Fact]
    public void Invalid_pasted_cues_are_rejected_or_adjusted()
    {
        var show = Shows.Of(3) with { Sounds = [Shows.Sound("a", 48_000)] };
        var clipped = new ClippedCue(Shows.Cue("c", "a", "s1", "s1", 48_000) with { Start = CueStart.WithStep("x") }, show.Sounds[0], -9, int.MaxValue, -4);
        var after = show.Apply(new CueClip([clipped]).ToEdit(show, "s2", () => "n")).Show;
        Assert.Equal((new Span("s1", "s3"), CueStart.WithSlide), (after.Cues[0].Span, after.Cues[0].Start));
        Assert.Throws<RuleException>(() => new CueClip([clipped, clipped]).ToEdit(show, "s2", () => "n"));
    }
}
