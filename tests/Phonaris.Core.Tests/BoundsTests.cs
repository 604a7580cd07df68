using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>Every numeric setting is accepted at its limits and rejected just beyond them, by edits and by shows that are read.</summary>
public sealed class BoundsTests
{
    private const double Hours = 14_400_000, Frames = 48_000;

    private static Hotspot Spot { get; } = Hotspot.New("Bell");

    private static Duck Duck { get; } = new(150, 400, 800);

    /// <summary>Numeric settings, their limits, and the smallest step beyond them.</summary>
    public static TheoryData<string, Func<double, Edit>, double, double, double> Bounds => new()
    {
        { "hold", v => new SetHolds([new("s1", (long)v)]), 100, Hours, 1 },
        { "target", v => new SetTarget((long)v), 1000, 6 * Hours, 1 },
        { "transition", v => new SetTransitions([new("s1", Transition.Dissolve((long)v))]), 0, 10_000, 1 },
        { "steps", v => new SetSteps("s1", [.. Enumerable.Range(0, (int)v).Select(k => new Step($"t{k}", "", k, null))]), 1, 100, 1 },
        { "step", v => new SetSteps("s1", [new("t", "", 0, null), new("u", "", 5, null), new("v", "", (long)v, null)]), 5, Hours, 1 },
        { "marker", v => new SetMarkers("a", [new("m", "Turn", (long)v)]), 0, Frames, 1 },
        { "delay", v => new SetDelay("c", (long)v), 0, Hours, 1 },
        { "stop", v => new SetStop("c", CueStop.Span, null, (long)v), -Hours, Hours, 1 },
        { "level", v => new SetLevel("c", v), -60, 24, 0.1 },
        { "gain", v => new SetShowGain(v), -24, 12, 0.1 },
        { "fade", v => new SetFade("c", FadeEnd.Out, Fade.Of((long)v)), 0, 300_000, 1 },
        { "loops", v => new SetRounds("c", (int)v), 0, 1000, 1 },
        { "speed", v => new SetSpeed("c", v), 0.5, 2, 0.01 },
        { "handover", v => new SetHandover("c", (long)v), 0, 300_000, 1 },
        { "in", v => new SetPart("c", (long)v, 48_000), 0, Frames - 480, 1 },
        { "out", v => new SetPart("c", 0, (long)v), 480, Frames, 1 },
        { "loop from", v => new SetLoopPart("c", new((long)v, 48_000)), 0, Frames - 480, 1 },
        { "loop to", v => new SetLoopPart("c", new(0, (long)v)), 480, Frames, 1 },
        { "point", v => new SetLevelPoints("c", [new((long)v, 0)]), 0, Hours, 1 },
        { "second point", v => new SetLevelPoints("c", [new(10, 0), new((long)v, 0)]), 11, Hours, 1 },
        { "point level", v => new SetLevelPoints("c", [new(0, v)]), -60, 24, 0.1 },
        { "joins", v => new SetFit("c", new(FitMethod.Recut) { Joins = (int)v }), -2, 2, 1 },
        { "end", v => new SetFit("c", new(FitMethod.Shorten) { EndFrame = (long)v }), 1, Frames, 1 },
        { "kept from", v => new SetFit("c", new(FitMethod.Recut) { Kept = [new((long)v, 48_000)] }), 0, Frames - 1, 1 },
        { "kept to", v => new SetFit("c", new(FitMethod.Recut) { Kept = [new(0, (long)v)] }), 1, Frames, 1 },
        { "join from", v => new SetFit("c", new(FitMethod.Recut) { Forbidden = [new((long)v, 0)] }), 0, Frames, 1 },
        { "join to", v => new SetFit("c", new(FitMethod.Recut) { Wanted = [new(0, (long)v)] }), 0, Frames, 1 },
        { "hotspot x", v => new SetHotspot("c", Spot with { X = v }), 0, 1, 0.001 },
        { "hotspot y", v => new SetHotspot("c", Spot with { Y = v }), 0, 1, 0.001 },
        { "hotspot size", v => new SetHotspot("c", Spot with { Size = v }), 0.02, 1, 0.001 },
        { "hotspot turn", v => new SetHotspot("c", Spot with { Turn = v }), -180, 180, 0.1 },
        { "hotspot opacity", v => new SetHotspot("c", Spot with { Opacity = v }), 0, 1, 0.001 },
        { "attack", v => new SetDuck("c", Duck with { AttackMs = (long)v }), 5, 10_000, 1 },
        { "duck hold", v => new SetDuck("c", Duck with { HoldMs = (long)v }), 0, 10_000, 1 },
        { "release", v => new SetDuck("c", Duck with { ReleaseMs = (long)v }), 5, 10_000, 1 },
        { "depth", v => new SetDuck("c", Duck with { DepthDb = v }), 0, 40, 0.1 },
        { "voice target", v => new SetLevelTargets(LevelTargets.Web with { For = TargetPreset.Own, VoiceLufs = v }), -60, -5, 0.1 },
        { "peak target", v => new SetLevelTargets(LevelTargets.Web with { For = TargetPreset.Own, TruePeakDbtp = v }), -20, -1, 0.1 },
        { "video width", v => Video(Shows.Video with { Width = (int)v }), 1, 8192, 1 },
        { "video height", v => Video(Shows.Video with { Height = (int)v }), 1, 8192, 1 },
        { "video rate", v => Video(Shows.Video with { PicturesPerSecond = v }), 0.1, 240, 0.1 },
    };

