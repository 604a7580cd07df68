using CsCheck;
using Phonaris.Core.Checking;
using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Each check finds its own problem and nothing else, and its fixes resolve it.</summary>
public class ChecksTests
{
    private const long Second = Frames.PerSecond;

    private static FakeLoudness Sounds { get; } = new(source => source.Media switch
    {
        var m when m == Shows.Media("voice") => new Signal(5 * Second, n => n < Second / 2 || n > 4 * Second ? 0 : Signal.Hash(n, 5, 0.4)),
        var m when m == Shows.Media("talk") => Signal.Noise(5 * Second, 0.2, 7),
        var m when m == Shows.Media("spot") => Signal.Noise(Second, 0.2, 9),
        _ => Signal.Noise(60 * Second, 0.2, 3),
    });

    /// <summary>Ten slides of 6 s, a bed under all of them, a voice that ends on its slide, and a manual cue: no findings.</summary>
    private static Show Well { get; } = Made();

    private static Show Made()
    {
        var known = Rights.Unknown with { Author = "Ida Fennel", Licence = "CC0-1.0" };
        var show = Shows.Of(10, 6000) with
        {
            Sounds =
            [
                .. new[] { Shows.Sound("bed", 60 * Second), Shows.Sound("pad", 60 * Second), Shows.Sound("voice", 5 * Second, SoundKind.Voice), Shows.Sound("talk", 5 * Second, SoundKind.Voice), Shows.Sound("spot", Second, SoundKind.Spot) }
                    .Select(s => s with { Rights = known }),
            ],
        };
        show = show with
        {
            Cues =
            [
                Shows.Cue("b", "bed", "s1", "s10", 60 * Second, Cue.FillSpan) with { FadeIn = Fade.Of(1000), FadeOut = Fade.Of(2000) },
                Shows.Cue("v", "voice", "s3", "s3", 5 * Second),
                Shows.Cue("h", "spot", "s5", "s5", Second) with { Start = CueStart.ByHand, Hotspot = Hotspot.New("A bell") },
            ],
        };
        show = show with { Sounds = [.. show.Sounds.Where(s => s.Id is not ("pad" or "talk"))] };
        return show.Apply(Core.Levels.LevelMatch.ToEdit(Core.Levels.LevelMatch.Of(TimedShow.Of(show, Sounds.Listened()), Sounds))!).Show;
    }

    private static Show With(string soundId, SoundKind kind, long frames, Cue? cue) =>
        (Well with { Sounds = [.. Well.Sounds, Shows.Sound(soundId, frames, kind) with { Rights = Well.Sounds[0].Rights }] }) is var more && cue is null ? more : more with { Cues = [.. more.Cues, cue!] };

    private static Show Changed(string cueId, Func<Cue, Cue> change) => Well with { Cues = [.. Well.Cues.Select(c => c.Id == cueId ? change(c) : c)] };

    private static Show Slide(int number, Func<Slide, Slide> change) => Well with { Slides = Well.Slides.SetItem(number - 1, change(Well.Slides[number - 1])) };

