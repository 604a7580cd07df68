using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the length of the crossfade into a bed.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Ms">The length in milliseconds; 0 for a cut.</param>
public sealed record SetHandover(string CueId, long Ms) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Ms);
        return show.ChangeCue(CueId, c => c with { HandoverMs = Ms }, c => new SetHandover(CueId, c.HandoverMs));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: crossfade {Wording.Seconds(before.Cue(CueId).HandoverMs)} → {Wording.Seconds(Ms)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/handover"];

    internal static void Validate(long ms)
    {
        if (ms is < 0 or > Fade.GreatestMs) throw new RuleException("A crossfade must be between 0 s and 5 minutes.", "handover");
    }
}