    /// <summary>Text and list settings, and their greatest lengths.</summary>
    public static TheoryData<string, Func<int, Edit>, int> Longest => new()
    {
        { "title", n => new RenameShow(Text(n)), 200 },
        { "notes", n => new SetNotes("s1", Text(n)), 20_000 },
        { "proof", n => new SetRights("a", Rights.Unknown with { Proof = Text(n) }), 1000 },
        { "section", n => new SetSections([new("x", Text(n), "s1", false)]), 200 },
        { "text alternative", n => new SetHotspot("c", Spot with { Alternative = Text(n) }), 200 },
        { "finding", n => new IgnoreFinding(Text(n), true), 1000 },
        { "points", n => new SetLevelPoints("c", [.. Enumerable.Range(0, n).Select(k => new LevelPoint(k, 0))]), 500 },
        { "markers", n => new SetMarkers("a", [.. Enumerable.Range(0, n).Select(k => new Marker($"m{k}", "Turn", k))]), 500 },
        { "forbidden", n => new SetFit("c", new(FitMethod.Recut) { Forbidden = [.. Enumerable.Repeat(new FrameJump(1, 2), n)] }), 200 },
        { "wanted", n => new SetFit("c", new(FitMethod.Recut) { Wanted = [.. Enumerable.Repeat(new FrameJump(1, 2), n)] }), 200 },
        { "kept", n => new SetFit("c", new(FitMethod.Recut) { Kept = [.. Enumerable.Repeat(new FrameRange(1, 2), n)] }), 200 },
    };

    [Theory]
    [MemberData(nameof(Bounds))]
    public void Numbers_are_accepted_at_their_limits_and_rejected_beyond(string what, Func<double, Edit> edit, double least, double greatest, double step)
    {
        foreach (var taken in (double[])[least, greatest]) Show().Apply(edit(taken)).Show.Validated();
        foreach (var refused in (double[])[least - step, greatest + step]) Assert.True(IsRefused(edit(refused)), $"{what} {refused} is taken");
    }

    [Theory]
    [MemberData(nameof(Longest))]
    public void Texts_and_lists_are_accepted_at_their_greatest_length_and_rejected_beyond(string what, Func<int, Edit> edit, int longest)
    {
        Show().Apply(edit(longest)).Show.Validated();
        Assert.True(IsRefused(edit(longest + 1)), what);
    }

    [Theory]
    [InlineData(-1, true), InlineData(2, true), InlineData(3, false), InlineData(-2, false)]
    public void A_page_is_matched_to_an_existing_slide_or_none(int slide, bool taken)
    {
        Edit Join() => Matching.PageMatch.ToEdit(Show().Slides, [Shows.Slide("p").Picture, Shows.Slide("q").Picture], [0, slide]);
        if (taken) Show().Apply(Join());
        else Assert.Throws<RuleException>(Join);
    }

    private static bool IsRefused(Edit edit)
    {
        try
        {
            Show().Apply(edit);
            return false;
        }
        catch (RuleException)
        {
            return true;
        }
    }

    private static string Text(int length) => new('n', length);

    private static ReplaceSound Video(VideoFigures video) => new("v", Shows.Media("w"), "w.mp4", Shows.Figures(48_000)) { Video = video };

    private static Show Show() => Shows.Of(3).Apply(new AddSound(Shows.Sound("a", 48_000), 0)).Show
        .Apply(new AddSound(Shows.Sound("v", 48_000, SoundKind.Video), 1)).Show
        .Apply(new PlaceCue(Shows.Cue("c", "a", "s1", "s2", 48_000) with { Start = CueStart.ByHand }, 0)).Show;
}
