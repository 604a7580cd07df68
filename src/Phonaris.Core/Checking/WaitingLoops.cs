using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Waiting loops that fall silent.</summary>
public sealed class WaitingLoops : ICheck
{
    /// <inheritdoc/>
    public string Name => "waiting-loop";

    /// <inheritdoc/>
    public string LooksFor => "A waiting loop without a bed, or with one that does not go round.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        foreach (var section in show.Show.Sections.Where(s => s.WaitingLoop))
        {
            var own = show.Show.SlidesOf(section).ToHashSet();
            var slides = show.Order.Slides.Where(s => own.Contains(s.SlideId)).ToList();
            if (slides.Count == 0) continue;
            var beds = show.Heard.Where(h => h.Sound.Kind == SoundKind.Bed && h.Place.StartFrame < slides[^1].EndFrame && h.Place.EndFrame > slides[0].StartFrame).ToList();
            if (beds.Count == 0) yield return Silent(show, section, slides[0].SlideId, slides[^1].SlideId);
            else if (beds.TrueForAll(b => b.Cue.Rounds != Cue.FillSpan))
            {
                var bed = beds[0];
                yield return new(
                    Name, Gravity.Heard, [bed.Cue.Id], slides[0].SlideId, $"{bed.Sound.Name} does not go round: whoever waits longer in “{section.Name}” hears nothing.",
                    [new Remedy("Let it go round", new Several([new SetFit(bed.Cue.Id, null), new SetRounds(bed.Cue.Id, Cue.FillSpan)], $"{bed.Sound.Name}: goes round"), Safe: bed.Cue.Fit is null)]);
            }
        }
    }

    /// <summary>Whether a sound may be laid without more being asked for than was before.</summary>
    private static bool IsFree(CheckedShow show, Sound sound) =>
        show.Show.Showing.Where is Destination.Room or Destination.Inside || (!sound.Rights.Missing().Any() && Clearance.Of(show.Show, sound, show.Show.Showing.Where).Answer == Leave.Yes);

    private Finding Silent(CheckedShow show, Section section, string first, string last)
    {
        var used = show.Show.Cues.Where(c => c.Span is not null).Select(c => c.SoundId).ToHashSet();
        ValueList<Remedy> remedies = [.. show.Show.Sounds
            .Where(s => s is { Kind: SoundKind.Bed, Removed: false } && !used.Contains(s.Id) && show.TroubleOf(s) is null && IsFree(show, s))
            .Take(1)
            .Select(s => new Remedy($"Lay {s.Name} under it", new PlaceCue(CueDefaults.For(show.Show, s, first, $"{s.Id}-under-{section.Id}") with { Span = new(first, last) }, int.MaxValue)))];
        return new(Name, Gravity.Heard, [], first, $"No bed lies under the waiting loop “{section.Name}”.", remedies) { About = section.Id };
    }
}