    /// <summary>Shows with one problem, by the check that must find it.</summary>
    private static Dictionary<string, Show> Wrong { get; } = new()
    {
        ["damaged-sound"] = Well with { Sounds = Well.Sounds.SetItem(0, Well.Sounds[0] with { Figures = Well.Sounds[0].Figures with { MissingFrames = Second } }) },
        ["waits-for-hand"] = Well with { Showing = new(true, Destination.Room) },
        ["never-begins"] = Changed("v", c => c with { DelayMs = 6500 }),
        ["late-beginning"] = Changed("v", c => c with { Span = new("s3", "s4"), DelayMs = 6500 }),
        ["beds-together"] = With("pad", SoundKind.Bed, 60 * Second, Shows.Cue("p", "pad", "s6", "s10", 60 * Second, Cue.FillSpan) with { FadeOut = Fade.Of(2000), LevelDb = Well.Cue("b").LevelDb }),
        ["voices-together"] = With("talk", SoundKind.Voice, 5 * Second, Shows.Cue("t", "talk", "s3", "s4", 5 * Second) with { LevelDb = Well.Cue("v").LevelDb + 5, DelayMs = 3500 }),
        ["waiting-loop"] = Changed("b", c => c with { Rounds = 1 }) with { Sections = [new("w", "Come in", "s1", true), new("x", "Talk", "s3", false)] },
        ["hotspot"] = Changed("h", c => c with { Hotspot = c.Hotspot! with { Alternative = " " } }),
        ["hidden-cue"] = Slide(5, s => s with { Hidden = true }),
        ["parked-cue"] = Changed("v", c => c with { Span = null }),
        ["unused-sound"] = With("talk", SoundKind.Voice, 5 * Second, null),
        ["cut-voice"] = Slide(3, s => s with { HoldMs = 3000 }),
        ["long-voice"] = Changed("v", c => c with { Stop = CueStop.Finished, DelayMs = 2000 }),
        ["cut-video"] = With("clip", SoundKind.Video, 5 * Second, Shows.Cue("k", "clip", "s8", "s8", 5 * Second) with { Video = VideoPlace.Whole, Muted = true, DelayMs = 3000 }),
        ["abrupt-end"] = Changed("b", c => c with { FadeOut = Fade.None }),
        ["silent-slides"] = (Changed("b", c => c with { Span = new("s1", "s6") }) is var half ? half with { Cues = [.. half.Cues, half.Cue("b") with { Id = "b2", Span = new("s9", "s10") }] } : half),
        ["silent-end"] = Changed("b", c => c with { Span = new("s1", "s8") }),
        ["cut-by-end"] = Changed("h", c => c with { Span = new("s10", "s10"), Start = CueStart.WithSlide, Stop = CueStop.Finished, DelayMs = 5500 }),
        ["off-target"] = Changed("b", c => c with { LevelDb = c.LevelDb - 4 }),
        ["level-jump"] = With("pad", SoundKind.Bed, 60 * Second, null) is var two ? Changed("b", c => c with { Span = new("s1", "s6"), LevelDb = c.LevelDb + 2.9 }) is var first
            ? first with { Sounds = two.Sounds, Cues = [.. first.Cues, Well.Cue("b") with { Id = "p", SoundId = "pad", Span = new("s7", "s10"), LevelDb = Well.Cue("b").LevelDb - 4 }] } : two : Well,
        ["drowned-voice"] = Changed("v", c => c with { Ducks = false }),
        ["limiter"] = With("loud", SoundKind.Spot, 60 * Second, Shows.Cue("l", "loud", "s7", "s7", 60 * Second) with { LevelDb = 12 }),
        ["long-transition"] = Slide(4, s => s with { HoldMs = 2000, Transition = Transition.Dissolve(3000) }),
        ["late-step"] = Slide(4, s => s with { Steps = [.. s.Steps, new Step("late", "", 7000, null)] }),
        ["missed-aim"] = Well with { TargetMs = 70_000 },
        ["unknown-rights"] = Well with { Sounds = Well.Sounds.SetItem(0, Well.Sounds[0] with { Rights = Rights.Unknown }) },
        ["missing-credit"] = Well with { Sounds = Well.Sounds.SetItem(0, Well.Sounds[0] with { Rights = Well.Sounds[0].Rights with { Licence = "CC-BY-4.0" } }) },
        ["no-leave"] = Well with { Showing = new(false, Destination.Sold), Sounds = Well.Sounds.SetItem(0, Well.Sounds[0] with { Rights = Well.Sounds[0].Rights with { Licence = "All rights reserved" } }) },
    };

    public static TheoryData<string> Names { get; } = [.. Wrong.Keys];

