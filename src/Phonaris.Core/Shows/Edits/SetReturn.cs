namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets what a cue does when its slides are revisited.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Return">Start over, or go on from where it stopped.</param>
public sealed record SetReturn(string CueId, CueReturn Return) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.ChangeCue(CueId, c => c with { Return = Return }, c => new SetReturn(CueId, c.Return));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: when revisited, {(Return == CueReturn.PickUp ? "resumes" : "restarts")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/return"];
}
