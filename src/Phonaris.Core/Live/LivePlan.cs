using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>
/// What shall sound wherever the presenter is, however they came there: worked out from the show once, before it is shown, and carried out
/// by the page that shows it. How long slides stay is not known, so nothing here depends on it but what is
/// to end so much earlier or later than a slide: that goes by how long it is planned to stay.
/// </summary>
/// <param name="Places">Where the presenter can be, in the running order: each slide with so many of its steps taken.</param>
/// <param name="Cues">The cues that can sound. One that sounds anew on every slide is there for each.</param>
public sealed record LivePlan(ValueList<LivePlace> Places, ValueList<LiveCue> Cues)
{
    /// <summary>How long a sound takes to die away by hand, in milliseconds.</summary>
    public long HandFadeMs { get; init; } = LiveRun.HandFadeMs;

    /// <summary>How long all take when they are silenced at once, in milliseconds.</summary>
    public long SilenceFadeMs { get; init; } = LiveRun.SilenceFadeMs;

    /// <summary>The plan of a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="fit">Works out what recipes come to.</param>
    public static LivePlan Of(Show show, FitOf? fit = null)
    {
        ArgumentNullException.ThrowIfNull(show);
        var order = RunningOrder.Of(show);
        var stays = LiveStays.Of(show, order, new CuePlaces(show, order, fit));
        var places = new List<LivePlace>();
        foreach (var slide in order.Slides)
            for (var step = 0; step < slide.StepFrames.Count; step++)
                places.Add(Place(show, order, stays, places.Count));
        return new([.. places], [.. stays.Select(s => s.Cue)]);
    }

    private static LivePlace Place(Show show, RunningOrder order, IReadOnlyList<LiveStay> stays, int index)
    {
        var (slide, from, to) = SpanOf(order, index);
        var step = index - PlaceOf(order, slide);
        var here = stays.Where(s => s.First <= index && index <= s.Last).ToList();
        var loop = show.SectionOf(slide.SlideId) is { WaitingLoop: true } section ? order.Slides.Where(s => show.SectionOf(s.SlideId) == section).ToList() : [];
        var begins = here.Where(s => s.Begins).Select(s => new LiveBegin(s.Cue.Id, s.First == index ? s.DelayMs + s.Cue.GapMs : 0, s.First == index)).ToList();
        return new(
            slide.SlideId, slide.Number, step, from / Frames.PerMs, (to - from) / Frames.PerMs,
            [.. here.Select(s => s.Cue.Id)],
            // Voices and spots begin where they are to, and so does what comes after another; a bed wherever it is found missing.
            [.. begins.Where(b => b.Anew || stays.Single(s => s.Cue.Id == b.CueId).Cue is { Kind: SoundKind.Bed, After: null })],
            [.. here.Where(s => s.Last == index && s.EndMs is not null).Select(s => new LiveEnd(s.Cue.Id, s.EndMs!.Value))],
            [.. here.Where(s => s.Cue.ByHand).Select(s => s.Cue.Id)],
            loop.Count > 0 ? PlaceOf(order, loop[0]) : null,
            loop.Count > 0 && loop[^1].Number < order.Slides.Count ? PlaceOf(order, order.Slides[loop[^1].Number]) : null,
            loop.Count > 0 && loop[^1] == slide && step == slide.StepFrames.Count - 1);
    }

    /// <summary>The last place that is planned to be come to before a frame.</summary>
    internal static int LastPlaceBefore(RunningOrder order, long frame) => order.Slides.SelectMany(s => s.StepFrames).TakeWhile(at => at < frame).Count() - 1;

    /// <summary>The slide of a place, and the frames from which to which it is planned to stay.</summary>
    internal static (SlideTime Slide, long From, long To) SpanOf(RunningOrder order, int place)
    {
        var slide = order.Slides.First(s => (place -= s.StepFrames.Count) < 0);
        var step = place + slide.StepFrames.Count;
        return (slide, slide.StepFrames[step], step + 1 < slide.StepFrames.Count ? slide.StepFrames[step + 1] : slide.EndFrame);
    }

    /// <summary>The place at which a slide begins.</summary>
    internal static int PlaceOf(RunningOrder order, SlideTime slide) => order.Slides.TakeWhile(s => s != slide).Sum(s => s.StepFrames.Count);
}

/// <summary>Where a presenter can be: a slide with so many of its steps taken.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="Step">The last step taken, from 0 for the slide's own coming.</param>
/// <param name="AtMs">When it is planned, in milliseconds from the show's beginning.</param>
/// <param name="StayMs">How long it is planned to stay.</param>
/// <param name="Held">The cues that may sound here; all others end when it is come to, but those that ring on.</param>
/// <param name="Begins">The cues that begin here where they do not sound.</param>
/// <param name="Ends">The cues that end while it stays, where they sound.</param>
/// <param name="ByHand">The cues here that wait for a hand, in the order of their keys.</param>
/// <param name="LoopStart">The first place of the waiting loop it is in, or null.</param>
/// <param name="LoopExit">The place the waiting loop is left for, or null.</param>
/// <param name="GoesRound">Whether the waiting loop's first place comes after it.</param>
public sealed record LivePlace(
    string SlideId, int Number, int Step, long AtMs, long StayMs, ValueList<string> Held, ValueList<LiveBegin> Begins, ValueList<LiveEnd> Ends, ValueList<string> ByHand, int? LoopStart,
    int? LoopExit, bool GoesRound);

/// <summary>A cue that begins at a place.</summary>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="DelayMs">How much later, in milliseconds.</param>
/// <param name="Anew">Whether this is where it is to begin; else it begins only where it was not heard to its end.</param>
public sealed record LiveBegin(string CueId, long DelayMs, bool Anew);

/// <summary>A cue that ends at a place.</summary>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="DelayMs">How long after the place was come to, in milliseconds.</param>
public sealed record LiveEnd(string CueId, long DelayMs);

/// <summary>A cue as it is shown live.</summary>
/// <param name="Id">What names it in the plan.</param>
/// <param name="CueId">The cue of the show.</param>
/// <param name="Name">Its sound's name.</param>
/// <param name="Kind">What its sound is for.</param>
/// <param name="ByHand">Whether it waits for a hand.</param>
/// <param name="After">The cue of the show whose end it waits for, or null.</param>
/// <param name="GapMs">How long after that end it begins.</param>
/// <param name="FadeIn">How it swells in.</param>
/// <param name="FadeOut">How it dies away where it is stopped.</param>
/// <param name="HandoverMs">How long the bed before gives way to it, where it is a bed.</param>
/// <param name="RingsOn">Whether it goes on past its span until it has finished.</param>
/// <param name="Return">What it does when come back to.</param>
/// <param name="Ducks">Whether beds make room while it sounds.</param>
/// <param name="LengthMs">How long it sounds by itself; null for without end.</param>
/// <param name="LastNumber">The number of the last slide of its span.</param>
/// <param name="Markers">The points of its sound that have names, in milliseconds from its start.</param>
public sealed record LiveCue(
    string Id, string CueId, string Name, SoundKind Kind, bool ByHand, string? After, long GapMs, Fade FadeIn, Fade FadeOut, long HandoverMs, bool RingsOn,
    CueReturn Return, bool Ducks, long? LengthMs, int LastNumber, ValueList<LiveMarker> Markers);

/// <summary>A named point of a cue.</summary>
/// <param name="Name">Its name.</param>
/// <param name="AtMs">When it comes, in milliseconds from the cue's start.</param>
public sealed record LiveMarker(string Name, long AtMs);
