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
/// <param name="Cues">The cues that can sound. One that restarts on every slide is there for each.</param>
public sealed record LivePlan(ValueList<LivePlace> Places, ValueList<LiveCue> Cues)
{
    /// <summary>How long a sound takes to fade out by hand, in milliseconds.</summary>
    public long HandFadeMs { get; init; } = LiveRun.HandFadeMs;

    /// <summary>How a sound begins or ends where it is cut: no edge clicks.</summary>
    public Fade Edge { get; init; } = LiveRun.Edge;

    /// <summary>How long all take when they are silenced at once, in milliseconds.</summary>
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
            // Voices and spots begin where they are to, and so does what comes after another; a bed wherever it is found missing.
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

    /// <summary>A waiting loop: its first and last place, and the one it is left for.</summary>
    private sealed record Loop(int Start, int Last, int? Exit);
}

/// <summary>Where a presenter can be: a slide with so many of its steps taken.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="Step">The last step taken, from 0 for the slide's own coming.</param>
/// <param name="AtMs">When it is planned, in milliseconds from the show's beginning.</param>
/// <param name="StayMs">How long it is planned to stay.</param>
/// <param name="Held">The cues that may sound here; all others end when it is come to, but those that play past its span.</param>
/// <param name="Begins">The cues that begin here where they do not sound.</param>
/// <param name="Ends">The cues that end while it stays, where they sound.</param>
/// <param name="ByHand">The cues of this slide that are triggered manually, in the order of their keys; cues on this slide only come first.</param>
/// <param name="LoopStart">The first place of the waiting loop it is in, or null.</param>
/// <param name="LoopExit">The place the waiting loop is left for, or null.</param>
/// <param name="Loops">Whether the waiting loop's first place comes after it.</param>
public sealed record LivePlace(
    string SlideId, int Number, int Step, long AtMs, long StayMs, ValueList<string> Held, ValueList<LiveBegin> Begins, ValueList<LiveEnd> Ends, ValueList<string> ByHand, int? LoopStart,
    int? LoopExit, bool Loops);

/// <summary>A cue that begins at a place.</summary>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="DelayMs">How much later, in milliseconds.</param>
/// <param name="StartsHere">Whether this is where it is to begin; else it begins only where it was not heard to its end.</param>
public sealed record LiveBegin(string CueId, long DelayMs, bool StartsHere);

/// <summary>A cue that ends at a place.</summary>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="DelayMs">How long after the place was come to, in milliseconds.</param>
public sealed record LiveEnd(string CueId, long DelayMs);
