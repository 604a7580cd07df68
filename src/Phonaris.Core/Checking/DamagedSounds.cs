using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Sound files with a damaged part.</summary>
public sealed class DamagedSounds : ICheck
{
    /// <inheritdoc/>
    public string Name => "damaged-sound";

    /// <inheritdoc/>
    public string LooksFor => "A sound in use with a file that could be read only in part.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from sound in show.AudibleSounds
            where sound.Figures.MissingFrames > 0 && show.TroubleOf(sound) is null
            let cues = show.CuesOf(sound)
            select new Finding(
                Name, Severity.Audible, [], show.Show.Cue(cues[0]).Span!.First, $"Part of {sound.Name} ({Wording.Seconds(sound.Figures.MissingFrames / Frames.PerMs)}) could not be read. Import the file again.", [show.Mute(sound)])
            { SoundId = sound.Id };
    }
}
