using Phonaris.Core.Matching;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Tests;

/// <summary>Decks changed elsewhere, and pages matched with slides.</summary>
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

        // The second slide is reworded, the third removed, a new one is before the last, and the first two are swapped.
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
    public void Of_two_equally_similar_slides_the_closer_is_matched()
    {
        var show = Deck("old", Texts);
        var coming = Slides("new", [Texts[0], Texts[4] + ", says the owl", Texts[1], Texts[2], Texts[4] + ", says the owl"]);
        var plan = Refresh.Plan(show, Refresh.DeckFor(show, coming), coming);
        Assert.Equal(5, plan.Single(l => l.SlideId == "old4").Number);
    }

    [Fact]
    public void A_reversed_deck_is_reordered_in_one_edit()
    {
        var show = Deck("old", Texts).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "old1", "old3", 48_000), 0)).Show;
        var coming = Slides("new", [.. Texts.Reverse()]);
        var (after, inverse) = show.Apply(Refresh.ToEdit(show, Refresh.Plan(show, "old", coming), coming, "new.pptx"));
        Assert.Equal(["old4", "old3", "old2", "old1", "old0"], after.Slides.Select(s => s.Id));
        // Each holds all slides and spans: for hundreds of moves it would be megabytes.
        Assert.Single(Assert.IsType<Several>(inverse).Edits.OfType<ArrangeSlides>());
        var (back, again) = after.Apply(inverse);
        Assert.Equal(show, back);
        Assert.Equal(after, back.Apply(again).Show);
    }

    [Fact]
    public void Titles_and_notes_edited_here_survive_a_refresh_and_conflicts_are_offered()
    {
        var show = Deck("old", Texts);
        var old = show;
        show = show.Apply(new SetNotes("old0", "Said here")).Show.Apply(new RenameSlide("old1", "Named here")).Show.Apply(new SetNotes("old2", "Both: here")).Show;
        // Written back as in the deck, it has the deck's texts.
        Assert.Equal(old, show.Apply(new SetNotes("old0", "")).Show.Apply(new RenameSlide("old1", Texts[1])).Show.Apply(new SetNotes("old2", "")).Show);
        // Only a picture is new on the first; the notes of the second and third are new; the rest is unchanged.
        var coming = Slides("new", Texts);
        coming = [coming[0], coming[1] with { Notes = "Said there" }, coming[2] with { Notes = "Both: there" }, .. coming.Skip(3)];
        var plan = Refresh.Plan(show, "old", coming);
        Assert.Equal([RefreshKind.Kept, RefreshKind.Changed, RefreshKind.Changed, RefreshKind.Kept, RefreshKind.Kept], plan.Select(l => l.Kind));
        Assert.Equal(("old2", "Both: there"), plan.Where(l => l.FromDeck is not null).Select(l => (l.SlideId, l.FromDeck!.Notes)).Single());
        foreach (var (chosen, notes) in new[] { ((string[])[], "Both: here"), (["old2"], "Both: there") })
        {
            var (after, inverse) = show.Apply(Refresh.ToEdit(show, plan, coming, "new.pptx", chosen.ToHashSet()));
            Assert.Equal(("Said here", "Named here", "Said there", notes), (after.Slide("old0").Notes, after.Slide("old1").Title, after.Slide("old1").Notes, after.Slide("old2").Notes));
            Assert.Equal(show, after.Apply(inverse).Show);
            // Again with an unchanged deck: no changes are reported, and nothing is lost.
            Assert.All(Refresh.Plan(after, "new", Slides("newer", Texts).Select((s, n) => s with { Notes = coming[n].Notes }).ToList()), l => Assert.Equal((RefreshKind.Kept, null), (l.Kind, l.FromDeck)));
        }
    }

    [Fact]
    public void Steps_added_by_the_new_deck_have_new_ids()
    {
        var show = Deck("old", Texts).Apply(new SetSteps("old0", [new("old0-1", "", 0, null), new("old0-3", "Wings", null, null)])).Show;
        var coming = Slides("new", Texts);
        coming = [coming[0] with { Steps = [new("x1", "", 0, null), new("x2", "Wings", null, null), new("x3", "Ears", null, null)] }, .. coming.Skip(1)];
        var after = show.Apply(Refresh.ToEdit(show, Refresh.Plan(show, "old", coming), coming, "new.pptx")).Show;
        Assert.Equal([("old0-1", ""), ("old0-3", "Wings"), ("old0-4", "Ears")], after.Slide("old0").Steps.Select(s => (s.Id, s.Label)));
    }

    [Fact]
    public void Indexed_and_direct_text_similarity_agree()
    {
        var random = new Random(7);
        string Any() => string.Join(' ', Enumerable.Range(0, random.Next(0, 12)).Select(_ => Texts[random.Next(Texts.Length)].Split(' ')[random.Next(4)]));
        List<string> texts = [.. Enumerable.Range(0, 40).Select(_ => Any())];
        var (alike, within) = (new double[texts.Count], new double[texts.Count]);
        var index = new TextIndex(texts);
        foreach (var text in texts.Append("").ToList())
        {
            index.Compare(text, alike, within);
            Assert.Equal(texts.Select(t => (Likeness.Of(text, t), Likeness.Within(text, t))), alike.Zip(within));
        }
    }

    [Fact]
    public void A_thousand_pages_are_matched_with_their_slides()
    {
        var random = new Random(3);
        string[] words = [.. Enumerable.Range(0, 400).Select(n => $"word{n}")];
        string[] texts = [.. Enumerable.Range(0, 1000).Select(_ => string.Join(' ', Enumerable.Range(0, 60).Select(_ => words[random.Next(words.Length)])))];
        // Hidden slides were not printed; every tenth page has lost half its words.
        var slides = Slides("deck", texts).Select((s, n) => s with { Hidden = n % 50 == 7 }).ToValueList();
        var printed = slides.Select((s, n) => (s, n)).Where(x => !x.s.Hidden).ToList();
        Assert.Equal(printed.Select(x => x.n), PageMatch.Propose(slides, [.. printed.Select((x, p) => p % 10 == 0 ? x.s.Text[..200] : x.s.Text)]));
    }

    [Fact]
    public void The_same_deck_is_recognized_and_another_is_not()
    {
        var show = Deck("old", Texts);
        Assert.All(Refresh.Plan(show, "old", Slides("new", Texts)), l => Assert.Equal(RefreshKind.Kept, l.Kind));
        var other = Slides("other", ["Budget of the year", "Income and expense", "Questions"]);
        Assert.Equal(3, Refresh.Plan(show, "old", other).Count(l => l.Kind == RefreshKind.New));
        Assert.Throws<RuleException>(() => Refresh.DeckFor(Shows.Of(3), other));
    }

    [Fact]
    public void Pages_are_matched_with_slides_and_steps_by_text()
    {
        var show = Deck("old", Texts);
        show = show.Apply(new SetSteps("old0", [new("p1", "", 0, null), new("p2", "", null, null)])).Show.Apply(new SetHidden([new("old2", true)])).Show;
        // The first slide on two pages, one for each reveal; the hidden one was not printed; one page has no text.
        string[] pages = ["Who flies tonight", Texts[0], Texts[1], "", Texts[4]];
        Assert.Equal([0, 0, 1, 3, 4], PageMatch.Propose(show.Slides, pages));
        PictureSource[] pictures = [.. Enumerable.Range(1, 5).Select(n => new PictureSource("pdf", MediaTypes.Pdf, n, 16, 9))];
        var after = show.Apply(PageMatch.ToEdit(show.Slides, pictures, [0, 0, 1, -1, 4])).Show;
        Assert.Equal([2, 3, 1, 1, 5], after.Slides.Select(s => s.Picture.Page));
        Assert.Equal([1, 2], after.Slide("old0").Steps.Select(s => s.Picture!.Page));
        Assert.Throws<RuleException>(() => PageMatch.ToEdit(show.Slides, pictures, [0, 0, 1, 9, 4]));
    }

    private static Show Deck(string deck, string[] texts) => Show.Empty("A show").Apply(new AddSlides(Slides(deck, texts), 0)).Show;

    [Fact]
    public void Pages_are_matched_with_picture_slides_by_title()
    {
        // Two slides have texts of their own, which no page contains.
        var slides = Slides("old", [.. Enumerable.Range(0, 15).Select(n => $"Moth of kind{n}")])
            .Select((s, n) => n is 10 or 14 ? s with { Text = "Sources and thanks" } : s with { Text = "" }).ToValueList();
        Assert.Equal([4, 5, 6], PageMatch.Propose(slides, ["Moth of kind4", "Moth of kind5 in the evening", "Moth of kind6"]));
        // Without any evidence, pages are matched to slides in order.
        Assert.Equal([0, 1, 2], PageMatch.Propose(slides, ["", "", ""]));
    }

    private static ValueList<Slide> Slides(string deck, string[] texts) =>
        [.. texts.Select((t, i) => Shows.Slide($"{deck}{i}") with { Title = t.Split(':')[0], Text = t, Deck = deck })];
}
