using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>The times of each cue on its own: its start, its end and what it plays, before crossfades and ducking.</summary>
internal sealed class CuePlaces
{
    /// <summary>The most rounds per cue before giving up; no show has been seen to need nearly as many.</summary>
    private const int MostRoundsACue = 100;

    private readonly Show _show;
    private readonly RunningOrder _order;
    private readonly Dictionary<string, IReadOnlyList<ScheduledCue>> _placed = [];
    private readonly Dictionary<string, string> _unfit = [];
    private HashSet<((string CueId, long StartFrame) Bed, long At)> _takenOver = [];
    private readonly HashSet<((string CueId, long StartFrame) Bed, long At)> _refuted = [];

    /// <summary>The times of a show's cues.</summary>
    public CuePlaces(Show show, RunningOrder order, Listened listened)
    {
        (_show, _order, Listened) = (show, order, listened);
        PlaceAll();
        if (!show.Cues.Any(c => After(c) is { } other && IsBed(other))) return;
        // A cue that follows a bed starts where that bed is replaced, and may itself replace another.
        var rounds = MostRoundsACue * show.Cues.Count;
        for (var settled = -1L; rounds-- > 0 && TakeOver(settled) is { } at; settled = at) PlaceAll();
    }

    /// <summary>The analysis of the show's sounds.</summary>
    public Listened Listened { get; }

    /// <summary>The cues that have times, in the show's order, each with its cue and sound.</summary>
    public IEnumerable<(ScheduledCue Scheduled, Cue Cue, Sound Sound)> All =>
        _show.Cues.SelectMany(c => _placed[c.Id].Select(p => (p, c, _show.Sound(c.SoundId))));

    /// <summary>The cues whose fit failed for their length, with the reason.</summary>
    public ValueList<FitFailure> FitFailures => [.. _unfit.Select(u => new FitFailure(u.Key, u.Value))];

    /// <summary>Whether a cue is triggered manually, or follows one that is.</summary>
    public bool IsManual(Cue cue) => cue.Start.Kind == CueStartKind.Hand || (WaitsFor(cue) is { } other && IsManual(other));

    /// <summary>The cue whose end a cue waits for. Null when it waits for none, or for one that is parked, or muted and not a video: then it begins with its slide.</summary>
    public Cue? WaitsFor(Cue cue) =>
        After(cue) is { Span: not null, IsNoticed: true } other ? other : null;

    /// <summary>The cue that a cue follows.</summary>
    private Cue? After(Cue cue) => cue.Start.CueId is { } id ? _show.FindCue(id) : null;

    private bool IsBed(Cue cue) => _show.Sound(cue.SoundId).Kind == SoundKind.Bed;

    private void PlaceAll()
    {
        _placed.Clear();
        _unfit.Clear();
        foreach (var cue in _show.Cues) PlacedOf(cue);
    }

    /// <summary>
    /// One round of finding the beds that replace others. A cue may follow a bed; when that bed is replaced, the cue starts earlier, and may itself replace
    /// another bed. So replacements are assumed, all cues are timed with them, and the replacements found then are compared with the assumed ones.
    /// The time of a cue depends only on replacements before it, so everything up to the earliest difference is final and the rest is computed again.
    /// <para>Invariant: every replacement at or before <paramref name="settled"/> is final. A final one that is no longer found was undone by its own
    /// effect. It is never assumed again; otherwise it would alternate for ever. Each round settles a later frame or rules out one more.</para>
    /// <para>Example: A covers slides 1–9, B 5–9, and C 1–9, following A. With nothing assumed, A ends with slide 9, so C has no time. Found: B replaces
    /// A at slide 5. With that assumed, A ends there and C starts there, and C replaces B or is replaced by it. The same is found again: done.</para>
    /// </summary>
    /// <param name="settled">The frame up to which everything is final.</param>
    /// <returns>The frame of the earliest difference; null when the found replacements are the assumed ones.</returns>
    private long? TakeOver(long settled)
    {
        var (inOrder, yielding) = BedOrder.Of(All.Where(p => IsBed(p.Cue) && !p.Cue.Muted && !IsManual(p.Cue)).Select(p => (p.Scheduled, p.Cue)));
        var found = inOrder.Zip(inOrder.Skip(1)).Select(b => (Bed: b.First.Bed.Key, At: b.Second.Bed.StartFrame)).ToHashSet();
        found.UnionWith(yielding.Select(y => (Bed: y.Key, At: y.StartFrame)));
        _refuted.UnionWith(_takenOver.Where(t => t.At <= settled && !found.Contains(t)));
        found.ExceptWith(_refuted);
        var differing = found.Except(_takenOver).Concat(_takenOver.Except(found)).ToList();
        if (differing.Count == 0) return null;
        var earliest = differing.Min(t => t.At);
        _takenOver = [.. found.Where(t => t.At <= earliest)];
        return earliest;
    }

