namespace Phonaris.Core.Shows.Edits;

/// <summary>Mutes or unmutes a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Muted">Whether it is muted.</param>
public sealed record SetMuted(string CueId, bool Muted) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.ChangeCue(CueId, c => c with { Muted = Muted }, c => new SetMuted(CueId, c.Muted));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {(Muted ? "muted" : "unmuted")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/muted"];
}
