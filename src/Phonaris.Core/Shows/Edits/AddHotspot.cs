namespace Phonaris.Core.Shows.Edits;

/// <summary>Adds a hotspot in the middle of a cue's slides, named after its sound.</summary>
/// <param name="CueId">The cue.</param>
public sealed record AddHotspot(string CueId) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return new SetHotspot(CueId, Hotspot.New(show.CueName(CueId))).Apply(show);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: added a hotspot";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/hotspot", $"sound:{before.Cue(CueId).SoundId}/name"];
}
