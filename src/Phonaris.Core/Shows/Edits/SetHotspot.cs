using System.Text.RegularExpressions;

namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the hotspot of a cue that is triggered manually.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Hotspot">The hotspot; null for none.</param>
public sealed partial record SetHotspot(string CueId, Hotspot? Hotspot) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Hotspot);
        return show.ChangeCue(CueId, c => c with { Hotspot = Hotspot }, c => new SetHotspot(CueId, c.Hotspot));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {(Hotspot is null ? "removed its hotspot" : "changed its hotspot")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/hotspot"];

    internal static void Validate(Hotspot? spot)
    {
        if (spot is null) return;
        if (spot is not { X: >= 0 and <= 1, Y: >= 0 and <= 1 }) throw new RuleException("A hotspot must be on its slide.", "hotspot");
        if (spot.Size is not (>= Hotspot.LeastSize and <= Hotspot.GreatestSize)) throw new RuleException("A hotspot must be 2% to 100% as wide as its slide.", "size");
        if (spot.Turn is not (>= -180 and <= 180)) throw new RuleException("The rotation must be between −180° and 180°.", "turn");
        if (spot.Opacity is not (>= 0 and <= 1)) throw new RuleException("The opacity must be between 0% and 100%.", "opacity");
        if (!ColorPattern().IsMatch(spot.Color)) throw new RuleException("A colour must be written as #rrggbb.", "color");
        if (spot.Alternative.Length > Hotspot.LongestAlternative)
            throw new RuleException($"A text alternative can have at most {Hotspot.LongestAlternative} characters.", "alternative");
    }

    [GeneratedRegex("^#[0-9a-fA-F]{6}$")]
    private static partial Regex ColorPattern();
}
