using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Sounds that are not cleared for where the show is used.</summary>
public sealed class NotCleared : ICheck
{
    /// <inheritdoc/>
    public string Name => "no-leave";

    /// <inheritdoc/>
    public string LooksFor => "A sound whose licence does not allow this use, or may not.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var goes = show.Show.Showing.Where;
        return
            from sound in show.AudibleSounds
            let clearance = Clearance.Of(show.Show, sound, goes)
            where clearance.Answer == UsageRight.No || (clearance.Answer == UsageRight.Ask && sound.Rights.Licence.Length > 0)
            select new Finding(
                Name, clearance.Answer == UsageRight.No || goes is Destination.Web or Destination.Sold ? Severity.Blocker : Severity.Minor, [], null,
                clearance.Answer == UsageRight.No ? $"{sound.Name} is not allowed {Wording.Where(goes)}. {clearance.Why}" : $"Rights for {sound.Name} {Wording.Where(goes)} are unknown. {clearance.Why}", [show.Mute(sound)])
            { SoundId = sound.Id, About = $"{sound.Rights.Licence} {goes}" };
    }
}
