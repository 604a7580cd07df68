using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Waiting loops that become silent.</summary>
public sealed class WaitingLoops : ICheck
{
    /// <inheritdoc/>
    public string Name => "waiting-loop";

    /// <inheritdoc/>
    public string LooksFor => "A waiting loop without a bed, or with one that does not loop.";

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
            if (beds.Count == 0) yield return Silent(show, section, slides);
            else if (beds.TrueForAll(b => b.Cue.Rounds != Cue.FillSpan))
            {
                // If it looped, the cue that follows it would not start.
                var bed = beds.Find(b => !show.IsAwaited(b.Cue.Id)) ?? beds[0];
                yield return new(
                    Name, Severity.Audible, [bed.Cue.Id], slides[0].SlideId, $"{bed.Sound.Name} does not loop, so the waiting loop “{section.Name}” goes silent.",
                    show.IsAwaited(bed.Cue.Id) ? [] : [new Fix("Loop it", Looping(bed), Safe: bed.Cue.Fit is null)]);
            }
        }
    }

    /// <summary>The edit that makes a bed loop; if it would stop abruptly, it fades out.</summary>
    private static Several Looping(HeardCue bed)
    {
        List<Edit> edits = [new SetFit(bed.Cue.Id, null), new SetRounds(bed.Cue.Id, Cue.FillSpan)];
        if (bed.Cue.FadeOut.Ms < AbruptEnds.SoftMs) edits.Add(new SetFade(bed.Cue.Id, FadeEnd.Out, CueDefaults.FadeOut));
        return new([.. edits], $"{bed.Sound.Name}: loops");
    }

    /// <summary>Whether a sound can be placed without asking for more rights than before.</summary>
    private static bool IsFree(CheckedShow show, Sound sound) =>
        show.Show.Showing.Where is Destination.Room or Destination.Inside || (!sound.Rights.Missing().Any() && Clearance.Of(show.Show, sound, show.Show.Showing.Where).Answer == UsageRight.Yes);

    private Finding Silent(CheckedShow show, Section section, List<SlideTime> slides)
    {
        var used = show.Show.Cues.Where(c => c.Span is not null).Select(c => c.SoundId).ToHashSet();
        ValueList<Fix> fixes = [.. show.Show.Sounds
            .Where(s => s is { Kind: SoundKind.Bed, Removed: false } && !used.Contains(s.Id) && show.TroubleOf(s) is null && IsFree(show, s))
            .Take(1)
            .Select(s => new Fix($"Place {s.Name} under it", new Several([new PlaceCue(Under(show.Show, s, section, slides), int.MaxValue), .. RoomFor(show, slides)], $"Placed {s.Name} under “{section.Name}”")))];
        return new(Name, Severity.Audible, [], slides[0].SlideId, $"The waiting loop “{section.Name}” has no bed.", fixes) { About = section.Id };
    }

    /// <summary>A bed under a waiting loop; its fades are at most a quarter of a short one each.</summary>
    private static Cue Under(Show show, Sound sound, Section section, List<SlideTime> slides)
    {
        var (cue, quarterMs) = (CueDefaults.For(show, sound, slides[0].SlideId, $"{sound.Id}-under-{section.Id}"), (slides[^1].EndFrame - slides[0].StartFrame) / Frames.PerMs / 4);
        return cue with
        {
            Span = new(slides[0].SlideId, slides[^1].SlideId),
            FadeIn = cue.FadeIn with { Ms = Math.Min(cue.FadeIn.Ms, quarterMs) },
            FadeOut = cue.FadeOut with { Ms = Math.Min(cue.FadeOut.Ms, quarterMs) },
        };
    }

    /// <summary>The edits that make a new bed duck under the voices there.</summary>
    private static IEnumerable<Edit> RoomFor(CheckedShow show, List<SlideTime> slides) => show.Heard
        .Where(h => h.Sound.Kind == SoundKind.Voice && !h.Cue.Ducks && h.Place.StartFrame < slides[^1].EndFrame && h.Place.EndFrame > slides[0].StartFrame)
        .Select(h => h.Cue.Id).Distinct().Select(id => new SetDucks(id, true));
}
