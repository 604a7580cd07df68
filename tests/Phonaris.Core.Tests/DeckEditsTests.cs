using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>How spans, sections and starts change when the deck is edited.</summary>
public class DeckEditsTests
{
    [Theory]
    [InlineData("s4", 0, "s2", "s3")] // moved out at an end: the span closes up
    [InlineData("s3", 6, "s2", "s4")] // moved out of the middle
    [InlineData("s6", 2, "s2", "s4")] // moved in between: covered
    [InlineData("s2", 3, "s3", "s4")] // its first slide moved past the next: that is now first, and the moved one between
    [InlineData("s2 s3 s4", 6, "s2", "s4")] // moved as a whole: it goes along
    public void A_span_follows_moved_slides(string moved, int index, string first, string last)
    {
        var show = With(Shows.Of(6), "s2", "s4");
        var (after, inverse) = show.Apply(new MoveSlides([.. moved.Split(' ')], index));
        Assert.Equal(new Span(first, last), after.Cue("c").Span);
        Assert.Equal(show, after.Apply(inverse).Show);
    }

    [Fact]
    public void Sections_follow_their_slides()
    {
        var show = Shows.Of(6).Apply(new SetSections([new("b", "Talk", "s3", false), new("a", "Before", "s1", true)])).Show;
        Assert.Equal(["a", "b"], show.Sections.Select(s => s.Id));
        Assert.Equal("Talk", show.SectionOf("s6")!.Name);
        Assert.Equal(["s1", "s2"], show.SlidesOf(show.Sections[0]));
        // When its first slide is removed, a section begins with the next; without slides it disappears.
        Assert.Equal("s2", show.Apply(new RemoveSlides(["s1"])).Show.Sections[0].First);
        Assert.Equal("b", Assert.Single(show.Apply(new RemoveSlides(["s1", "s2"])).Show.Sections).Id);
        Assert.Equal(["s4", "s2"], show.Apply(new MoveSlides(["s1", "s3"], 6)).Show.Sections.Select(s => s.First).Order().Reverse());
        Assert.Throws<RuleException>(() => show.Apply(new SetSections([.. show.Sections, new("c", "Again", "s3", false)])));
    }

    [Fact]
    public void A_cue_starts_with_its_slide_at_a_step_or_manually_and_can_restart_on_every_slide()
    {
        var show = With(Shows.Of(4, 4000), "s2", "s3");
        show = show.Apply(new SetSteps("s2", [new("p1", "", 0, null), new("p2", "Wings", 1500, null), new("p3", "Legs", null, null)])).Show;
        Assert.Equal([4000L * 48], Starts(show));
        var stepped = show.Apply(new SetStart("c", CueStart.WithStep("p2"))).Show.Apply(new SetDelay("c", 250)).Show;
        Assert.Equal([(4000L + 1500 + 250) * 48], Starts(stepped));
        // A step without a time has an even share of the hold; a removed step counts as its slide.
        Assert.Equal([(4000L + 2666) * 48], Starts(show.Apply(new SetStart("c", CueStart.WithStep("p3"))).Show));
        Assert.Equal([(4000L + 250) * 48], Starts(stepped.Apply(new SetSteps("s2", Step.Whole("s2"))).Show));

        var each = show.Apply(new SetEachSlide("c", true)).Show;
        Assert.Equal([4000L * 48, 8000L * 48], Starts(each));
        Assert.All(Schedule.Of(each).Cues, c => Assert.Equal(48_000, c.LengthFrames));

        var byHand = Schedule.Of(show.Apply(new SetStart("c", CueStart.ByHand)).Show);
        Assert.Empty(byHand.Cues);
        Assert.Equal(4000L * 48, Assert.Single(byHand.Silent).StartFrame);
    }

