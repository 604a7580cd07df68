using Phonaris.Core.Live;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Tests;

/// <summary>
/// A presenter who does anything at any time, generated from a seed: goes forward and back, jumps, loops, starts, seeks, fades and
/// silences. What plays is derived from the orders alone and compared with the plan.
/// </summary>
/// <param name="plan">The plan.</param>
/// <param name="seed">The seed of the presenter's actions.</param>
public sealed class LiveWalk(LivePlan plan, int seed)
{
    private readonly Random _random = new(seed);
    private readonly LiveRun _run = new(plan);
    private readonly Dictionary<string, LiveCue> _cues = plan.Cues.ToDictionary(c => c.Id);
    private readonly Dictionary<string, (long At, long From)> _sounding = [];
    private readonly List<(string CueId, long At)> _due = [];
    private long _now;

    /// <summary>What happens next: what has ended or is due, then an action of the presenter.</summary>
    public IReadOnlyList<LiveStroke> Step()
    {
        _now += _random.Next(4) == 0 ? _random.Next(50) : _random.Next(12_000);
        var strokes = new List<LiveStroke>();
        foreach (var id in _sounding.Where(s => _cues[s.Key].LengthMs is { } length && _now - s.Value.At + s.Value.From >= length).Select(s => s.Key).ToList())
            strokes.Add(Take(new(LiveEventKind.Ended, _now) { CueId = id }));
        foreach (var due in _due.Where(d => d.At <= _now).ToList())
        {
            _due.Remove(due);
            strokes.Add(Take(new(LiveEventKind.Due, _now) { CueId = due.CueId }));
        }
        strokes.Add(Take(Next()));
        return strokes;
    }

    private LiveEvent Next()
    {
        var cue = plan.Cues.Count == 0 ? "" : plan.Cues[_random.Next(plan.Cues.Count)].Id;
        var last = plan.Places.Count - 1;
        return _random.Next(13) switch
        {
            0 or 1 or 2 or 3 => GoTo(_run.Place >= 0 && plan.Places[_run.Place].Loops ? plan.Places[_run.Place].LoopStart!.Value : Math.Min(_run.Place + 1, last)),
            4 or 5 => GoTo(Math.Max(_run.Place - 1, 0)),
            6 => GoTo(_random.Next(plan.Places.Count)),
            7 => new(LiveEventKind.Start, _now) { CueId = cue },
            8 => new(LiveEventKind.FadeOut, _now) { CueId = cue },
            9 => new(LiveEventKind.Seek, _now) { CueId = cue, FromMs = _random.Next(500) },
            10 => new(LiveEventKind.Silence, _now),
            11 => new(LiveEventKind.Resume, _now),
            _ => GoTo(_run.Place >= 0 ? plan.Places[_run.Place].LoopExit ?? last : 0),
        };
    }

    private LiveEvent GoTo(int place) => new(LiveEventKind.GoTo, _now) { Place = place };

    private LiveStroke Take(LiveEvent happened)
    {
        var beds = _sounding.Keys.Where(IsBed).ToList();
        var before = new Dictionary<string, (long At, long From)>(_sounding);
        if (happened.Kind == LiveEventKind.Resume)
        {
            // The page that played it is gone.
            _sounding.Clear();
            _due.Clear();
        }
        var orders = _run.Take(happened);
        List<string> broken = [.. orders.SelectMany(Carry)];
        if (_run.Place >= 0) broken.AddRange(Broken(happened, orders, beds, plan.Places[_run.Place]));
        if (happened.Kind == LiveEventKind.Resume) broken.AddRange(BrokenBy(before));
        return new(happened, orders, [.. broken]);
    }

    /// <summary>What a new page does not go on with as the clock says.</summary>
    private IEnumerable<string> BrokenBy(Dictionary<string, (long At, long From)> before)
    {
        foreach (var (id, (at, from)) in before.Where(s => IsBed(s.Key) && !(_cues[s.Key].LengthMs <= s.Value.From + _now - s.Value.At)))
            if (!_sounding.Keys.Any(IsBed)) yield return $"{id} was lost.";
            else if (_sounding.TryGetValue(id, out var now) && now.From != from + _now - at) yield return $"{id} is not where the clock says.";
        foreach (var id in _sounding.Keys.Where(id => _cues[id].Kind is SoundKind.Voice or SoundKind.Spot && before.ContainsKey(id))) yield return $"{id} starts in its middle.";
    }

    /// <summary>The invariants that do not hold.</summary>
    private IEnumerable<string> Broken(LiveEvent happened, IReadOnlyList<LiveOrder> orders, List<string> beds, LivePlace here)
    {
        foreach (var id in _sounding.Keys.Where(id => !here.Held.Contains(id) && !_cues[id].PlaysPastSpan)) yield return $"{id} sounds where it is not to.";
        if (_sounding.Keys.Count(IsBed) > 1) yield return "Two beds sound.";
        if (happened.Kind is LiveEventKind.GoTo or LiveEventKind.Due or LiveEventKind.Ended)
            foreach (var bed in beds.Where(b => here.Held.Contains(b) && happened.CueId != b && orders.Any(o => o.CueId == b && o.Kind == LiveOrderKind.Stop) && !orders.Any(o => o.By is not null)))
                yield return $"{bed} broke within its span.";
        if (happened.Kind == LiveEventKind.Silence && _sounding.Count > 0) yield return "Silence is not silent.";
        if (happened.Kind == LiveEventKind.GoTo)
            foreach (var begin in here.Begins.Where(b => b.DelayMs == 0 && _cues[b.CueId].After is null && IsBed(b.CueId) && !_sounding.Keys.Any(IsBed) && _run.StateOf(b.CueId).Phase is not (CuePhase.Over or CuePhase.Waiting)))
                yield return $"{begin.CueId} is missing.";
    }

    /// <summary>Carries out orders, and reports impossible ones.</summary>
    private IEnumerable<string> Carry(LiveOrder order)
    {
        if (order.Kind is LiveOrderKind.Start or LiveOrderKind.Stop && order.Fade.Ms < 5) yield return $"{order.CueId} has no fade.";
        if (order.Kind == LiveOrderKind.Wait) _due.Add((order.CueId, _now + order.InMs));
        else if (order.Kind == LiveOrderKind.Start ? !_sounding.TryAdd(order.CueId, (_now, order.FromMs)) : !_sounding.Remove(order.CueId))
            yield return $"{order.CueId} {(order.Kind == LiveOrderKind.Start ? "sounds already" : "does not sound")}.";
    }

    private bool IsBed(string id) => _cues[id].Kind == SoundKind.Bed;
}

/// <summary>An event of a walk.</summary>
/// <param name="Happened">The event.</param>
/// <param name="Orders">The orders it caused.</param>
/// <param name="Broken">The violations of the plan, as sentences; none if all is well.</param>
public sealed record LiveStroke(LiveEvent Happened, IReadOnlyList<LiveOrder> Orders, IReadOnlyList<string> Broken);
