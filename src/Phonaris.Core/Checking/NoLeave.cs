using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Sounds that may not be used there.</summary>
public sealed class NoLeave : ICheck
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
            from sound in show.SoundsHeard
            let clearance = Clearance.Of(show.Show, sound, goes)
            where clearance.Answer == Leave.No || (clearance.Answer == Leave.Ask && sound.Rights.Licence.Length > 0)
            select new Finding(
                Name, clearance.Answer == Leave.No || goes is Destination.Web or Destination.Sold ? Gravity.Stops : Gravity.Tidy, [], null,
                clearance.Answer == Leave.No ? $"{sound.Name} is not allowed {Say.Where(goes)}. {clearance.Why}" : $"Rights for {sound.Name} {Say.Where(goes)} are unknown. {clearance.Why}", [show.Mute(sound)])
            { SoundId = sound.Id, About = $"{sound.Rights.Licence} {goes}" };
    }
}
