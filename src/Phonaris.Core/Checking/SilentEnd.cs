using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Silence at the end of the show.</summary>
public sealed class SilentEnd : ICheck
{
    /// <inheritdoc/>
    public string Name => "silent-end";

    /// <inheritdoc/>
    public string LooksFor => "A show with music that ends in silence.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var silent = show.Order.Slides.Zip(SilentParts.Of(show)).Reverse().TakeWhile(s => s.Second).Select(s => s.First).Reverse().ToList();
        if (silent.Count == 0 || !show.Heard.Any(h => h.Sound.Kind == SoundKind.Bed && IsInTalk(show, h.Place, silent[0]))) return [];
        var where = silent.Count == 1 ? "its last slide" : $"its last {silent.Count} slides";
        return [new(Name, Severity.Audible, [], silent[0].SlideId, $"The show ends in silence: nothing plays on {where}.", [.. SilentParts.GoingOn(show, silent[0], silent[^1])]) { About = silent[^1].SlideId }];
    }

    /// <summary>Whether a bed plays before a slide, outside of waiting loops: a bed for a waiting loop need not go on.</summary>
    private static bool IsInTalk(CheckedShow show, ScheduledCue bed, SlideTime silent)
    {
        var waiting = show.Show.Sections.Where(s => s.WaitingLoop).SelectMany(show.Show.SlidesOf).ToHashSet();
        return show.Order.Within(bed.StartFrame, Math.Min(bed.EndFrame, silent.StartFrame)).Any(s => !waiting.Contains(s.SlideId));
    }
}
