using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Silence between sounds.</summary>
public sealed class SilentSlides : ICheck
{
    /// <inheritdoc/>
    public string Name => "silent-slides";

    /// <inheritdoc/>
    public string LooksFor => "Silent slides between slides with a bed.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var beds = show.Heard.Where(h => h.Sound.Kind == SoundKind.Bed).OrderBy(h => h.Place.EndFrame).ToList();
        if (beds.Count == 0) yield break;
        var (firstBed, lastBed) = (beds.Min(b => b.Place.StartFrame), beds.Max(b => b.Place.EndFrame));
        List<SlideTime> silent = [];
        foreach (var slide in show.Order.Slides.Zip(SilentParts.Of(show)).Where(s => s.Second && s.First.StartFrame >= firstBed && s.First.EndFrame <= lastBed).Select(s => s.First))
        {
            if (silent.Count > 0 && silent[^1].Place + 1 != slide.Place)
            {
                yield return Found(show, silent);
                silent = [];
            }
            silent.Add(slide);
        }
        if (silent.Count > 0) yield return Found(show, silent);
    }

    private Finding Found(CheckedShow show, List<SlideTime> silent)
    {
        var where = silent.Count == 1 ? $"slide {silent[0].Number}" : $"slides {silent[0].Number}–{silent[^1].Number}";
        return new(
            Name, Severity.Audible, [], silent[0].SlideId, $"Nothing plays on {where}, between slides with a bed.", [.. SilentParts.GoingOn(show, silent[0], silent[^1])])
        { About = silent[^1].SlideId };
    }
}
