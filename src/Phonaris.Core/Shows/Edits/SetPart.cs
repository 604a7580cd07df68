namespace Phonaris.Core.Shows.Edits;

/// <summary>Trims a cue: sets the part of the sound it uses.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="InFrame">The first frame used, at 48 kHz.</param>
/// <param name="OutFrame">The frame after the last one used, at 48 kHz.</param>
public sealed record SetPart(string CueId, long InFrame, long OutFrame) : Edit
{
    /// <summary>The shortest trimmed part in frames: 10 ms, two of the shortest fades.</summary>
    public const long LeastFrames = 10 * Frames.PerMs;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(show.Sound(show.Cue(CueId).SoundId), InFrame, OutFrame);
        return show.ChangeCue(
            CueId, c => c with { InFrame = InFrame, OutFrame = OutFrame }, c => new SetPart(CueId, c.InFrame, c.OutFrame));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: trimmed to {Wording.Time(InFrame)}–{Wording.Time(OutFrame)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/part"];

    internal static void Validate(Sound sound, long inFrame, long outFrame)
    {
        if (inFrame < 0 || outFrame > sound.Frames)
            throw new RuleException($"In and out must be within {sound.Name}, which lasts {Wording.Time(sound.Frames)}.", inFrame < 0 ? "in" : "out");
        if (outFrame - inFrame < Math.Min(LeastFrames, sound.Frames))
            throw new RuleException("In must be at least 0.01 s before out.", "in");
    }
}
