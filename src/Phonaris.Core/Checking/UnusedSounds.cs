using Phonaris.Core.Shows;
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
        return show.Show.OpenSounds().Select(s => new Finding(Name, Severity.Minor, [], null, $"{s.Name} is not used.", [new Fix("Remove it", new RemoveSound(s.Id))]) { SoundId = s.Id });
    }
}
