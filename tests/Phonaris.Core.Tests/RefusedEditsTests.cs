using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Tests;

/// <summary>Impossible edits are rejected with a sentence that names the field; the show is unchanged.</summary>
public class RefusedEditsTests
{
    public static TheoryData<string, Edit, string> Refused => new()
    {
        { "steps", new SetSteps("s1", []), "1 to 100" },
        { "steps", new SetSteps("s1", [new("a", "", 100, null)]), "at 0 s" },
        { "steps", new SetSteps("s1", [new("a", "", 0, null), new("b", "", 900, null), new("c", "", 800, null)]), "cannot be earlier" },
        { "steps", new SetSteps("s1", [new("a", "", 0, null), new("a", "", 10, null)]), "the same" },
        { "steps", new SetSteps("s1", [new("a", "", 0, null), new("b", "", Slide.GreatestHoldMs + 1, null)]), "4 hours" },
        { "section", new SetSections([new("a", "", "s1", false)]), "needs a name" },
        { "section", new SetSections([new("a", "A", "s1", false), new("a", "B", "s2", false)]), "the same" },
        { "slide", new SetSections([new("a", "A", "gone", false)]), "no longer" },
        { "slides", new MoveSlides([], 0), "no slides to move" },
        { "slide", new MoveSlides(["gone"], 0), "no longer" },
        { "slides", new DuplicateSlides([]), "no slides to duplicate" },
        { "slides", new DuplicateSlides([new("s1", "s2")]), "already" },
        { "slides", new ArrangeSlides(["s1", "s1", "s3"], [], []), "added or removed" },
        { "notes", new SetNotes("s1", new string('n', Slide.LongestText + 1)), "at most 20,000" },
        { "slides", new AddSlides([Shows.Slide("new") with { Text = new string('t', Slide.LongestText + 1) }], 0), "at most 20,000" },
        { "heading", new SetPictures([new("s1", PictureSource.Of(new(CardKind.Title, new string('h', 201), "")), [])]), "at most 200" },
        { "text", new SetPictures([new("s1", PictureSource.Of(new(CardKind.Title, "", new string('t', 1001))), [])]), "at most 1,000" },
        { "name", new RenameSound("a", "  "), "needs a name" },
        { "rights", new SetRights("a", Rights.Unknown with { Proof = new string('p', 1001) }), "at most 1,000" },
        { "markers", new SetMarkers("a", [new("m", "Late", 48_001)]), "must be within" },
        { "markers", new SetMarkers("a", [new("m", "One", 1), new("m", "Two", 2)]), "the same" },
        { "markers", new SetMarkers("a", [.. Enumerable.Range(0, 501).Select(i => new Marker($"{i}", "M", i))]), "at most 500" },
        { "sound", new ReplaceSound("a", "x", "x.wav", Shows.Figures(0)), "has no audio" },
        { "sound", new RestoreSound("a", []), "already in the show" },
        { "start", new SetStart("c", new(CueStartKind.Step, null)), "must name" },
        { "start", new SetStart("c", new(CueStartKind.Hand, "p1")), "must name" },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public void An_invalid_edit_is_rejected_with_its_field(string field, Edit edit, string because)
    {
        var show = Shows.Of(3).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "s1", "s2", 48_000), 0)).Show;
        var e = Assert.Throws<RuleException>(() => show.Apply(edit));
        Assert.Equal(field, e.Field);
        Assert.Contains(because, e.Message);
        // If one of several is rejected, none is made.
        Assert.Throws<RuleException>(() => show.Apply(new Several([new RenameShow("Other"), edit], "Both")));
        Assert.Equal("A show", show.Title);
    }

    [Fact]
    public void A_chain_has_at_most_200_cues()
    {
        var show = Shows.Of(3).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show;
        for (var n = 0; n < 240; n++)
            show = show.Apply(new PlaceCue(Shows.Cue($"c{n}", "a", "s1", "s2", 48_000) with { Start = n % 120 == 0 ? CueStart.WithSlide : CueStart.After($"c{n - 1}") }, n)).Show;
        Assert.Contains("At most 200 cues", Assert.Throws<RuleException>(() => show.Apply(new SetStart("c120", CueStart.After("c80")))).Message);
        Assert.Contains("wait for each other", Assert.Throws<RuleException>(() => show.Apply(new SetStart("c0", CueStart.After("c119")))).Message);
        // 80 and 120 of them: what an edit allows can be read again.
        show.Apply(new SetStart("c120", CueStart.After("c79"))).Show.Validated();
    }

    [Fact]
    public void A_show_has_at_most_ten_thousand_cues()
    {
        var show = Shows.Of(3).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show;
        show = show with { Cues = [.. Enumerable.Range(0, 10_000).Select(n => Shows.Cue($"c{n}", "a", "s1", "s2", 48_000))] };
        var more = Shows.Cue("more", "a", "s1", "s2", 48_000);
        Assert.Contains("at most 10,000 cues", Assert.Throws<RuleException>(() => show.Apply(new PlaceCue(more, 0))).Message);
        Assert.Contains("at most 10,000 cues", Assert.Throws<RuleException>(() => (show.Validated() with { Cues = [.. show.Cues, more] }).Validated()).Message);
    }

    [Fact]
    public void A_cue_of_a_removed_sound_cannot_be_placed()
    {
        var show = Shows.Of(3).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "s1", "s2", 48_000), 0)).Show;
        var removed = show.Apply(new RemoveSound("a")).Show;
        Assert.Contains("Restore it first", Assert.Throws<RuleException>(() => removed.Apply(new SetSpan("c", new("s1", "s1")))).Message);
        Assert.Contains("already removed", Assert.Throws<RuleException>(() => removed.Apply(new RemoveSound("a"))).Message);
        var back = removed.Apply(new RestoreSound("a", [])).Show.Apply(new SetSpan("c", new("s3", "s3"))).Show;
        Assert.Equal(new Span("s3", "s3"), back.Cue("c").Span);
    }

    [Fact]
    public void Every_edit_has_a_description()
    {
        var show = Shows.Of(3).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show.Apply(new PlaceCue(Shows.Cue("c", "a", "s1", "s2", 48_000), 0)).Show;
        (Edit Edit, string Says)[] lines =
        [
            (new MoveSlides(["s1"], 3), "Moved “Slide s1”"),
            (new MoveSlides(["s1", "s2"], 3), "Moved 2 slides"),
            (new DuplicateSlides([new("s1", "x")]), "Duplicated “Slide s1”"),
            (new SetHidden([new("s1", true)]), "Hid “Slide s1”"),
            (new SetHidden([new("s1", false), new("s2", false)]), "Showed 2 slides"),
            (new SetSections([new("x", "Talk", "s1", false)]), "Added section “Talk”"),
            (new SetSteps("s1", [new("a", "", 0, null), new("b", "", null, null)]), "“Slide s1”: 1 → 2 steps"),
            (new RemoveSound("a"), "Removed Sound a and parked its cue"),
            (new ReplaceSound("a", "x", "x.wav", Shows.Figures(9)), "Replaced the file of Sound a with x.wav"),
            (new SetStart("c", CueStart.ByHand), "Sound a: starts manually"),
            (new SetEachSlide("c", true), "Sound a: restarts on every slide"),
            (new Several([new RenameShow("x")], "All at once"), "All at once"),
        ];
        Assert.All(lines, l => Assert.Equal(l.Says, l.Edit.Sentence(show)));
    }

    [Fact]
    public void Common_shapes_have_the_right_outline()
    {
        Assert.Equal(4, Outlines.Rectangle.Parts[0].Path.Count(m => m.Kind is PenMoveKind.Move or PenMoveKind.Line));
        // Corners never extend beyond the middle of a side, and an ellipse touches all four.
        var pill = Outlines.Rounded(100, 20, 60);
        Assert.All(pill.Parts[0].Path, m => Assert.True(m.X is >= 0 and <= 100 && m.Y is >= 0 and <= 20));
        var touched = Outlines.Ellipse.Parts[0].Path.Where(m => m.Kind == PenMoveKind.Curve).Select(m => (m.X, m.Y)).ToHashSet();
        Assert.Superset(new HashSet<(double, double)> { (1, 0.5), (0.5, 1), (0, 0.5), (0.5, 0) }, touched);
        Assert.Equal(PartFill.None, Outlines.Diagonal.Parts[0].Fill);
    }
}