    /// <summary>The times of a cue. A cue that follows another is timed after that one; cycles are impossible.</summary>
    private IReadOnlyList<ScheduledCue> PlacedOf(Cue cue)
    {
        if (_placed.TryGetValue(cue.Id, out var known)) return known;
        var ends = EndsBefore(cue);
        // A cue that follows one without a time has no time either.
        if (ends is []) return _placed[cue.Id] = [];
        return _placed[cue.Id] = [.. _order.StretchesOf(_show, cue).Select(slides => Place(cue, slides, ends ?? [])).OfType<ScheduledCue>()];
    }

    /// <summary>The frames at which the cue it follows ends; null when it follows none.</summary>
    private List<long>? EndsBefore(Cue cue) => After(cue) is { Span: not null } other ? EndsOf(other) : null;

    /// <summary>The frames at which a cue ends or is replaced; none for a bed that does not play.</summary>
    private List<long> EndsOf(Cue cue)
    {
        var takenOver = _takenOver.Where(t => t.Bed.CueId == cue.Id).ToDictionary(t => t.Bed.StartFrame, t => t.At);
        return [.. PlacedOf(cue).Select(p => (p.StartFrame, End: Math.Min(p.EndFrame, takenOver.GetValueOrDefault(p.StartFrame, long.MaxValue)))).Where(p => p.End > p.StartFrame).Select(p => p.End)];
    }

    private ScheduledCue? Place(Cue cue, IReadOnlyList<SlideTime> slides, List<long> ends)
    {
        var spanEnd = slides[^1].EndFrame;
        if (cue is { Start.Kind: CueStartKind.End, Fit: null }) return Backwards(cue, slides, spanEnd);
        var start = StartOf(cue, slides, ends);
        // A cue that would begin after its span does not begin.
        if (start >= spanEnd) return null;
        var sound = _show.Sound(cue.SoundId);
        // A fitted cue is as long as its span; a cue that loops without end also ends with its span.
        var place = Plays(cue, sound, Room(cue, slides, start)) with { StartFrame = start };
        var limit = Limit(cue, slides, spanEnd) ?? (place.Rounds == Cue.FillSpan || place.FittedBy is not null ? spanEnd : _order.TotalFrames);
        var natural = place.NaturalFrames == long.MaxValue ? long.MaxValue : start + place.NaturalFrames;
        var end = Math.Min(Math.Min(natural, limit), _order.TotalFrames);
        if (end <= start) return null;
        return Faded(place with { EndFrame = end, StopFrame = Limit(cue, slides, spanEnd) }, cue);
    }

    /// <summary>How long a cue can play, in frames: the length it is fitted to; 0 when it has no time.</summary>
    public long RoomFor(Cue cue)
    {
        var ends = EndsBefore(cue);
        return ends is [] ? 0 : _order.StretchesOf(_show, cue).Select(slides => Room(cue, slides, StartOf(cue, slides, ends ?? []))).FirstOrDefault(room => room > 0);
    }

    /// <summary>The start of a cue that follows another: where that cue first ends on its slides, or with its slides when it has ended before.</summary>
    private long StartOf(Cue cue, IReadOnlyList<SlideTime> slides, List<long> ends)
    {
        var first = slides[0].StartFrame;
        return ends.Where(e => e > first).DefaultIfEmpty(StepFrame(cue.Start.StepId, slides) ?? first).Min() + Frames.FromMs(cue.DelayMs);
    }

    private long Room(Cue cue, IReadOnlyList<SlideTime> slides, long start) =>
        start >= slides[^1].EndFrame ? 0 : Math.Min(Limit(cue, slides, slides[^1].EndFrame) ?? slides[^1].EndFrame, _order.TotalFrames) - start;

    private static ScheduledCue Faded(ScheduledCue place, Cue cue)
    {
        var (fadeIn, fadeOut) = FadeShape.Pair(FadeShape.Of(cue.FadeIn), FadeShape.Of(place.Ending), place.LengthFrames);
        return place with { FadeIn = fadeIn, FadeOut = fadeOut };
    }

    /// <summary>The whole trimmed part of a cue, once, from frame 0 on, without fit.</summary>
    public ScheduledCue Whole(Cue cue)
    {
        var whole = Plays(cue with { Fit = null, Rounds = 1 }, _show.Sound(cue.SoundId), 0);
        return Faded(whole with { EndFrame = whole.NaturalFrames }, cue);
    }

    /// <summary>The frame at which a cue is stopped; null for one that plays to its end.</summary>
    private long? Limit(Cue cue, IReadOnlyList<SlideTime> slides, long spanEnd) => cue.Stop switch
    {
        CueStop.Span => spanEnd + Frames.FromMs(cue.StopOffsetMs),
        CueStop.Step => (StepFrame(cue.StopStepId, slides) ?? spanEnd) + Frames.FromMs(cue.StopOffsetMs),
        // A cue that restarts on every slide ends with each.
        CueStop.Show when cue.EachSlide => spanEnd,
        CueStop.Show => _order.TotalFrames + Math.Min(0, Frames.FromMs(cue.StopOffsetMs)),
        _ => null,
    };