    [Fact]
    public void A_correct_show_has_no_findings_and_every_check_has_a_case()
    {
        Assert.Empty(Sounds.Findings(Well).Select(f => f.Sentence));
        // These have their own tests below.
        Assert.Equal(Checks.All.Select(c => c.Name).Order(), [.. Wrong.Keys.Concat(["missing-sound", "large-sound", "misfit", "audible-join"]).Order()]);
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void A_check_finds_its_problem_and_each_fix_resolves_it(string name)
    {
        var show = Wrong[name];
        var found = Sounds.Findings(show).Where(f => f.Check == name).ToList();
        var finding = Assert.Single(found);
        Assert.Matches(@"^\p{Lu}.*[.]$", finding.Sentence);
        foreach (var fix in finding.Fixes)
        {
            var after = show.Apply(fix.Edit);
            Assert.DoesNotContain(Sounds.Findings(after.Show), f => f.Check == name);
            Assert.Equal(show, after.Show.Apply(after.Inverse).Show);
        }
        // An ignored finding stays ignored wherever its slides move, until it is about something else.
        var left = show.Apply(new IgnoreFinding(finding.Key, true)).Show;
        Assert.All(Sounds.Findings(left).Where(f => f.Check == name), f => Assert.True(left.IsIgnored(f)));
        if (Sounds.Findings(left.Apply(new MoveSlides(["s2"], 0)).Show).FirstOrDefault(f => f.Check == name) is { } moved && name is not ("silent-slides" or "missed-aim"))
            Assert.Equal(finding.Key, moved.Key);
    }

    [Fact]
    public void A_hold_is_extended_exactly_to_the_end_of_a_cue()
    {
        var finding = Sounds.Findings(Wrong["cut-by-end"]).Single(f => f.Check == "cut-by-end");
        var longer = Wrong["cut-by-end"].Apply(finding.Fixes[1].Edit).Show;
        var left = Schedule.Of(longer).Cues.Single(c => c.CueId == "h");
        Assert.Equal(left.NaturalFrames, left.LengthFrames);
        Assert.InRange(RunningOrder.Of(longer).TotalFrames - left.EndFrame, 0, Second / 10 - 1);
    }

    [Fact]
    public void A_cue_that_never_starts_is_fixed_with_its_followers()
    {
        var show = Changed("v", c => c with { DelayMs = 6500 });
        show = show with { Cues = [.. show.Cues, show.Cue("v") with { Id = "w", Span = new("s7", "s8"), Start = CueStart.After("v"), DelayMs = 0 }] };
        var found = Sounds.Findings(show).Where(f => f.Check == "never-begins").ToList();
        Assert.Equal(["v", "w"], found.Select(f => f.CueIds[0]));
        var fix = Assert.Single(found[0].Fixes);
        var after = show.Apply(fix.Edit).Show;
        Assert.Empty(Sounds.Findings(after).Select(f => f.Sentence));
        Assert.Equal(["v", "w"], TimedShow.Of(after, Sounds.Listened()).Schedule.Cues.Where(c => c.CueId is "v" or "w").Select(c => c.CueId));
    }

    [Fact]
    public void Missing_and_large_files_are_found()
    {
        var files = new SoundFiles(new Dictionary<string, string> { ["bed"] = "The file of Sound bed is missing." }, s => s.Id == "voice" ? 200_000_000 : 1_000);
        var findings = Sounds.Findings(Well, files: files);
        Assert.Equal(["missing-sound", "large-sound"], findings.Select(f => f.Check));
        Assert.Equal(["bed", "voice"], findings.Select(f => f.SoundId));
        Assert.Equal(Severity.Blocker, findings[0].Severity);
        Assert.DoesNotContain(Sounds.Findings(Well.Apply(findings[0].Fixes[0].Edit).Show, files: files), f => f.Check == "missing-sound");
    }

    [Fact]
    public void An_audible_edit_is_found()
    {
        var show = Changed("b", c => c with { Fit = new(FitMethod.Recut) });
        Fitted Fit(double percentile, long frames) => new(
            FitMethod.Recut, frames, new([new(0, frames / 2, 0), new(48_000, frames - frames / 2, 0)]), 1, [new(frames / 2, frames / 2, 48_000, percentile)], frames, false, 0.1, "");
        Assert.DoesNotContain(Sounds.Findings(show, (_, _, frames) => Fit(2, frames)), f => f.Check == "audible-join");
        var finding = Assert.Single(Sounds.Findings(show, (_, _, frames) => Fit(30, frames)), f => f.Check == "audible-join");
        Assert.Equal("s6", finding.SlideId);
        Assert.DoesNotContain(Sounds.Findings(show.Apply(finding.Fixes[0].Edit).Show), f => f.Check == "audible-join");
    }

    [Fact]
    public void Safe_fixes_are_applied_as_one_edit()
    {
        var show = Changed("b", c => c with { LevelDb = -40, FadeOut = Fade.None }) with { Showing = new(true, Destination.Room) };
        Assert.Equal(["waits-for-hand", "off-target"], Sounds.Findings(show).Select(f => f.Check).Where(c => c != "abrupt-end"));
        var right = Checks.FixAutomatically(show, s => Sounds.Findings(s))!;
        var after = show.Apply(right);
        Assert.Empty(Sounds.Findings(after.Show).Select(f => f.Sentence));
        Assert.Equal(show, after.Show.Apply(after.Inverse).Show);
        Assert.Null(Checks.FixAutomatically(after.Show, s => Sounds.Findings(s)));
        // Ignored findings are not fixed.
        var left = show.Apply(new IgnoreFinding(Sounds.Findings(show)[0].Key, true)).Show;
        Assert.Equal(CueStartKind.Hand, left.Apply(Checks.FixAutomatically(left, s => Sounds.Findings(s))!).Show.Cue("h").Start.Kind);
    }

    [Theory]
    [InlineData("CC0-1.0", Destination.Sold, UsageRight.Yes)]
    [InlineData("CC-BY-4.0", Destination.Sold, UsageRight.Credit)]
    [InlineData("CC BY 3.0", Destination.Web, UsageRight.Credit)]
    [InlineData("CC-BY-SA-4.0", Destination.Room, UsageRight.Credit)]
    [InlineData("CC-BY-SA-4.0", Destination.Web, UsageRight.Alike)]
    [InlineData("CC-BY-NC-4.0", Destination.Web, UsageRight.Credit)]
    [InlineData("CC-BY-NC-SA-4.0", Destination.Sold, UsageRight.No)]
    [InlineData("CC-BY-ND-4.0", Destination.Room, UsageRight.Credit)]
    [InlineData("CC-BY-NC-ND-4.0", Destination.Web, UsageRight.No)]
    [InlineData("All rights reserved", Destination.Room, UsageRight.Ask)]
    [InlineData("", Destination.Web, UsageRight.Ask)]
    [InlineData("CC BY-NonCommercial", Destination.Sold, UsageRight.No)]
    [InlineData("CC-BY-SA-NC", Destination.Sold, UsageRight.No)]
    [InlineData("CC BY-NoDerivatives", Destination.Web, UsageRight.No)]
    [InlineData("CC-BY-NoDerivs", Destination.Web, UsageRight.No)]
    [InlineData("CC-BY-ND-NC-3.0", Destination.Sold, UsageRight.No)]
    [InlineData("Creative Commons Attribution-NonCommercial-ShareAlike 4.0 International", Destination.Web, UsageRight.Alike)]
    [InlineData("CC-BY-3.0-DE", Destination.Sold, UsageRight.Credit)]
    [InlineData("CC-BY-NC-ND-3.0-IGO", Destination.Web, UsageRight.No)]
    [InlineData("CC0 1.0 Universal", Destination.Sold, UsageRight.Yes)]
    [InlineData("CC-BY-NC-SA-ND", Destination.Room, UsageRight.Ask)]
    [InlineData("CC-BY-DE", Destination.Room, UsageRight.Ask)]
    [InlineData("CC-BY-4.0 OR MIT", Destination.Room, UsageRight.Ask)]
    [InlineData("CC-NC-1.0", Destination.Room, UsageRight.Ask)]
    public void Clearance_depends_on_the_licence_and_the_destination(string licence, Destination where, UsageRight leave)
    {
        var clearance = Clearance.Of(Rights.Unknown with { Licence = licence }, where, isAdapted: false);
        Assert.Equal((leave, leave is not (UsageRight.Yes or UsageRight.Credit)), (clearance.Answer, clearance.IsOpen));
        if (leave == UsageRight.Ask) Assert.Equal(UsageRight.Yes, Clearance.Of(Rights.Unknown with { Licence = licence, Proof = "Letter of 3 May" }, where, isAdapted: false).Answer);
    }

    [Fact]
    public void A_clearance_covers_smaller_destinations_and_a_source_clears_nothing()
    {
        var reserved = Rights.Unknown with { Licence = "All rights reserved" };
        foreach (var given in Enum.GetValues<Destination>())
        {
            // Whatever the text of its proof is.
            var rights = reserved with { Proof = "No. 758-3", Clearance = new("758-3", given) };
            foreach (var goes in Enum.GetValues<Destination>()) Assert.Equal(goes <= given ? UsageRight.Yes : UsageRight.Ask, Clearance.Of(rights, goes, isAdapted: false).Answer);
            // It allows more than the licence, with the required credit.
            Assert.Equal(UsageRight.Credit, Clearance.Of(rights with { Licence = "CC-BY-NC-4.0", Credit = "by Aino" }, given, isAdapted: false).Answer);
        }
        Assert.Equal(UsageRight.Ask, Clearance.Of(reserved with { CataloguePiece = "curtain" }, Destination.Room, isAdapted: false).Answer);
        Assert.Equal(UsageRight.Yes, Clearance.Of(Rights.Unknown with { Licence = "Own work" }, Destination.Sold, isAdapted: true).Answer);
    }

    [Fact]
    public void A_no_derivatives_licence_allows_unchanged_playback()
    {
        var show = Well with { Sounds = [.. Well.Sounds.Select(s => s with { Rights = s.Rights with { Licence = "CC-BY-ND-4.0" } })] };
        Assert.Equal(UsageRight.Credit, Clearance.Of(show, show.Sound("bed"), Destination.Room).Answer);
        var fitted = show.Apply(new SetFit("b", new(FitMethod.Recut))).Show;
        Assert.Equal((UsageRight.No, UsageRight.Credit), (Clearance.Of(fitted, fitted.Sound("bed"), Destination.Room).Answer, Clearance.Of(fitted, fitted.Sound("bed"), Destination.Inside).Answer));
        Assert.Equal(UsageRight.No, Clearance.Of(show.Apply(new SetSpeed("b", 0.9)).Show, show.Sound("bed"), Destination.Room).Answer);
    }

    [Fact]
    public void A_voice_cut_off_between_two_sentences_is_found()
    {
        // It speaks from 0 to 3 s and from 4 to 20 s; its slide ends at 3.5 s.
        var talk = new Signal(20 * Second, n => n is >= 3 * Second and < 4 * Second ? 0 : Signal.Hash(n, 5, 0.4));
        var sounds = new FakeLoudness(_ => talk);
        var show = Shows.Of(4, 3_500) with { Sounds = [Shows.Sound("talk", talk.Frames, SoundKind.Voice)] };
        show = show with { Cues = [Shows.Cue("v", "talk", "s1", "s1", talk.Frames)] };
        Assert.Equal("Sound talk is cut off between sentences on slide 1 with 16.5 s left.", sounds.Findings(show).Single(f => f.Check == "cut-voice").Sentence);
        var inWord = show.Apply(new SetHolds([new("s1", 2_500)])).Show;
        Assert.Contains("mid-word", sounds.Findings(inWord).Single(f => f.Check == "cut-voice").Sentence);
        // The cut is not a finding if nothing is said in it.
        var silent = show.Apply(new SetPart("v", 0, 4 * Second)).Show;
        Assert.DoesNotContain("cut-voice", sounds.Findings(silent).Select(f => f.Check));
    }

    [Fact]
    public void Each_of_three_overlapping_beds_clashes_with_the_next_only()
    {
        var show = Well with
        {
            Sounds = [Shows.Sound("bed", 60 * Second)],
            Cues = [.. new[] { "s1", "s5", "s9" }.Select((s, n) => Shows.Cue($"b{n}", "bed", s, "s10", 60 * Second, Cue.FillSpan))],
        };
        Assert.Equal([["b0", "b1"], ["b1", "b2"]], Sounds.Findings(show).Where(f => f.Check == "beds-together").Select(f => f.CueIds.ToArray()));
    }

    [Fact]
    public void A_replaced_bed_can_be_restarted_repeatedly()
    {
        var show = Shows.Of(6, 6_000) with { Sounds = [Shows.Sound("bed", 60 * Second), Shows.Sound("pad", 60 * Second)] };
        show = show with { Cues = [Shows.Cue("b", "bed", "s1", "s6", 60 * Second, Cue.FillSpan), Shows.Cue("p", "pad", "s2", "s6", 60 * Second, Cue.FillSpan)] };
        foreach (var slide in new[] { "s4", "s5", "s6" })
            show = show.Apply(Explanation.Of(TimedShow.Of(show, Sounds.Listened()), slide).First(e => e.Fix?.Words == "Start it again here").Fix!.Edit).Show;
        Assert.Equal(5, show.Cues.Select(c => c.Id).Distinct().Count());
    }

    [Fact]
    public void Limiting_is_reported_where_it_is_greatest()
    {
        // Louder within one analysed stretch: the finding is on the slide where the sum is highest, whatever comes before it.
        var show = Shows.Of(6, 1_000) with { Sounds = [Shows.Sound("spot", Second, SoundKind.Spot)] };
        show = show with { Cues = [Shows.Cue("a", "spot", "s1", "s1", Second) with { LevelDb = 15 }, Shows.Cue("c", "spot", "s3", "s3", Second) with { LevelDb = 18 }, Shows.Cue("d", "spot", "s5", "s5", Second) with { LevelDb = 14 }] };
        var finding = Sounds.Findings(show).Single(f => f.Check == "limiter");
        Assert.Equal("s3", finding.SlideId);
        Assert.Contains($"The mix on slide 3 would peak at {Wording.Peak(Core.Levels.ShowLevels.Of(TimedShow.Of(show, Sounds.Listened()), Sounds).Peaks.SumPeakDbtp!.Value)}", finding.Sentence);
    }

    [Theory]
    [InlineData(Destination.Room, Severity.Minor)]
    [InlineData(Destination.Inside, Severity.Minor)]
    [InlineData(Destination.Web, Severity.Blocker)]
    public void An_unclear_licence_is_unknown_for_every_destination(Destination where, Severity severity)
    {
        var reserved = Well with { Showing = new(false, where), Sounds = Well.Sounds.SetItem(0, Well.Sounds[0] with { Rights = Well.Sounds[0].Rights with { Licence = "All rights reserved" } }) };
        Assert.Equal(severity, Sounds.Findings(reserved).Single(f => f.Check == "no-leave").Severity);
    }

    [Fact]
    public void A_video_that_is_set_to_end_earlier_is_not_cut()
    {
        var show = With("clip", SoundKind.Video, 20 * Second, Shows.Cue("k", "clip", "s8", "s8", 20 * Second) with { Video = VideoPlace.Whole, Muted = true });
        show = show with { Slides = show.Slides.SetItem(7, show.Slides[7] with { Steps = [.. show.Slides[7].Steps, new Step("out", "", 4000, null)] }) };
        Assert.Contains("cut-video", Sounds.Findings(show).Select(f => f.Check));
        var ended = show with { Cues = [.. show.Cues.Select(c => c.Id == "k" ? c with { Stop = CueStop.Step, StopStepId = "out" } : c)] };
        Assert.DoesNotContain("cut-video", Sounds.Findings(ended).Select(f => f.Check));
    }

    [Fact]
    public void An_ignored_finding_has_a_short_key()
    {
        var show = Well with
        {
            Sounds = [.. Enumerable.Range(0, 60).Select(n => Shows.Sound($"a-sound-with-a-long-id-{n}", 60 * Second) with { Rights = Rights.Unknown with { Licence = "CC-BY-4.0", Author = "A" } })],
            Cues = [.. Enumerable.Range(0, 60).Select(n => Shows.Cue($"c{n}", $"a-sound-with-a-long-id-{n}", "s1", "s1", Second))],
        };
        var finding = Sounds.Findings(show).Single(f => f.Check == "missing-credit");
        Assert.DoesNotContain(Sounds.Findings(show.Apply(new IgnoreFinding(finding.Key, true)).Show), f => f.Check == "missing-credit" && !show.Apply(new IgnoreFinding(finding.Key, true)).Show.IsIgnored(f));
        // Credits in the presenter's notes are not shown to the audience.
        var noted = Well with { Sounds = [Well.Sounds[0] with { Rights = Rights.Unknown with { Licence = "CC-BY-4.0", Author = "A" } }, .. Well.Sounds.Skip(1)] };
        noted = noted.Apply(new SetNotes("s1", Credits.Line(noted.Sounds[0]))).Show;
        foreach (var (where, found) in new[] { (Destination.Room, true), (Destination.Web, false) })
            Assert.Equal(found, Sounds.Findings(noted.Apply(new SetShowing(noted.Showing with { Where = where })).Show).Any(f => f.Check == "missing-credit"));
    }

    [Fact]
    public void Hidden_hotspots_are_checked_with_the_keys_of_presenting()
    {
        // Nine manual cues over all slides, listed first, and one on slide 2 alone: when presenting, that one gets the first key.
        var show = Well with { Sounds = [Shows.Sound("spot", Second, SoundKind.Spot)], Cues = [.. Enumerable.Range(0, 9).Select(n => Manual($"w{n}", "s1", "s10")), Manual("own", "s2", "s2")] };
        var hidden = Sounds.Findings(show).Where(f => f.Check == "hotspot" && f.Sentence.StartsWith("Nothing starts", StringComparison.Ordinal)).SelectMany(f => f.CueIds).ToList();
        Assert.DoesNotContain("own", hidden);
        Assert.Equal("own", Core.Live.LivePlan.Of(TimedShow.Of(show)).Places.First(p => p.SlideId == "s2").ByHand[0].Split('@')[0]);

        static Cue Manual(string id, string first, string last) => Shows.Cue(id, "spot", first, last, Second) with { Start = CueStart.ByHand, Hotspot = Hotspot.New("Bell") with { Shown = false } };
    }

    [Fact]
    public void Silence_is_fixed_with_a_bed_only_if_that_changes_something()
    {
        var show = Shows.Of(4, 6_000) with { Sounds = [Shows.Sound("bed", 60 * Second), Shows.Sound("spot", Second, SoundKind.Spot)] };
        show = show with { Cues = [Shows.Cue("b", "bed", "s1", "s1", 3 * Second), Shows.Cue("t", "spot", "s2", "s2", Second)] };
        var explained = Explanation.Of(TimedShow.Of(show, Sounds.Listened()), "s3").Single(e => e.CueId is null);
        var after = show.Apply(explained.Fix!.Edit).Show;
        Assert.Contains(Schedule.Of(after).Cues, c => c.CueId == "b" && c.EndFrame >= 3 * 6 * Second);
        Assert.Null(Explanation.Of(TimedShow.Of(show with { Cues = [show.Cues[1]] }, Sounds.Listened()), "s3").Single(e => e.CueId is null).Fix);
    }
}
