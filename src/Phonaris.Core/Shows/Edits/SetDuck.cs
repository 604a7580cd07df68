namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how beds make room for a voice.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Duck">How; null for as the show has it.</param>
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
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: beds make room {(Duck is null ? "as for all voices" : "in its own way")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/duck"];

    internal static void Validate(Duck? duck)
    {
        if (duck is not { AttackMs: >= Duck.LeastMs and <= Duck.GreatestMs, ReleaseMs: >= Duck.LeastMs and <= Duck.GreatestMs, HoldMs: >= 0 and <= Duck.GreatestMs })
            throw new RuleException("Beds go down and up within 5 ms to 10 s, and stay down for at most 10 s after a voice.", "duck");
        if (duck.DepthDb is not (null or (>= 0 and <= Duck.GreatestDb))) throw new RuleException($"Beds go down by 0 to {Duck.GreatestDb} dB.", "duck");
    }
}
