using System.Collections.Immutable;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Live;

/// <summary>
/// The rules of a live show: which orders each event causes. This is the reference implementation.
/// <c>client/src/live/engine/run.ts</c> implements the same rules in the page, so that a show goes on when the server is gone, and is held to this one by
/// <c>walks.json</c>. Times are milliseconds of the audio clock.
/// </summary>
public sealed class LiveRun
{
    /// <summary>The lengths of the presenter's fade-out and of silencing everything, in milliseconds.</summary>
    internal const long HandFadeMs = 1_500, SilenceFadeMs = 300;

    private readonly LivePlan _plan;
    private readonly ImmutableDictionary<string, LiveCue> _cues;
    private readonly Dictionary<string, CueState> _states = [];
    private readonly List<LiveOrder> _orders = [];
    private long _now;
    private readonly Dictionary<string, long> _ends = [];
    private LivePlace? _left;

    /// <summary>A run of a plan that has not begun.</summary>
    public LiveRun(LivePlan plan)
    {
        ArgumentNullException.ThrowIfNull(plan);
        (_plan, _cues) = (plan, plan.Cues.ToImmutableDictionary(c => c.Id));
    }

    /// <summary>The presenter's place; −1 before the beginning.</summary>
    public int Place { get; private set; } = -1;

    /// <summary>The state of a cue.</summary>
    public CueState StateOf(string cueId) => _states.GetValueOrDefault(cueId) ?? CueState.Fresh;

    /// <summary>The orders an event causes.</summary>
    /// <param name="happened">The event; one that no longer applies causes none.</param>
    /// <exception cref="ArgumentOutOfRangeException">It names a place that does not exist.</exception>
    public IReadOnlyList<LiveOrder> Take(LiveEvent happened)
    {
        ArgumentNullException.ThrowIfNull(happened);
        _orders.Clear();
        _now = happened.AtMs;
        var state = StateOf(happened.CueId);
        switch (happened.Kind)
        {
            case LiveEventKind.GoTo:
                ArgumentOutOfRangeException.ThrowIfNegative(happened.Place);
                ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(happened.Place, _plan.Places.Count);
                GoTo(happened.Place);
                break;
            case LiveEventKind.Due when Ends(happened.CueId):
                _ends.Remove(happened.CueId);
                Stop(_cues[happened.CueId], _cues[happened.CueId].FadeOut, LiveReason.SpanEnded, CuePhase.Over);
                break;
            case LiveEventKind.Due when state.Phase == CuePhase.Waiting && state.StartMs <= _now:
                Start(_cues[happened.CueId], state.FromMs, state.FromMs > 0 ? LiveReason.CameBack : LiveReason.Began);
                break;
            case LiveEventKind.Start when Held(happened.CueId):
                Start(_cues[happened.CueId], happened.FromMs, LiveReason.Hand);
                break;
            case LiveEventKind.Seek when state.Phase == CuePhase.Sounding:
                // A jump within the same sound: a short fade out and one in.
                Order(new(LiveOrderKind.Stop, happened.CueId, LiveReason.Hand) { Fade = Edge });
                Begin(_cues[happened.CueId], happened.FromMs, Edge, LiveReason.Hand);
                break;
            case LiveEventKind.FadeOut when state.Phase is CuePhase.Sounding or CuePhase.Waiting:
                Stop(_cues[happened.CueId], new(HandFadeMs, FadeCurve.EqualPower), LiveReason.Hand, CuePhase.Over);
                break;
            case LiveEventKind.Silence:
                foreach (var cue in Active()) Stop(cue, new(SilenceFadeMs, FadeCurve.EqualPower), LiveReason.Silence, CuePhase.Over);
                break;
            case LiveEventKind.Ended when state.Phase == CuePhase.Sounding:
                _states[happened.CueId] = new(CuePhase.Over, 0, 0);
                Order(new(LiveOrderKind.Ended, happened.CueId, LiveReason.Finished));
                Follow(happened.CueId);
                break;
            case LiveEventKind.Resume:
                Resume(happened.Paused);
                break;
        }
        return [.. _orders];
    }

    internal static Fade Edge { get; } = new(FadeShape.BareEdgeFrames / Frames.PerMs, FadeCurve.Linear);

