namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the speed of a cue, at the same pitch.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Speed">The speed: 1 as imported, 0.5 to 2.</param>
public sealed record SetSpeed(string CueId, double Speed) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Speed);
        return show.ChangeCue(CueId, c => c with { Speed = Speed }, c => new SetSpeed(CueId, c.Speed));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: speed {Wording.Times(before.Cue(CueId).Speed)} → {Wording.Times(Speed)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/speed"];

    internal static void Validate(double speed)
    {
        // A NaN fails this pattern too.
        if (speed is not (>= Cue.LeastSpeed and <= Cue.GreatestSpeed)) throw new RuleException("A speed must be between 0.5 and 2.", "speed");
    }
}
