namespace Phonaris.Formats.Decks.Presentations;

/// <summary>What happens on a slide after it has come.</summary>
internal abstract class SlideTiming
{
    private readonly List<SlideStep> _steps = [new(null, [], [])];

    /// <summary>The steps; the first is the slide's own coming.</summary>
    public IReadOnlyList<SlideStep> Steps => _steps;

    /// <summary>The step, from 1, with which a shape or a paragraph of it appears; 1 when it is there from the beginning.</summary>
    public int AppearsWith(string? shapeId, int? paragraph = null) => Find(shapeId, paragraph, appears: true) is >= 0 and var at ? at + 1 : 1;

    /// <summary>The last step at which a shape is there.</summary>
    public int LastsTo(string? shapeId) => Find(shapeId, null, appears: false) is > 0 and var at ? at : int.MaxValue;

    /// <summary>The step, from 1, with which a shape's sound or film is played, and how much later in milliseconds; null when nothing plays it.</summary>
    public (int Step, long DelayMs)? PlaysWith(string? shapeId)
    {
        var at = _steps.FindIndex(s => s.Plays.Any(p => p.ShapeId == shapeId));
        return at < 0 ? null : (at + 1, _steps[at].Plays.First(p => p.ShapeId == shapeId).DelayMs);
    }

    /// <summary>
    /// Adds what happens at a moment; at the very beginning it belongs to the slide's own coming, and so does what is only heard later. Where nothing comes or goes, as
    /// where something is only emphasised, there is no step.
    /// </summary>
    protected void Add(SlideStep step)
    {
        if (step.Reveals.Count == 0 && step.Plays.Count == 0) return;
        if (step is { OffsetMs: { } later and > 0, Reveals.Count: 0, Plays.Count: > 0 }) step = new(0, [], [.. step.Plays.Select(p => (p.ShapeId, p.DelayMs + later))]);
        if (step.OffsetMs is 0) _steps[0] = new(null, [.. _steps[0].Reveals, .. step.Reveals], [.. _steps[0].Plays, .. step.Plays]);
        else _steps.Add(step);
    }

    private int Find(string? shapeId, int? paragraph, bool appears) => _steps.FindIndex(s => s.Reveals.Any(r =>
        r.ShapeId == shapeId && r.Appears == appears && (r.From is null ? paragraph is null : paragraph >= r.From && paragraph <= r.To)));
}
