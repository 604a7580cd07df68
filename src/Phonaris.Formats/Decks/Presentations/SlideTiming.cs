namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The animation of a slide.</summary>
internal abstract class SlideTiming
{
    /// <summary>The most changes of a shape's visibility; later ones are ignored.</summary>
    private const int MostStays = 64;

    private readonly List<SlideStep> _steps = [new(null, [], [])];

    /// <summary>The steps; the first is the slide itself.</summary>
    public IReadOnlyList<SlideStep> Steps => _steps;

    /// <summary>
    /// The ranges of steps, from 1, at which a shape or a paragraph is visible, in order. It is visible from the beginning unless an effect reveals it; <see cref="int.MaxValue"/> means until the end;
    /// empty if it is never visible.
    /// </summary>
    public IReadOnlyList<(int From, int To)> Stays(string? shapeId, int? paragraph = null)
    {
        var changes = _steps.SelectMany((s, at) => s.Reveals
            .Where(r => r.ShapeId == shapeId && (r.From is null ? paragraph is null : paragraph >= r.From && paragraph <= r.To))
            .Select(r => (r.Appears, Step: at + 1))).ToList();
        List<(int From, int To)> stays = [];
        int? from = changes is [{ Appears: true }, ..] ? null : 1;
        foreach (var (appears, step) in changes)
        {
            if (stays.Count == MostStays) break;
            if (appears) from ??= step;
            else if (from is { } since)
            {
                // What disappears with the step it appeared with is not visible: a picture shows the end of a step.
                if (since < step) stays.Add((since, step - 1));
                from = null;
            }
        }
        if (from is { } last) stays.Add((last, int.MaxValue));
        return stays;
    }

    /// <summary>The ranges of steps at which a shape is visible while its container is.</summary>
    public IEnumerable<(int From, int To)> Stays(string? shapeId, int from, int to) =>
        Stays(shapeId).Select(s => (From: Math.Max(from, s.From), To: Math.Min(to, s.To))).Where(s => s.From <= s.To);

    /// <summary>The first and last step at which a paragraph is visible.</summary>
    public (int From, int To) StayOf(string? shapeId, int? paragraph = null) =>
        Stays(shapeId, paragraph) is { Count: > 0 } stays ? (stays[0].From, stays[^1].To) : (int.MaxValue, 0);

    /// <summary>What is reported about it; null for nothing.</summary>
    public string? NotUnderstood { get; private set; }

    /// <summary>The step, from 1, with which a shape's sound or film starts, and the delay in milliseconds; null if nothing starts it.</summary>
    public (int Step, long DelayMs)? PlaysWith(string? shapeId)
    {
        var at = _steps.FindIndex(s => s.Plays.Any(p => p.ShapeId == shapeId));
        return at < 0 ? null : (at + 1, _steps[at].Plays.First(p => p.ShapeId == shapeId).DelayMs);
    }

    /// <summary>Adds what a click on a shape reveals, as a step after all others. Sounds that the click starts are read from the sound.</summary>
    protected void AddOnShape(IReadOnlyList<SlideReveal> reveals)
    {
        if (reveals.Count == 0) return;
        Add(new(null, reveals, []));
        NotUnderstood = "what a click on a shape reveals is the last step";
    }

    /// <summary>
    /// Adds what happens at a time. At the very beginning, and for what is only heard later, it belongs to the slide itself. If nothing appears or disappears,
    /// as with an emphasis effect, there is no step.
    /// </summary>
    protected void Add(SlideStep step)
    {
        if (step.Reveals.Count == 0 && step.Plays.Count == 0) return;
        if (step is { OffsetMs: { } later and > 0, Reveals.Count: 0, Plays.Count: > 0 }) step = new(0, [], [.. step.Plays.Select(p => (p.ShapeId, p.DelayMs + later))]);
        // A step is never earlier than those listed before it, even if a later group has a shorter delay.
        if (step.OffsetMs is > 0 and var at && _steps.Max(s => s.OffsetMs ?? 0) is var latest && at < latest) step = step with { OffsetMs = latest };
        if (step.OffsetMs is 0) _steps[0] = new(null, [.. _steps[0].Reveals, .. step.Reveals], [.. _steps[0].Plays, .. step.Plays]);
        else _steps.Add(step);
    }
}