    /// <summary>A cue timed to end with its span; what would start before the show is left out.</summary>
    private ScheduledCue? Backwards(Cue cue, IReadOnlyList<SlideTime> slides, long spanEnd)
    {
        // A cue that restarts on every slide ends with each.
        var (first, last) = cue.EachSlide ? (slides[0].StartFrame, spanEnd) : (0, _order.TotalFrames);
        var end = Math.Min(Limit(cue, slides, spanEnd) ?? spanEnd, last);
        if (end <= first) return null;
        var whole = Plays(cue with { Rounds = Math.Max(1, cue.Rounds) }, _show.Sound(cue.SoundId), 0);
        var place = whole.NaturalFrames <= end - first ? whole : Last(whole, Math.Min(end - first, whole.UsedFrames));
        return Faded(place with { StartFrame = end - place.NaturalFrames, EndFrame = end, StopFrame = Limit(cue, slides, spanEnd) }, cue);
    }

    /// <summary>Only the last frames of a cue, once.</summary>
    private static ScheduledCue Last(ScheduledCue whole, long frames)
    {
        var to = whole.InFrame + whole.UsedFrames;
        return whole with { InFrame = to - frames, UsedFrames = frames, LoopFrom = to - frames, LoopTo = to, Rounds = 1, SeamFrames = 0 };
    }

    /// <summary>What a cue plays, from frame 0 on, fitted if it has a recipe.</summary>
    private ScheduledCue Plays(Cue cue, Sound sound, long length) => Plays(cue, sound, cue.Fit is not null && length > 0 ? Fitted(sound, cue, length) : null, _show.GainDb);

    /// <summary>How long a cue plays unless it is stopped, in frames, without fit; <see cref="long.MaxValue"/> for one that loops without end.</summary>
    public static long NaturalFrames(Cue cue, Sound sound) => Plays(cue, sound, null, 0).NaturalFrames;

    private static ScheduledCue Plays(Cue cue, Sound sound, Fitted? fitted, double gainDb)
    {
        var source = new SoundSource(sound.Media, fitted?.Speed ?? cue.Speed, fitted?.Cut);
        var from = fitted?.Cut is null ? source.Frame(cue.InFrame) : 0;
        var to = fitted is null ? source.Frame(cue.OutFrame) : from + fitted.SoundFrames;
        var (loopFrom, loopTo) = fitted is null ? Loop(cue, source, from, to) : (from, to);
        var rounds = fitted is null ? cue.Rounds : 1;
        return new(
            cue.Id, sound.Id, source, 0, 0, from, to - from, loopFrom, loopTo, rounds == 1 ? 0 : EqualPowerCrossfade.FramesFor(loopTo - loopFrom), rounds,
            Gain.FromDecibels(cue.LevelDb + gainDb), LevelPoint.EnvelopeOf(cue.LevelPoints), default, default)
        {
            IsMuted = cue.Muted,
            HasAudio = sound.HasAudio,
            Ending = fitted?.Ending(cue.FadeOut) ?? cue.FadeOut,
            FittedBy = fitted?.Method,
            EndsItself = fitted?.EndsNaturally ?? false,
            WorstEdit = fitted?.EditPoints.MaxBy(j => j.Percentile),
        };
    }

    /// <summary>The result of its recipe; null when that fails for this length, or the music has not been analysed: then it plays unfitted.</summary>
    private Fitted? Fitted(Sound sound, Cue cue, long length)
    {
        try
        {
            return Listened.Fit?.Invoke(sound, cue, length);
        }
        catch (RuleException e)
        {
            _unfit.TryAdd(cue.Id, e.Message);
            return null;
        }
    }

    /// <summary>The part that loops, inside the trimmed part and long enough for its seam.</summary>
    private static (long From, long To) Loop(Cue cue, SoundSource source, long from, long to)
    {
        if (cue.LoopPart is not { } part) return (from, to);
        var (loopFrom, loopTo) = (Math.Max(from, source.Frame(part.FromFrame)), Math.Min(to, source.Frame(part.ToFrame)));
        return loopTo - loopFrom >= Shows.Edits.SetPart.LeastFrames ? (loopFrom, loopTo) : (from, to);
    }

    private long? StepFrame(string? stepId, IReadOnlyList<SlideTime> slides)
    {
        if (stepId is null) return null;
        foreach (var slide in slides)
            if (_show.Slides[slide.Index].Steps.FindIndex(s => s.Id == stepId) is >= 0 and var k) return slide.StepFrames[k];
        return null;
    }
}
