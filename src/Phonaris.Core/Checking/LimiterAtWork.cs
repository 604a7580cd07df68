using Phonaris.Core.Levels;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>The limiter at work.</summary>
public sealed class LimiterAtWork : ICheck
{
    /// <inheritdoc/>
    public string Name => "limiter";

    /// <inheritdoc/>
    public string LooksFor => "Sounds that come to more together than can be played, so that the limiter has to hold them down.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.Levels.Limited is not [var first, ..]) yield break;
        var at = show.Order.At(first.FromFrame);
        yield return new(
            Name, Gravity.Heard, [], at.SlideId, $"On slide {at.Number} all together would peak at {Say.Peak(show.Levels.Peaks.SumPeakDbtp ?? 0)}: the limiter holds it down.",
            LevelMatch.ToEdit(show.Matches.Where(m => m.Changes)) is { } match ? [new Remedy("Match all levels", match)] : [])
        { About = $"{show.Levels.Peaks.SumPeakDbtp:0}" };
    }
}
