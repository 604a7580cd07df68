using Phonaris.Core.Audio;
using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>Where each cue lies by itself: its start, its end, what it plays; before beds hand over and make room.</summary>
internal sealed class CuePlaces
{
    private readonly Show _show;
    private readonly FitOf? _fit;
    private readonly RunningOrder _order;
    private readonly Dictionary<string, Cue> _cues;
    private readonly Dictionary<string, Sound> _sounds;
    private readonly Dictionary<string, int> _slides;
    private readonly Dictionary<string, long?> _ends = [];
    private readonly Dictionary<string, IReadOnlyList<ScheduledCue>> _placed = [];
    private readonly Dictionary<string, string> _unfit = [];

    /// <summary>The places of a show's cues.</summary>
    public CuePlaces(Show show, RunningOrder order, FitOf? fit)
    {
        (_show, _order, _fit) = (show, order, fit);
        _cues = show.Cues.ToDictionary(c => c.Id);
        _sounds = show.Sounds.ToDictionary(s => s.Id);
        _slides = show.Slides.Select((s, i) => (s.Id, i)).ToDictionary(s => s.Id, s => s.i);
        foreach (var cue in show.Cues) EndOf(cue);
    }

    /// <summary>The cues that have a time, in the show's order, each with its cue and sound.</summary>
    public IEnumerable<(ScheduledCue Scheduled, Cue Cue, Sound Sound)> All =>
        _show.Cues.SelectMany(c => _placed[c.Id].Select(p => (p, c, _sounds[c.SoundId])));

    /// <summary>The cues whose recipe does not do for their length, with what is against it.</summary>
    public ValueList<Unfit> Unfit => [.. _unfit.Select(u => new Unfit(u.Key, u.Value))];

    /// <summary>Whether a cue waits for a hand, or for a cue that does.</summary>
    public bool WaitsForHand(Cue cue) =>
        cue.Start.Kind == CueStartKind.Hand
        || (cue.Start.CueId is { } id && _cues.TryGetValue(id, out var other) && other.Span is not null && WaitsForHand(other));

    /// <summary>The frame at which a cue ends; one that comes after another is placed behind it, and there are no circles.</summary>
    private long? EndOf(Cue cue)
    {
        if (_ends.TryGetValue(cue.Id, out var known)) return known;
        var after = cue.Start.CueId is { } id && _cues.TryGetValue(id, out var other) ? EndOf(other) : null;
        _placed[cue.Id] = [.. Stretches(cue).Select(slides => Place(cue, slides, after)).OfType<ScheduledCue>()];
        return _ends[cue.Id] = _placed[cue.Id] is [.., var last] ? last.EndFrame : null;
    }

    private IEnumerable<IReadOnlyList<SlideTime>> Stretches(Cue cue)
    {
        if (cue.Span is null) return [];
        var covered = _order.Between(_slides[cue.Span.First], _slides[cue.Span.Last]);
        return cue.EachSlide ? covered.Select(s => (IReadOnlyList<SlideTime>)[s]) : covered.Count > 0 ? [covered] : [];
    }

    private ScheduledCue? Place(Cue cue, IReadOnlyList<SlideTime> slides, long? after)
    {
        var spanEnd = slides[^1].EndFrame;
        if (cue is { Start.Kind: CueStartKind.End, Fit: null }) return Backwards(cue, slides, spanEnd);
        var start = Math.Max(after ?? StepFrame(cue.Start.StepId, slides) ?? slides[0].StartFrame, slides[0].StartFrame) + Frames.FromMs(cue.DelayMs);
        // What would begin behind its span does not begin.
        if (start >= spanEnd) return null;
        var sound = _sounds[cue.SoundId];
        // Going round without end has no finish but the span's.
        var limit = Limit(cue, slides, spanEnd) ?? (cue.Rounds == Cue.FillSpan || cue.Fit is not null ? spanEnd : _order.TotalFrames);
        var place = Plays(cue, sound, Math.Min(limit, _order.TotalFrames) - start) with { StartFrame = start };
        var natural = place.NaturalFrames == long.MaxValue ? long.MaxValue : start + place.NaturalFrames;
        var end = Math.Min(Math.Min(natural, limit), _order.TotalFrames);
        if (end <= start) return null;
        var (fadeIn, fadeOut) = FadeShape.Pair(FadeShape.Of(cue.FadeIn), FadeShape.Of(cue.FadeOut), end - start);
        return place with { EndFrame = end, FadeIn = fadeIn, FadeOut = fadeOut };
    }