    private void GoTo(int place)
    {
        var before = Place < 0 ? null : _plan.Places[Place];
        var here = _plan.Places[place];
        // A waiting loop of one slide reaches that slide again each time.
        if (place == Place && before?.Loops != true) return;
        var sameSlide = before?.SlideId == here.SlideId && place != Place;
        var forward = place > Place;
        (Place, _left) = (place, before);
        _ends.Clear();
        var begins = here.Begins.Where(b => _cues[b.CueId].After is null && ToBegin(b, sameSlide, forward)).ToList();
        var takesOver = begins.Any(b => b.DelayMs == 0 && _cues[b.CueId].Kind == SoundKind.Bed);
        foreach (var cue in Active().Where(c => !here.Held.Contains(c.Id)))
        {
            var sounds = StateOf(cue.Id).Phase == CuePhase.Sounding;
            // A bed is replaced by the next one when that begins, even if it plays past its span.
            if (sounds && (cue.PlaysPastSpan || (cue.Kind == SoundKind.Bed && takesOver))) continue;
            Stop(cue, cue.FadeOut, LiveReason.SpanEnded, CuePhase.Left);
        }
        // A finished cue counts as finished only while its slides are shown.
        foreach (var (id, state) in _states.Where(s => s.Value.Phase == CuePhase.Over && !here.Held.Contains(s.Key)).ToList()) _states[id] = state with { Phase = CuePhase.Left };
        foreach (var begin in begins) Come(begin);
        // Then the cues that follow others, since those may just have ended or begun.
        foreach (var begin in here.Begins.Where(b => _cues[b.CueId].After is not null))
            if (ToBegin(begin, sameSlide, forward)) Come(begin);
        foreach (var end in here.Ends)
        {
            _ends[end.CueId] = _now + end.DelayMs;
            Order(new(LiveOrderKind.Wait, end.CueId, LiveReason.SpanEnded) { InMs = end.DelayMs });
        }
        _left = null;
    }

    /// <summary>
    /// Goes on where the clock says. Beds and videos play on from where they would be. Voices and spots stay silent until they are triggered:
    /// a sentence that starts in its middle helps nobody.
    /// </summary>
    private void Resume(ValueList<string> paused)
    {
        foreach (var (id, at) in _ends.ToList())
        {
            if (at > _now)
            {
                Order(new(LiveOrderKind.Wait, id, LiveReason.SpanEnded) { InMs = at - _now });
                continue;
            }
            _ends.Remove(id);
            // One that was triggered again after its end plays on.
            if (StateOf(id) is { Phase: CuePhase.Sounding or CuePhase.Waiting } state && state.StartMs < at) _states[id] = new(CuePhase.Over, 0, 0);
        }
        var ended = new List<string>();
        foreach (var cue in Active().Where(c => !paused.Contains(c.Id)))
        {
            var state = StateOf(cue.Id);
            if (state.StartMs > _now)
            {
                Order(new(LiveOrderKind.Wait, cue.Id, LiveReason.Began) { InMs = state.StartMs - _now });
                continue;
            }
            var position = state.FromMs + _now - state.StartMs;
            var isOver = cue.LengthMs is { } length && position >= length;
            if (!isOver && cue.Kind is SoundKind.Bed or SoundKind.Video)
            {
                if (state.Phase == CuePhase.Waiting) Start(cue, position, LiveReason.Began);
                else Begin(cue, position, new(SilenceFadeMs, FadeCurve.EqualPower), LiveReason.CameBack);
                continue;
            }
            _states[cue.Id] = new(CuePhase.Over, 0, isOver ? 0 : position);
            if (isOver) ended.Add(cue.Id);
        }
        foreach (var id in ended) Follow(id);
    }

    /// <summary>Whether a playing or waiting cue has reached its end.</summary>
    private bool Ends(string cueId) => _ends.TryGetValue(cueId, out var at) && at <= _now && StateOf(cueId).Phase is CuePhase.Sounding or CuePhase.Waiting;

    /// <summary>Begins the cues of a place.</summary>
    private void Come(LiveBegin begin)
    {
        var cue = _cues[begin.CueId];
        var state = StateOf(cue.Id);
        var from = cue.Return == CueReturn.PickUp && state.Phase == CuePhase.Left ? state.FromMs : 0;
        if (begin.DelayMs == 0) Start(cue, from, from > 0 ? LiveReason.CameBack : LiveReason.Began);
        else Wait(cue, from, begin.DelayMs);
    }

    private bool ToBegin(LiveBegin begin, bool sameSlide, bool forward)
    {
        var cue = _cues[begin.CueId];
        var phase = StateOf(cue.Id).Phase;
        if (phase is CuePhase.Sounding or CuePhase.Waiting) return false;
        if (cue.After is not null && _plan.Cues.Any(c => c.CueId == cue.After && IsToEnd(c.Id))) return false;
        // Going back a step begins nothing. A bed that was heard to its end, or faded out, stays silent until its slides are left.
        return cue.Kind == SoundKind.Bed ? phase != CuePhase.Over : !sameSlide || forward;
    }

    /// <summary>Whether a cue is yet to end: it plays, waits, or can begin here or later.</summary>
    private bool IsToEnd(string cueId) => StateOf(cueId).Phase switch
    {
        CuePhase.Sounding or CuePhase.Waiting => true,
        CuePhase.Over => false,
        _ => _plan.Places.Skip(Place).Any(p => p.Held.Contains(cueId)),
    };

