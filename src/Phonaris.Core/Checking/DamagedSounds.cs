using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Sounds with a part missing.</summary>
public sealed class DamagedSounds : ICheck
{
    /// <inheritdoc/>
    public string Name => "damaged-sound";

    /// <inheritdoc/>
    public string LooksFor => "A sound that is heard and of whose file a part could not be read.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from sound in show.SoundsHeard
            where sound.Figures.MissingFrames > 0 && show.TroubleOf(sound) is null
            let cues = show.CuesOf(sound)
            select new Finding(
                Name, Gravity.Heard, [], show.Show.Cue(cues[0]).Span!.First, $"Of {sound.Name} {Say.Seconds(sound.Figures.MissingFrames / Frames.PerMs)} could not be read. Bring its file in anew.", [show.Mute(sound)])
            { SoundId = sound.Id };
    }
}
