namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets whether a cue restarts on every slide of its span.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="EachSlide">True to restart on every slide, false to play once across the span.</param>
public sealed record SetEachSlide(string CueId, bool EachSlide) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.ChangeCue(CueId, c => c with { EachSlide = EachSlide }, c => new SetEachSlide(CueId, c.EachSlide));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: {(EachSlide ? "restarts on every slide" : "plays once across its slides")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/each"];
}