    [Fact]
    public void Removing_a_sound_parks_its_cues_and_restoring_returns_them()
    {
        var show = With(Shows.Of(3), "s1", "s2");
        var (removed, inverse) = show.Apply(new RemoveSound("a"));
        Assert.Null(removed.Cue("c").Span);
        Assert.True(removed.Sound("a").Removed);
        Assert.Equal(show, removed.Apply(inverse).Show);
        Assert.Empty(show.Apply(new RemoveCue("c")).Show.Apply(new RemoveSound("a")).Show.Sounds);
    }

    [Fact]
    public void Replacing_a_sound_keeps_its_cues_within_the_new_file()
    {
        var show = With(Shows.Of(3), "s1", "s2");
        show = show.Apply(new PlaceCue(Shows.Cue("d", "a", "s3", "s3", 40_000) with { InFrame = 30_000 }, 9)).Show;
        var after = show.Apply(new ReplaceSound("a", "other", "other.wav", Shows.Figures(35_000))).Show;
        Assert.Equal((0, 35_000), (after.Cue("c").InFrame, after.Cue("c").OutFrame));
        Assert.Equal((30_000, 35_000), (after.Cue("d").InFrame, after.Cue("d").OutFrame));
        Assert.Equal((0, 20_000), (show.Apply(new ReplaceSound("a", "x", "x.wav", Shows.Figures(20_000))).Show.Cue("d") is var d ? (d.InFrame, d.OutFrame) : default));
    }

    [Fact]
    public void A_credits_card_lists_the_sounds_with_their_authors()
    {
        var show = With(Shows.Of(2), "s1", "s2");
        var card = PictureSource.Of(new Card(CardKind.Credits, "Thanks", ""));
        show = show.Apply(new SetRights("a", new("Night Air", "Aino", "", "CC-BY-4.0", "", ""))).Show.Apply(new SetPictures([new("s2", card, [])])).Show;
        Assert.Equal(["“Night Air” by Aino (CC-BY-4.0)"], Credits.Of(show));
        var drawn = show.WithCardsDrawn().Slides[1].Picture;
        Assert.Contains("Night Air", string.Concat(drawn.Drawing!.Shapes.SelectMany(s => s.Text?.Paragraphs ?? []).SelectMany(p => p.Runs).Select(r => r.Text)));
        // Another text, another picture; a sound without a cue is not credited.
        var other = show.Apply(new SetRights("a", show.Sound("a").Rights with { Credit = "Night Air, with thanks to Aino" })).Show;
        Assert.NotEqual(drawn.Key, other.WithCardsDrawn().Slides[1].Picture.Key);
        Assert.Empty(Credits.Of(show.Apply(new SetSpan("c", null)).Show));
        Assert.Equal(["author", "licence"], Rights.Unknown.Missing());
    }

    [Fact]
    public void A_film_shows_each_step_of_a_slide()
    {
        var show = Shows.Of(2, 2000);
        PictureSource Picture(int page) => new("deck", MediaTypes.Pdf, page, 16, 9);
        show = show.Apply(new SetSteps("s2", [new("p1", "", 0, Picture(1)), new("p2", "", 500, null), new("p3", "", 1000, Picture(2))])).Show;
        show = show.Apply(new SetTransitions([new("s2", Transition.Dissolve(3000))])).Show;
        var order = PictureOrder.OfSlides(show, RunningOrder.Of(show).Slides, 10);
        Assert.Equal([(0, 0, 20), (20, 10, 30), (30, 0, 40)], order.Shots.Select(s => ((int)s.Start, (int)s.Dissolving, (int)s.End)));
        Assert.Equal([1, 1, 2], order.Shots.Select(s => s.Look.Picture.Page));
        Assert.Equal(Picture(1), show.Slide("s2").PictureAt(2));
    }

    private static Show With(Show show, string first, string last) =>
        show.Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", first, last, 48_000), 0)).Show;

    private static IEnumerable<long> Starts(Show show) => Schedule.Of(show).Cues.Select(c => c.StartFrame);
}
