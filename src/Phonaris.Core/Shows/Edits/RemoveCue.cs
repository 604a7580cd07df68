namespace Phonaris.Core.Shows.Edits;

/// <summary>Deletes a cue; its sound stays. Cues that followed it start with their slide instead.</summary>
/// <param name="CueId">The cue.</param>
public sealed record RemoveCue(string CueId) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var cue = show.Cue(CueId);
        var index = show.Cues.IndexOf(CueId);
        var waiting = Waiting(show).ToList();
        var cues = show.Cues.RemoveAt(index).Select(c => waiting.Contains(c) ? c with { Start = CueStart.WithSlide } : c);
        Edit back = new PlaceCue(cue, index);
        if (waiting.Count > 0) back = new Several([back, .. waiting.Select(c => new SetStart(c.Id, c.Start))], $"Restored {show.CueName(CueId)}");
        return new(show with { Cues = [.. cues] }, back);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var waiting = string.Join(", ", Waiting(before).Select(c => before.CueName(c.Id)));
        return $"Removed {before.CueName(CueId)} from {Wording.Span(before, before.Cue(CueId).Span)}{(waiting.Length == 0 ? "" : $". Now starting with their slides: {waiting}")}";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}", .. Waiting(before).Select(c => $"cue:{c.Id}/start")];

    private IEnumerable<Cue> Waiting(Show show) => show.Cues.Where(c => c.Start.CueId == CueId);
}
