namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the part of a cue that loops.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Part">The part; null for the whole trimmed part.</param>
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
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {(Part is null ? "loops the whole clip" : $"loops {Wording.Time(Part.FromFrame)} to {Wording.Time(Part.ToFrame)}")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/loop"];

    internal static void Validate(Sound sound, LoopPart? part)
    {
        if (part is null) return;
        if (part.FromFrame < 0 || part.ToFrame > sound.Frames)
            throw new RuleException($"The loop must be within {sound.Name}, which lasts {Wording.Time(sound.Frames)}.", "loop");
        if (part.ToFrame - part.FromFrame < SetPart.LeastFrames) throw new RuleException("The loop must last at least 0.01 s.", "loop");
    }
}
