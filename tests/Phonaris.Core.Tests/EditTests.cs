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
                var edit = AnyEdit(show, new Random(seed));
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
        var tried = Enumerable.Range(0, 3000).Select(seed => AnyEdit(Shows.Of(3), new Random(seed)).GetType()).ToHashSet();
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

    private static SetStop AnyStop(string cueId, string stepId, Random random)
    {
        var stop = (CueStop)random.Next(4);
        return new(cueId, stop, stop == CueStop.Step ? stepId : null, random.Next(-2000, 2000));
    }

    private static Edit Reread(Edit edit) =>
        JsonSerializer.Deserialize<Edit>(JsonSerializer.Serialize(edit, ShowJson.Options), ShowJson.Options)!;

    private static Edit AnyEdit(Show show, Random random)
    {
        var fresh = $"n{random.Next(1_000_000)}";
        string Slide() => show.Slides.Count == 0 ? "none" : show.Slides[random.Next(show.Slides.Count)].Id;
        string Cue() => show.Cues.Count == 0 ? "none" : show.Cues[random.Next(show.Cues.Count)].Id;
        string Sound() => show.Sounds.Count == 0 ? "none" : show.Sounds[random.Next(show.Sounds.Count)].Id;
        return random.Next(49) switch
        {
            0 => new AddSlides([Shows.Slide(fresh), Shows.Slide(fresh + "b")], random.Next(10)),
            1 => new RemoveSlides([.. new[] { Slide(), Slide() }.Distinct()]),
            2 => new RenameSlide(Slide(), fresh),
            3 => new SetHolds([new(Slide(), random.Next(50, 9000)), new(Slide(), random.Next(50, 9000))]),
            4 => new SetTransitions([new(Slide(), Transition.Dissolve(random.Next(2000)))]),
            5 => new AddSound(Shows.Sound(fresh, random.Next(-1, 90_000)), random.Next(5)),
            6 => new RemoveSound(Sound()),
            7 => new SetSoundKind(Sound(), (SoundKind)random.Next(3)),
            8 => new PlaceCue(Shows.Cue(fresh, Sound(), Slide(), Slide(), 1000), random.Next(5)),
            9 => new RemoveCue(Cue()),
            10 => new SetSpan(Cue(), random.Next(4) == 0 ? null : new(Slide(), Slide())),
            11 => new SetDelay(Cue(), random.Next(-100, 9000)),
            12 => AnyStop(Cue(), Slide() + "-1", random),
            13 => new SetPart(Cue(), random.Next(2000), random.Next(100_000)),
            14 => new SetRounds(Cue(), random.Next(-1, 5)),
            15 => new SetLevel(Cue(), random.Next(-70, 20)),
            16 => new SetFade(Cue(), (FadeEnd)random.Next(2), new(random.Next(-10, 9000), (FadeCurve)random.Next(3))),
            17 => new RenameShow(fresh),
            18 => new MoveSlides([.. new[] { Slide(), Slide() }.Distinct()], random.Next(-1, 10)),
            19 => new DuplicateSlides([new(Slide(), fresh)]),
            20 => new SetHidden([new(Slide(), random.Next(2) == 0)]),
            21 => new SetNotes(Slide(), fresh),
            22 => new SetSections([new("x1", "One", Slide(), false), new(fresh, "New", Slide(), true)]),
            23 => new SetSteps(Slide(), [new("t1", "", 0, null), new(fresh, "Wing", random.Next(-10, 9000), null), new("t3", "", null, null)]),
            24 => new SetPictures([new(Slide(), Shows.Slide(fresh).Picture with { Page = 2 }, [null])]),
            25 => new SetContent(Slide(), fresh, "text", "notes", PictureSource.Of(new(CardKind.Credits, "Credits", "")), Step.Whole(fresh), fresh),
            26 => new RenameSound(Sound(), fresh),
            27 => new SetRights(Sound(), Rights.Unknown with { Author = fresh }),
            28 => new SetMarkers(Sound(), [new("m2", "Later", random.Next(90_000)), new("m1", "Turn", random.Next(2000))]),
            29 => new ReplaceSound(Sound(), fresh, "other.wav", Shows.Figures(random.Next(-1, 90_000))),
            47 => new ShiftLevels([.. new[] { Cue(), Cue() }.Distinct()], random.Next(-40, 40)),
            46 => new SetTarget(random.Next(4) == 0 ? null : random.Next(500, 900_000)),
            30 => new SetStart(Cue(), random.Next(4) switch { 0 => CueStart.ByHand, 3 => CueStart.ToEndTogether, 1 => CueStart.After(Cue()), _ => CueStart.WithStep(Slide() + "-1") }),
            31 => new SetEachSlide(Cue(), random.Next(2) == 0),
            32 => new Several([new RenameShow(fresh), new RemoveCue(Cue()), new RemoveSlides([Slide()])], "All at once"),
            33 => new AddCard(fresh, (CardKind)random.Next(2), random.Next(10)),
            34 => new SetLoopPart(Cue(), random.Next(3) == 0 ? null : new(random.Next(2000), random.Next(100_000))),
            35 => new SetSpeed(Cue(), random.Next(1, 30) / 10.0),
            36 => new SetLevelPoints(Cue(), [new(random.Next(900), random.Next(-70, 20)), new(random.Next(500, 9000), -3)]),
            37 => new SetMuted(Cue(), random.Next(2) == 0),
            38 => new SetReturn(Cue(), (CueReturn)random.Next(2)),
            39 => new SetDucks(Cue(), random.Next(2) == 0),
            40 => new SetHandover(Cue(), random.Next(-100, 9000)),
            41 => new SetHotspot(Cue(), random.Next(3) == 0 ? null : Hotspot.New(fresh) with { X = random.Next(-1, 11) / 10.0 }),
            42 => new GoBack(show with { Title = fresh }, fresh),
            43 => new AddHotspot(Cue()),
            45 => new SetHoldLocks([new(Slide(), random.Next(2) == 0)]),
            44 => new SetFit(Cue(), random.Next(3) == 0 ? null : new((FitMethod)random.Next(6)) { Joins = random.Next(-3, 4), Kept = [new(random.Next(900), random.Next(90_000))] }),
            _ => new AddSlides([], 0),
        };
    }
}
