using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Sounds without a cue.</summary>
public sealed class UnusedSounds : ICheck
{
    /// <inheritdoc/>
    public string Name => "unused-sound";

    /// <inheritdoc/>
    public string LooksFor => "A sound that no cue uses.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var used = show.Show.Cues.Select(c => c.SoundId).ToHashSet();
        return
            from sound in show.Show.Sounds
            where !used.Contains(sound.Id)
            select new Finding(Name, Gravity.Tidy, [], null, $"{sound.Name} is not used.", [new Remedy("Remove it", new RemoveSound(sound.Id))]) { SoundId = sound.Id };
    }
}
