namespace Phonaris.Core.Checking;

/// <summary>Sounds whose files cannot be played.</summary>
public sealed class MissingSounds : ICheck
{
    /// <inheritdoc/>
    public string Name => "missing-sound";

    /// <inheritdoc/>
    public string LooksFor => "A sound in use with a file that is missing or cannot be read.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from sound in show.AudibleSounds
            let trouble = show.TroubleOf(sound)
            where trouble is not null
            let cues = show.CuesOf(sound)
            select new Finding(Name, Severity.Blocker, [], show.Show.Cue(cues[0]).Span!.First, trouble, [show.Mute(sound)]) { SoundId = sound.Id };
    }
}
