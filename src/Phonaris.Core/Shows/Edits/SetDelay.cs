namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the delay of a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="DelayMs">The delay in milliseconds.</param>
public sealed record SetDelay(string CueId, long DelayMs) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(DelayMs);
        return show.ChangeCue(CueId, c => c with { DelayMs = DelayMs }, c => new SetDelay(CueId, c.DelayMs));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: delay {Wording.Seconds(before.Cue(CueId).DelayMs)} → {Wording.Seconds(DelayMs)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/delay"];

    internal static void Validate(long ms)
    {
        if (ms is < 0 or > Slide.GreatestHoldMs) throw new RuleException("A delay must be between 0 s and 4 hours.", "delay");
    }
}
