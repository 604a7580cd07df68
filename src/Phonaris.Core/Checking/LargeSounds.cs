namespace Phonaris.Core.Checking;

/// <summary>Large sound and video files.</summary>
public sealed class LargeSounds : ICheck
{
    /// <summary>The size from which a file counts as large, in bytes: ten minutes of uncompressed sound.</summary>
    private const long Large = 100_000_000;

    /// <inheritdoc/>
    public string Name => "large-sound";

    /// <inheritdoc/>
    public string LooksFor => "A file so large that the show is hard to share.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from sound in show.Show.Sounds
            where !sound.Removed
            let bytes = show.BytesOf(sound)
            where bytes > Large
            select new Finding(Name, Severity.Minor, [], null, $"{sound.Name} takes {bytes / 1_000_000} MB. It can be compressed without {(sound.Video is null ? "an audible" : "a visible")} loss.", []) { SoundId = sound.Id };
    }
}
