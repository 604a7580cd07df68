namespace Phonaris.Formats.Decks.Presentations;

/// <summary>What happens on a slide after it has come.</summary>
internal abstract class SlideTiming
{
    /// <summary>What comes and goes more often than this stays as it is then.</summary>
    private const int MostStays = 64;

    private readonly List<SlideStep> _steps = [new(null, [], [])];

    /// <summary>The steps; the first is the slide's own coming.</summary>
    public IReadOnlyList<SlideStep> Steps => _steps;

    /// <summary>
    /// The steps, from 1, that a shape or a paragraph of it is there, in order: from the beginning where nothing has it appear first, <see cref="int.MaxValue"/> permanently;
    /// none where it is never seen.
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
                // What leaves with the step it came with is not seen: a picture shows how a step ends.
                if (since < step) stays.Add((since, step - 1));
                from = null;
            }
        }
        if (from is { } last) stays.Add((last, int.MaxValue));
        return stays;
    }

    /// <summary>The steps that a shape is there while what holds it is.</summary>
    public IEnumerable<(int From, int To)> Stays(string? shapeId, int from, int to) =>
        Stays(shapeId).Select(s => (From: Math.Max(from, s.From), To: Math.Min(to, s.To))).Where(s => s.From <= s.To);

    /// <summary>The steps from the first to the last that a paragraph is there.</summary>
    public (int From, int To) StayOf(string? shapeId, int? paragraph = null) =>
        Stays(shapeId, paragraph) is { Count: > 0 } stays ? (stays[0].From, stays[^1].To) : (int.MaxValue, 0);

    /// <summary>What is to be reported it; null for nothing.</summary>
    public string? ToldOf { get; private set; }

    /// <summary>The step, from 1, with which a shape's sound or film is played, and how much later in milliseconds; null when nothing plays it.</summary>
    public (int Step, long DelayMs)? PlaysWith(string? shapeId)
    {
        var at = _steps.FindIndex(s => s.Plays.Any(p => p.ShapeId == shapeId));
        return at < 0 ? null : (at + 1, _steps[at].Plays.First(p => p.ShapeId == shapeId).DelayMs);
    }

    /// <summary>Adds what a click on a shape reveals, as a step behind all others. What it plays, the sound it plays has itself.</summary>
    protected void AddOnShape(IReadOnlyList<SlideReveal> reveals)
    {
        if (reveals.Count == 0) return;
        Add(new(null, reveals, []));
        ToldOf = "what a click on a shape reveals is the last step";
    }

    /// <summary>
    /// Adds what happens at a moment; at the very beginning it belongs to the slide's own coming, and so does what is only heard later. Where nothing comes or goes, as
    /// where something is only emphasised, there is no step.
    /// </summary>
    protected void Add(SlideStep step)
    {
        if (step.Reveals.Count == 0 && step.Plays.Count == 0) return;
        if (step is { OffsetMs: { } later and > 0, Reveals.Count: 0, Plays.Count: > 0 }) step = new(0, [], [.. step.Plays.Select(p => (p.ShapeId, p.DelayMs + later))]);
        // No step comes before one that is listed ahead of it, as where a later group has a shorter delay.
        if (step.OffsetMs is > 0 and var at && _steps.Max(s => s.OffsetMs ?? 0) is var latest && at < latest) step = step with { OffsetMs = latest };
        if (step.OffsetMs is 0) _steps[0] = new(null, [.. _steps[0].Reveals, .. step.Reveals], [.. _steps[0].Plays, .. step.Plays]);
        else _steps.Add(step);
    }
}
