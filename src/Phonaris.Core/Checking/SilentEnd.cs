using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Silence at the end.</summary>
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
        if (silent.Count == 0 || silent.Count == show.Order.Slides.Count || !show.Heard.Any(h => h.Sound.Kind == SoundKind.Bed)) return [];
        var where = silent.Count == 1 ? "its last slide" : $"its last {silent.Count} slides";
        return [new(Name, Gravity.Heard, [], silent[0].SlideId, $"The show ends in silence: nothing sounds on {where}.", [.. SilentParts.GoingOn(show, silent[0], silent[^1])]) { About = silent[^1].SlideId }];
    }
}
