namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets when a cue ends.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Stop">With its span, at a step, at its own end, or with the show.</param>
/// <param name="StepId">The step, when it ends at one.</param>
/// <param name="OffsetMs">How long after that it ends, in milliseconds; negative for earlier.</param>
public sealed record SetStop(string CueId, CueStop Stop, string? StepId = null, long OffsetMs = 0) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Stop, StepId, OffsetMs);
        return show.ChangeCue(
            CueId,
            c => c with { Stop = Stop, StopStepId = StepId, StopOffsetMs = OffsetMs },
            c => new SetStop(CueId, c.Stop, c.StopStepId, c.StopOffsetMs));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: ends {Wording.Stop(Stop)}{(OffsetMs == 0 ? "" : $", {Wording.Seconds(Math.Abs(OffsetMs))} {(OffsetMs < 0 ? "earlier" : "later")}")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/stop"];

    internal static void Validate(CueStop stop, string? stepId, long offsetMs)
    {
        if ((stop == CueStop.Step) != (stepId is not null)) throw new RuleException("A cue that ends at a step must name the step.", "stop");
        if (Math.Abs(offsetMs) > Slide.GreatestHoldMs) throw new RuleException("The end can be moved by at most 4 hours.", "stop");
    }
}
