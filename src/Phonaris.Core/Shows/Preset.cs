using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>A set of settings that are given to a cue in one click. A null setting is left unchanged.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its name in the interface.</param>
/// <param name="Covers">The slides it covers.</param>
/// <param name="ByHand">Whether it is triggered manually, or begins with its slide.</param>
/// <param name="Stop">When it ends.</param>
/// <param name="Rounds">How often it loops.</param>
/// <param name="LevelDb">Its level in dB.</param>
/// <param name="FadeIn">How it fades in.</param>
/// <param name="FadeOut">How it fades out.</param>
/// <param name="EachSlide">Whether it restarts on every slide.</param>
/// <param name="Return">What it does when its slides are revisited.</param>
/// <param name="Ducks">Whether beds are ducked under it.</param>
/// <param name="Speed">How fast it plays.</param>
/// <param name="EndTogether">Whether it is timed to end where its slides end.</param>
public sealed record Preset(
    string Id, string Name, CoveredSlides? Covers = null, bool? ByHand = null, CueStop? Stop = null, int? Rounds = null, double? LevelDb = null,
    Fade? FadeIn = null, Fade? FadeOut = null, bool? EachSlide = null, CueReturn? Return = null, bool? Ducks = null, double? Speed = null,
    bool? EndTogether = null)
{
    /// <summary>The presets that come with the app.</summary>
    public static ValueList<Preset> Own { get; } =
    [
        new("whole", "Play under the whole show", CoveredSlides.Whole, false, CueStop.Span, Cue.FillSpan, FadeIn: Fade.Of(1000), FadeOut: Fade.Of(2000), EachSlide: false, Return: CueReturn.PickUp),
        new("one", "Play on this slide only", CoveredSlides.First, false, CueStop.Span, 1, EachSlide: false),
        new("ring", "Play to its end", null, false, CueStop.Finished, 1, EachSlide: false),
        new("each", "Restart on every slide", null, false, CueStop.Span, 1, EachSlide: true),
        new("hand", "Trigger manually", null, true, CueStop.Finished, 1, EachSlide: false),
        new("end", "End with its slides", null, false, CueStop.Span, 1, FadeOut: Fade.None, EachSlide: false, EndTogether: true),
        new("soft", "Fade slowly in and out", FadeIn: new(3000, FadeCurve.Smooth), FadeOut: new(4000, FadeCurve.Smooth)),
    ];

    /// <summary>A preset with the settings of a cue. Its sound, its slides and its trim are not part of it.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="name">The name in the interface.</param>
    /// <param name="cue">The cue.</param>
    public static Preset Of(string id, string name, Cue cue)
    {
        ArgumentNullException.ThrowIfNull(cue);
        // A step or another cue exists only in its place, so such a start is not copied.
        var stop = cue.Stop == CueStop.Step ? CueStop.Span : cue.Stop;
        return new(
            id, name, null, cue.Start.Kind == CueStartKind.Hand, stop, cue.Rounds, cue.LevelDb, cue.FadeIn, cue.FadeOut, cue.EachSlide, cue.Return,
            cue.Ducks, cue.Speed, cue.Start.Kind == CueStartKind.End);
    }

    /// <summary>The edit that gives cues some settings.</summary>
    /// <param name="show">The show.</param>
    /// <param name="made">The settings; null for those a drop would have given them.</param>
    /// <param name="cueIds">The cues.</param>
    /// <exception cref="RuleException">There are no cues, or one is not in the show.</exception>
    public static Edit ToEdit(Show show, Preset? made, ValueList<string> cueIds)
    {
        ArgumentNullException.ThrowIfNull(cueIds);
        if (cueIds.Count == 0) throw new RuleException("Select a cue first.", nameof(cueIds));
        List<Edit> edits = [.. cueIds.Select(id => made?.ToEdit(show, id) ?? ToPlain(show, id))];
        return edits is [var one] ? one : new Several([.. edits], $"{edits.Count} cues: {made?.Within ?? Plain}");
    }

    /// <summary>The edit that gives a cue these settings.</summary>
    /// <exception cref="RuleException">The cue is not in the show.</exception>
    public Edit ToEdit(Show show, string cueId)
    {
        ArgumentNullException.ThrowIfNull(show);
        var cue = show.Cue(cueId);
        List<Edit?> edits =
        [
            Covers is { } covers && cue.Span is { } span ? Unless(SpanOf(show, span, covers), span, s => new SetSpan(cueId, s)) : null,
            ByHand is { } byHand ? Unless(byHand ? CueStart.ByHand : EndTogether == true ? CueStart.ToEndTogether : CueStart.WithSlide, cue.Start, s => new SetStart(cueId, s)) : null,
            Stop is { } stop ? Unless(stop, cue.Stop, s => new SetStop(cueId, s)) : null,
            Rounds is { } rounds ? Unless(rounds, cue.Rounds, r => new SetRounds(cueId, r)) : null,
            LevelDb is { } db ? Unless(db, cue.LevelDb, l => new SetLevel(cueId, l)) : null,
            FadeIn is { } fadeIn ? Unless(fadeIn, cue.FadeIn, f => new SetFade(cueId, FadeEnd.In, f)) : null,
            FadeOut is { } fadeOut ? Unless(fadeOut, cue.FadeOut, f => new SetFade(cueId, FadeEnd.Out, f)) : null,
            EachSlide is { } each ? Unless(each, cue.EachSlide, e => new SetEachSlide(cueId, e)) : null,
            Return is { } back ? Unless(back, cue.Return, r => new SetReturn(cueId, r)) : null,
            Ducks is { } ducks ? Unless(ducks, cue.Ducks, d => new SetDucks(cueId, d)) : null,
            Speed is { } speed ? Unless(speed, cue.Speed, s => new SetSpeed(cueId, s)) : null,
        ];
        return new Several([.. edits.OfType<Edit>()], $"{show.Sound(cue.SoundId).Name}: {Within}");
    }

    /// <summary>The edit that takes a cue back to the settings a drop would have given it, on the slides it lies on and with the part it uses.</summary>
    private static Several ToPlain(Show show, string cueId)
    {
        var cue = show.Cue(cueId);
        var plain = CueDefaults.For(show, show.Sound(cue.SoundId), cue.Span?.First ?? show.Slides[0].Id, cueId);
        var settings = Of("", Plain, plain).ToEdit(show, cueId);
        List<Edit> rest =
        [
            settings, new SetDelay(cueId, 0), new SetLoopPart(cueId, null), new SetLevelPoints(cueId, []), new SetMuted(cueId, false),
            new SetHandover(cueId, Cue.DefaultHandoverMs), new SetFit(cueId, null), new SetDuck(cueId, null), new SetStop(cueId, plain.Stop),
        ];
        return new Several([.. rest], $"{show.Sound(cue.SoundId).Name}: {Plain}");
    }

    private const string Plain = "reset";

    /// <summary>Its name within a sentence.</summary>
    private string Within => char.ToLowerInvariant(Name[0]) + Name[1..];

    private static Edit? Unless<T>(T wanted, T now, Func<T, Edit> make) => EqualityComparer<T>.Default.Equals(wanted, now) ? null : make(wanted);

    private static Span SpanOf(Show show, Span now, CoveredSlides covers) =>
        covers == CoveredSlides.Whole ? new(show.Slides[0].Id, show.Slides[^1].Id) : now with { Last = now.First };
}

/// <summary>The slides a <see cref="Preset"/> covers.</summary>
public enum CoveredSlides
{
    /// <summary>All slides of the show.</summary>
    Whole,

    /// <summary>The first slide it covers now.</summary>
    First,
}
