using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Rights that are missing.</summary>
public sealed class UnknownRights : ICheck
{
    /// <inheritdoc/>
    public string Name => "unknown-rights";

    /// <inheritdoc/>
    public string LooksFor => "A sound that is heard and of which nobody wrote down whose it is, or on what terms.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var goes = show.Show.Showing.Where;
        return
            from sound in show.SoundsHeard
            let missing = sound.Rights.Missing().ToList()
            where missing.Count > 0
            select new Finding(
                Name, goes is Destination.Web or Destination.Sold ? Gravity.Stops : Gravity.Tidy, [], null, $"Of {sound.Name} the {string.Join(" and the ", missing)} {(missing.Count == 1 ? "is" : "are")} not known.", [])
            { SoundId = sound.Id, About = $"{string.Join('+', missing)} {goes}" };
    }
}
