using Phonaris.Core.Matching;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>The music of one show on the slides of another.</summary>
public class CarriedMusicTests
{
    private static readonly Show From = Titled("Doors", "Welcome", "Our counts since spring", "Owls", "Thanks") with
    {
        Title = "May",
        Sounds = [Shows.Sound("pad", 960_000), Shows.Sound("owl", 48_000)],
        Sections = [new("w", "Waiting", "s1", true), new("t", "The talk", "s3", false)],
        Cues =
        [
            Shows.Cue("c1", "pad", "s1", "s2", 960_000, Cue.FillSpan),
            Shows.Cue("c2", "pad", "s3", "s5", 960_000) with { LevelDb = -9, FadeIn = Fade.Of(700) },
            Shows.Cue("c3", "owl", "s4", "s4", 48_000) with { Start = CueStart.After("c2") },
        ],
        LevelTargets = Shows.Of(1).LevelTargets with { VoiceLufs = -23 },
    };

    private static readonly Show To = Titled("Doors", "Soon", "Welcome", "Our counts since summer", "Bats", "Owls", "Thanks") with
    {
        Title = "June",
        Sections = [new("x", "waiting", "s1", true), new("y", "The talk", "s4", false)],
    };

    [Theory]
    [InlineData(SlideMatching.Numbers, "slides 1–2 | slides 3–7 | slide 4")]
    [InlineData(SlideMatching.Sections, "slides 1–3 | slides 4–7 | slide 6")]
    [InlineData(SlideMatching.Titles, "slides 1–3 | slides 4–7 | slide 6")]
    public void Cues_are_copied_by_slide_numbers_sections_or_titles(SlideMatching by, string becomes)
    {
        var proposed = CarriedMusic.Propose(From, To, by);
        Assert.Equal(becomes, string.Join(" | ", proposed.Select(c => c.Becomes)));
        var edit = CarriedMusic.ToEdit(From, To, proposed, NewId());
        var after = To.Apply(edit);
        Assert.Equal(From.LevelTargets, after.Show.LevelTargets);
        Assert.Equal("Copied 3 cues from May", edit.Sentence(To));
        var laid = after.Show.Cues;
        // All settings of a cue are copied, and the cue it follows.
        Assert.Equal((-9.0, Fade.Of(700), Cue.FillSpan), (laid[1].LevelDb, laid[1].FadeIn, laid[0].Rounds));
        Assert.Equal(CueStart.After(laid[1].Id), laid[2].Start);
        Assert.Equal(2, after.Show.Sounds.Count);
        Assert.Equal(To, after.Show.Apply(after.Inverse).Show);
    }

    [Theory]
    [InlineData(true, "slides 1–3 | slides 4–7 | slide 6"), InlineData(false, "slides 1–3 | slides 4–7 | slide 5")]
    public void Slides_before_the_first_section_are_matched_with_each_other(bool sections, string becomes)
    {
        var (from, to) = sections ? (From with { Sections = From.Sections.RemoveAt(0) }, To with { Sections = To.Sections.RemoveAt(0) }) : (From with { Sections = [] }, To with { Sections = [] });
        Assert.Equal(becomes, string.Join(" | ", CarriedMusic.Propose(from, to, SlideMatching.Sections).Select(c => c.Becomes)));
    }

    [Fact]
    public void Cues_without_matching_slides_are_not_copied()
    {
        var proposed = CarriedMusic.Propose(From, Titled("Doors", "Bats") with { Sections = [new("x", "Waiting", "s1", true)] }, SlideMatching.Sections);
        Assert.Equal("slides 1–2 | no matching slide, so it is not copied | no matching slide, so it is not copied", string.Join(" | ", proposed.Select(c => c.Becomes)));
        Assert.Throws<RuleException>(() => CarriedMusic.ToEdit(From, To, proposed.Skip(1), NewId()));
    }

    private static Func<string> NewId()
    {
        var n = 0;
        return () => $"n{++n}";
    }

    private static Show Titled(params string[] titles) =>
        Shows.Of(titles.Length) with { Slides = [.. Shows.Of(titles.Length).Slides.Select((s, k) => s with { Title = titles[k] })] };
}