    private void Wait(LiveCue cue, long fromMs, long delayMs)
    {
        _states[cue.Id] = new(CuePhase.Waiting, _now + delayMs, fromMs);
        Order(new(LiveOrderKind.Wait, cue.Id, LiveReason.Began) { InMs = delayMs });
    }

    private void Start(LiveCue cue, long fromMs, LiveReason reason)
    {
        if (StateOf(cue.Id).Phase == CuePhase.Sounding) Order(new(LiveOrderKind.Stop, cue.Id, LiveReason.Hand) { Fade = Edge });
        _states[cue.Id] = new(CuePhase.Sounding, _now, fromMs);
        var fade = cue.FadeIn;
        if (cue.Kind == SoundKind.Bed)
            foreach (var other in Active().Where(c => c.Kind == SoundKind.Bed && c.Id != cue.Id && StateOf(c.Id).Phase == CuePhase.Sounding))
            {
                fade = new(Math.Max(Edge.Ms, cue.HandoverMs), FadeCurve.EqualPower);
                Stop(other, fade, LiveReason.TakenOver, Held(other.Id) ? CuePhase.Over : CuePhase.Left, cue.Id);
            }
        Begin(cue, fromMs, AtLeastAnEdge(fade), reason);
    }

    private void Begin(LiveCue cue, long fromMs, Fade fade, LiveReason reason)
    {
        _states[cue.Id] = new(CuePhase.Sounding, _now, fromMs);
        Order(new(LiveOrderKind.Start, cue.Id, reason) { FromMs = fromMs, Fade = fade });
    }

    private void Stop(LiveCue cue, Fade fade, LiveReason reason, CuePhase then, string? by = null)
    {
        var state = StateOf(cue.Id);
        var sounded = state.Phase == CuePhase.Sounding;
        // Where it stopped, in case it goes on.
        var position = state.FromMs + (sounded ? _now - state.StartMs : 0);
        _states[cue.Id] = new(then, 0, cue.LengthMs is { } length && position >= length ? 0 : position);
        if (!sounded) return;
        Order(new(LiveOrderKind.Stop, cue.Id, reason) { Fade = AtLeastAnEdge(fade), By = by });
        if (reason != LiveReason.Silence) Follow(cue.Id, reason == LiveReason.TakenOver);
    }

    private static Fade AtLeastAnEdge(Fade fade) => fade.Ms < Edge.Ms ? Edge : fade;

    /// <summary>Starts the cues that follow a cue when it ends, where they may play; not a bed at the moment another has replaced it.</summary>
    private void Follow(string endedId, bool takenOver = false)
    {
        foreach (var cue in _plan.Cues.Where(c => c.After == _cues[endedId].CueId && Waits(c.Id) && !(takenOver && c is { Kind: SoundKind.Bed, GapMs: 0 }) && StateOf(c.Id).Phase is CuePhase.Fresh or CuePhase.Left))
            if (cue.GapMs == 0) Start(cue, 0, LiveReason.Followed);
            else Wait(cue, 0, cue.GapMs);
    }

    /// <summary>Whether a cue may play here and, while a place is being left, at the new place too: a cue that belongs to the new one is begun by it.</summary>
    private bool Waits(string cueId) => Held(cueId) && _left?.Held.Contains(cueId) != false;

    private bool Held(string cueId) => Place >= 0 && _plan.Places[Place].Held.Contains(cueId);

    /// <summary>The cues that play or wait, in the order of the plan.</summary>
    private List<LiveCue> Active() => [.. _plan.Cues.Where(c => StateOf(c.Id).Phase is CuePhase.Sounding or CuePhase.Waiting)];

    private void Order(LiveOrder order) => _orders.Add(order);
}

/// <summary>The state of a cue.</summary>
/// <param name="Phase">Its phase.</param>
/// <param name="StartMs">When it began, or is to begin.</param>
/// <param name="FromMs">Where in the cue it began then; when it does not play, where it stopped.</param>
public sealed record CueState(CuePhase Phase, long StartMs, long FromMs)
{
    /// <summary>Not heard yet.</summary>
    public static CueState Fresh { get; } = new(CuePhase.Fresh, 0, 0);
}

/// <summary>The phases of a cue.</summary>
public enum CuePhase
{
    /// <summary>Not heard yet.</summary>
    Fresh,

    /// <summary>It plays when its delay has ended.</summary>
    Waiting,

    /// <summary>It plays.</summary>
    Sounding,

    /// <summary>Its slides were left; it can go on when they are revisited.</summary>
    Left,

    /// <summary>It has finished or was faded out; it does not begin again automatically until its slides are left.</summary>
    Over,
}
