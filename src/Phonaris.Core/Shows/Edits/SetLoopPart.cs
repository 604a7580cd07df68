namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets which part of what a cue uses goes round.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Part">The part; null for all of it.</param>
public sealed record SetLoopPart(string CueId, LoopPart? Part) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(show.Sound(show.Cue(CueId).SoundId), Part);
        return show.ChangeCue(CueId, c => c with { LoopPart = Part }, c => new SetLoopPart(CueId, c.LoopPart));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {(Part is null ? "all of it goes round" : $"{Say.Time(Part.FromFrame)} to {Say.Time(Part.ToFrame)} goes round")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/loop"];

    internal static void Validate(Sound sound, LoopPart? part)
    {
        if (part is null) return;
        if (part.FromFrame < 0 || part.ToFrame > sound.Frames)
            throw new RuleException($"{sound.Name} lasts {Say.Time(sound.Frames)}; the part that goes round must lie within it.", "loop");
        if (part.ToFrame - part.FromFrame < SetPart.LeastFrames) throw new RuleException("The part that goes round lasts at least 0.01 s.", "loop");
    }
}
