namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the ducking under a voice.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Duck">The settings; null for the show's.</param>
public sealed record SetDuck(string CueId, Duck? Duck) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Duck is not null) Validate(Duck);
        return show.ChangeCue(CueId, c => c with { Duck = Duck }, c => new SetDuck(CueId, c.Duck));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: ducking {(Duck is null ? "as in the show" : "with its own settings")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/duck"];

    internal static void Validate(Duck? duck)
    {
        if (duck is not { AttackMs: >= Duck.LeastMs and <= Duck.GreatestMs, ReleaseMs: >= Duck.LeastMs and <= Duck.GreatestMs, HoldMs: >= 0 and <= Duck.GreatestMs })
            throw new RuleException("Attack and release must be between 5 ms and 10 s, and the hold at most 10 s.", "duck");
        if (duck.DepthDb is not (null or (>= 0 and <= Duck.GreatestDb))) throw new RuleException($"The ducking depth must be between 0 and {Duck.GreatestDb} dB.", "duck");
    }
}
