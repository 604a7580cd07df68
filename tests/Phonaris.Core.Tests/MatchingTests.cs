using Phonaris.Core.Matching;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Tests;

/// <summary>Decks that were changed elsewhere, and pages that are to be joined with slides.</summary>
public class MatchingTests
{
    private static readonly string[] Texts =
        ["Who flies tonight: four kinds of moth", "How a lamp calls them and why they turn", "Scales are not feathers at all", "Ears that hear the bats", "Thank you, and good night"];

    [Fact]
    public void A_refresh_keeps_what_was_set_and_follows_the_new_deck()
    {
        var show = Deck("old", Texts);
        show = show.Apply(new SetHolds([new("old1", 12_345)])).Show;
        show = show.Apply(new AddSlides([Shows.Slide("card")], 2)).Show;
        show = show.Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "old1", "old3", 48_000), 0)).Show;

        // The second slide is reworded, the third is gone, a new one stands before the last, and the first two have changed places.
        var coming = Slides("new", [Texts[1] + " to it", Texts[0], Texts[3], "A new one about the garden", Texts[4]]);
        var plan = Refresh.Plan(show, Refresh.DeckFor(show, coming), coming);
        Assert.Equal(
            [(RefreshKind.Changed, "old1", 1), (RefreshKind.Kept, "old0", 2), (RefreshKind.Kept, "old3", 3), (RefreshKind.New, null, 4), (RefreshKind.Kept, "old4", 5), (RefreshKind.Gone, "old2", null)],
            plan.Select(l => (l.Kind, l.SlideId, l.Number)));
        Assert.Equal((DeckUse.Refresh, DeckUse.Join), (Refresh.LikelyUse(plan, 5, exact: false), Refresh.LikelyUse(plan, 5, exact: true)));
        Assert.Equal(DeckUse.Put, Refresh.LikelyUse(plan, 8, exact: true));

        var (after, inverse) = show.Apply(Refresh.ToEdit(show, plan, coming, "new.pptx"));
        Assert.Equal(["old1", "old0", "old3", "new3", "old4"], after.Slides.Where(s => s.Id != "card").Select(s => s.Id));
        Assert.Equal((12_345, Texts[1] + " to it", "new"), (after.Slide("old1").HoldMs, after.Slide("old1").Text, after.Slide("old1").Deck));
        Assert.Contains(after.Slides, s => s.Id == "card");
        Assert.NotNull(after.Cue("c").Span);
        Assert.Equal(show, after.Apply(inverse).Show);
    }

    [Fact]
    public void The_same_deck_again_keeps_every_slide_and_another_is_not_mistaken_for_it()
    {
        var show = Deck("old", Texts);
        Assert.All(Refresh.Plan(show, "old", Slides("new", Texts)), l => Assert.Equal(RefreshKind.Kept, l.Kind));
        var other = Slides("other", ["Budget of the year", "Income and expense", "Questions"]);
        Assert.Equal(3, Refresh.Plan(show, "old", other).Count(l => l.Kind == RefreshKind.New));
        Assert.Throws<RuleException>(() => Refresh.DeckFor(Shows.Of(3), other));
    }

    [Fact]
    public void Pages_find_their_slides_and_steps_by_their_words()
    {
        var show = Deck("old", Texts);
        show = show.Apply(new SetSteps("old0", [new("p1", "", 0, null), new("p2", "", null, null)])).Show.Apply(new SetHidden([new("old2", true)])).Show;
        // The first slide on two pages as it is revealed; the hidden one was not printed; one page has no words.
        string[] pages = ["Who flies tonight", Texts[0], Texts[1], "", Texts[4]];
        Assert.Equal([0, 0, 1, 3, 4], PageJoin.Propose(show.Slides, pages));
        PictureSource[] pictures = [.. Enumerable.Range(1, 5).Select(n => new PictureSource("pdf", MediaTypes.Pdf, n, 16, 9))];
        var after = show.Apply(PageJoin.ToEdit(show.Slides, pictures, [0, 0, 1, -1, 4])).Show;
        Assert.Equal([2, 3, 1, 1, 5], after.Slides.Select(s => s.Picture.Page));
        Assert.Equal([1, 2], after.Slide("old0").Steps.Select(s => s.Picture!.Page));
        Assert.Throws<RuleException>(() => PageJoin.ToEdit(show.Slides, pictures, [0, 0, 1, 9, 4]));
    }

    private static Show Deck(string deck, string[] texts) => Show.Empty("A show").Apply(new AddSlides(Slides(deck, texts), 0)).Show;

    private static ValueList<Slide> Slides(string deck, string[] texts) =>
        [.. texts.Select((t, i) => Shows.Slide($"{deck}{i}") with { Title = t.Split(':')[0], Text = t, Deck = deck })];
}
