using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>
/// What plays at each place a presenter can be, however they got there. It is computed once from the show, before it is presented, and carried out
/// by the page that presents it. How long slides stay is not known then, so nothing depends on it, except a cue that
/// ends some time before or after a slide's end: that uses the planned hold.
/// </summary>
/// <param name="Places">The places a presenter can be at, in running order: each slide with a number of its steps taken.</param>
/// <param name="Cues">The cues that can play. One that restarts on every slide appears once for each.</param>
public sealed record LivePlan(ValueList<LivePlace> Places, ValueList<LiveCue> Cues)
{
    /// <summary>The length of the presenter's fade-out, in milliseconds.</summary>
    public long HandFadeMs { get; init; } = LiveRun.HandFadeMs;

    /// <summary>The fade at a cut, which prevents clicks.</summary>
    public Fade Edge { get; init; } = LiveRun.Edge;

    /// <summary>The length of the fade when everything is silenced, in milliseconds.</summary>
    public long SilenceFadeMs { get; init; } = LiveRun.SilenceFadeMs;

    /// <summary>The plan of a show.</summary>
    /// <param name="show">The show.</param>
    public static LivePlan Of(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var positions = new Positions(show.Order);
        var stays = LiveStays.Of(show, positions);
        var here = Enumerable.Range(0, positions.Count).Select(_ => new List<LiveStay>()).ToList();
        foreach (var stay in stays)
            for (var place = stay.First; place <= stay.Last; place++) here[place].Add(stay);
        var loops = LoopsOf(show.Show, show.Order, positions);
        return new([.. here.Select((held, index) => Place(positions, held, loops, index))], [.. stays.Select(s => s.Cue)]);
    }

    private static LivePlace Place(Positions positions, List<LiveStay> here, Dictionary<string, Loop> loops, int index)
    {
        var (slide, step, from, to) = positions.At(index);
        var loop = loops.GetValueOrDefault(slide.SlideId);
        return new(
            slide.SlideId, slide.Number, step, from / Frames.PerMs, (to - from) / Frames.PerMs,
            [.. here.Select(s => s.Cue.Id)],
            // Voices, spots and cues that follow others begin only at their own place; a bed begins wherever it is missing.
            [.. here
                .Where(s => s.Begins && (s.First == index || s.Cue is { Kind: SoundKind.Bed, After: null }))
                .Select(s => new LiveBegin(s.Cue.Id, s.First == index ? s.DelayMs + s.Cue.GapMs : 0, s.First == index))],
            [.. here.Where(s => s.Last == index && s.EndMs is not null).Select(s => new LiveEnd(s.Cue.Id, s.EndMs!.Value))],
            [.. ManualKeys.InOrder(here.Where(s => s.Cue.ByHand), s => positions.At(s.First).Slide != positions.At(s.Last).Slide).Select(s => s.Cue.Id)],
            loop?.Start, loop?.Exit, index == loop?.Last);
    }

    /// <summary>The waiting loops, by the ids of their slides.</summary>
    private static Dictionary<string, Loop> LoopsOf(Show show, RunningOrder order, Positions positions)
    {
        var times = order.Slides.ToDictionary(s => s.SlideId);
        var loops = new Dictionary<string, Loop>();
        foreach (var section in show.Sections.Where(s => s.WaitingLoop))
        {
            var slides = show.SlidesOf(section).Where(times.ContainsKey).Select(id => times[id]).ToList();
            if (slides.Count == 0) continue;
            var exit = positions.Of(slides[^1]) + slides[^1].StepFrames.Count;
            var loop = new Loop(positions.Of(slides[0]), exit - 1, exit < positions.Count ? exit : null);
            foreach (var slide in slides) loops.Add(slide.SlideId, loop);
        }
        return loops;
    }

    /// <summary>A waiting loop: its first and last place, and the place after it.</summary>
    private sealed record Loop(int Start, int Last, int? Exit);
}

/// <summary>A place a presenter can be at: a slide with a number of its steps taken.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="Step">The last step taken; 0 for the slide itself.</param>
/// <param name="AtMs">Its planned time, in milliseconds from the show's beginning.</param>
/// <param name="StayMs">How long it is planned to last.</param>
/// <param name="Held">The cues that may play here. All others end when it is reached, except those that play past their span.</param>
/// <param name="Begins">The cues that begin here unless they already play.</param>
/// <param name="Ends">The cues that end here if they play.</param>
/// <param name="ByHand">The cues of this slide that are triggered manually, in the order of their keys; cues on this slide only come first.</param>
/// <param name="LoopStart">The first place of the waiting loop it is in, or null.</param>
/// <param name="LoopExit">The place after the waiting loop, or null.</param>
/// <param name="Loops">Whether the first place of the waiting loop follows it.</param>
public sealed record LivePlace(
    string SlideId, int Number, int Step, long AtMs, long StayMs, ValueList<string> Held, ValueList<LiveBegin> Begins, ValueList<LiveEnd> Ends, ValueList<string> ByHand, int? LoopStart,
    int? LoopExit, bool Loops);

/// <summary>A cue that begins at a place.</summary>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="DelayMs">How much later, in milliseconds.</param>
/// <param name="StartsHere">Whether this is its own start; otherwise it begins here only if it was not heard to its end.</param>
public sealed record LiveBegin(string CueId, long DelayMs, bool StartsHere);

/// <summary>A cue that ends at a place.</summary>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="DelayMs">How long after the place was reached, in milliseconds.</param>
public sealed record LiveEnd(string CueId, long DelayMs);
