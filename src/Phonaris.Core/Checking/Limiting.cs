using Phonaris.Core.Levels;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Places where the limiter acts.</summary>
public sealed class Limiting : ICheck
{
    /// <inheritdoc/>
    public string Name => "limiter";

    /// <inheritdoc/>
    public string LooksFor => "Sounds that would clip together, so that the limiter reduces them.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.Levels.MostLimited is not var (frame, peak)) yield break;
        var at = show.Order.At(frame);
        yield return new(
            Name, Severity.Audible, [], at.SlideId, $"The mix on slide {at.Number} would peak at {Wording.Peak(peak)}. The limiter is reducing it.",
            LevelMatch.ToEdit(show.Matches.Where(m => m.Changes)) is { } match ? [new Fix("Match all levels", match)] : [])
        { About = $"{peak:0}" };
    }
}
