namespace Phonaris.Core.Shows.Edits;

/// <summary>Turns ducking under a voice on or off.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Ducks">Whether beds are ducked.</param>
public sealed record SetDucks(string CueId, bool Ducks) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.ChangeCue(CueId, c => c with { Ducks = Ducks }, c => new SetDucks(CueId, c.Ducks));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: ducking {(Ducks ? "on" : "off")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/ducks"];
}
