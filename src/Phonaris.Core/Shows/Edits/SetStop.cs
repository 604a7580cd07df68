namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets when a cue ends.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Stop">With its span, or when it has finished.</param>
public sealed record SetStop(string CueId, CueStop Stop) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.ChangeCue(CueId, c => c with { Stop = Stop }, c => new SetStop(CueId, c.Stop));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: ends {(Stop == CueStop.Span ? "with its span" : "when it has finished")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"cue:{CueId}/stop"];
}