    /// <summary>The frame at which a cue is stopped; null for one that ends when it has finished.</summary>
    private long? Limit(Cue cue, IReadOnlyList<SlideTime> slides, long spanEnd) => cue.Stop switch
    {
        CueStop.Span => spanEnd + Frames.FromMs(cue.StopOffsetMs),
        CueStop.Step => (StepFrame(cue.StopStepId, slides) ?? spanEnd) + Frames.FromMs(cue.StopOffsetMs),
        CueStop.Show => _order.TotalFrames + Math.Min(0, Frames.FromMs(cue.StopOffsetMs)),
        _ => null,
    };

    /// <summary>A cue whose own ending falls on where it is stopped: what is too much for the show is left out at its beginning.</summary>
    private ScheduledCue? Backwards(Cue cue, IReadOnlyList<SlideTime> slides, long spanEnd)
    {
        // Anew on every slide, it keeps to each.
        var (first, last) = cue.EachSlide ? (slides[0].StartFrame, spanEnd) : (0, _order.TotalFrames);
        var end = Math.Min(Limit(cue, slides, spanEnd) ?? spanEnd, last);
        if (end <= first) return null;
        var whole = Plays(cue with { Rounds = Math.Max(1, cue.Rounds) }, _sounds[cue.SoundId], 0);
        var place = whole.NaturalFrames <= end - first ? whole : Last(whole, Math.Min(end - first, whole.UsedFrames));
        var (fadeIn, fadeOut) = FadeShape.Pair(FadeShape.Of(cue.FadeIn), FadeShape.Of(cue.FadeOut), place.NaturalFrames);
        return place with { StartFrame = end - place.NaturalFrames, EndFrame = end, FadeIn = fadeIn, FadeOut = fadeOut };
    }

    /// <summary>Only the last frames of what a cue plays, once.</summary>
    private static ScheduledCue Last(ScheduledCue whole, long frames)
    {
        var to = whole.InFrame + whole.UsedFrames;
        return whole with { InFrame = to - frames, UsedFrames = frames, LoopFrom = to - frames, LoopTo = to, Rounds = 1, SeamFrames = 0 };
    }

    /// <summary>What a cue plays, from frame 0 on: fitted to its length, or as it is.</summary>
    private ScheduledCue Plays(Cue cue, Sound sound, long length)
    {
        var fitted = cue.Fit is not null && length > 0 ? Fitted(sound, cue, length) : null;
        var source = new SoundSource(sound.Media, fitted?.Speed ?? cue.Speed, fitted?.Cut);
        var from = fitted?.Cut is null ? source.Frame(cue.InFrame) : 0;
        var to = fitted is null ? source.Frame(cue.OutFrame) : from + fitted.SoundFrames;
        var (loopFrom, loopTo) = fitted is null ? Loop(cue, source, from, to) : (from, to);
        var rounds = fitted is null ? cue.Rounds : 1;
        return new(
            cue.Id, sound.Id, source, 0, 0, from, to - from, loopFrom, loopTo, rounds == 1 ? 0 : Seam.FramesFor(loopTo - loopFrom), rounds,
            Gain.FromDecibels(cue.LevelDb), Envelope.Of(cue.LevelPoints), default, default);
    }

    /// <summary>What its recipe comes to; null where it does not do for that length, or nothing is known of the music: then it sounds as it is.</summary>
    private Fitted? Fitted(Sound sound, Cue cue, long length)
    {
        try
        {
            return _fit?.Invoke(sound, cue, length);
        }
        catch (RuleException e)
        {
            _unfit.TryAdd(cue.Id, e.Message);
            return null;
        }
    }

    /// <summary>The part that goes round, within what is used and long enough for its seam.</summary>
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
