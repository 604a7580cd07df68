using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Sounds without an author or a licence.</summary>
public sealed class UnknownRights : ICheck
{
    /// <inheritdoc/>
    public string Name => "unknown-rights";

    /// <inheritdoc/>
    public string LooksFor => "A sound in use without an author or a licence.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var goes = show.Show.Showing.Where;
        return
            from sound in show.AudibleSounds
            let missing = sound.Rights.Missing().ToList()
            where missing.Count > 0
            select new Finding(
                Name, goes is Destination.Web or Destination.Sold ? Severity.Blocker : Severity.Minor, [], null, $"{sound.Name} has no {string.Join(" or ", missing)}.", [])
            { SoundId = sound.Id, About = $"{string.Join('+', missing)} {goes}" };
    }
}
