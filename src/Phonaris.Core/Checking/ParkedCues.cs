using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues that are parked.</summary>
public sealed class ParkedCues : ICheck
{
    /// <inheritdoc/>
    public string Name => "parked-cue";

    /// <inheritdoc/>
    public string LooksFor => "A cue on no slide.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from cue in show.Show.Cues
            where cue.Span is null
            select new Finding(Name, Severity.Minor, [cue.Id], null, $"A cue of {show.Show.CueName(cue.Id)} is parked: it is on no slide.", [show.Remove(cue)]);
    }
}
