namespace Phonaris.Core.Checking;

/// <summary>Sounds and videos that weigh much.</summary>
public sealed class LargeSounds : ICheck
{
    /// <summary>What a file weighs that is called large, in bytes: ten minutes as they are recorded.</summary>
    private const long Large = 100_000_000;

    /// <inheritdoc/>
    public string Name => "large-sound";

    /// <inheritdoc/>
    public string LooksFor => "A sound whose file is so large that the show is hard to pass on.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from sound in show.Show.Sounds
            where !sound.Removed
            let bytes = show.BytesOf(sound)
            where bytes > Large
            select new Finding(Name, Gravity.Tidy, [], null, $"{sound.Name} weighs {bytes / 1_000_000} MB. It can be made lighter without that being {(sound.Video is null ? "heard" : "seen")}.", []) { SoundId = sound.Id };
    }
}
