using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>A running time that misses its target.</summary>
public sealed class MissedTarget : ICheck
{
    /// <summary>The tolerance in milliseconds.</summary>
    private const long SlackMs = 500;

    /// <inheritdoc/>
    public string Name => "missed-aim";

    /// <inheritdoc/>
    public string LooksFor => "A running time that misses its target.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.Show.TargetMs is not { } aim || show.Order.Slides.Count == 0) yield break;
        var ms = show.Order.TotalFrames / Frames.PerMs;
        if (Math.Abs(ms - aim) <= SlackMs) yield break;
        var (runs, wanted) = (Wording.Time(show.Order.TotalFrames), Wording.Time(Frames.FromMs(aim)));
        yield return new(
            Name, Severity.Audible, [], null, $"The show runs {runs}, {Wording.Seconds(Math.Abs(ms - aim))} {(ms > aim ? "over" : "under")} its target of {wanted}.",
            [.. Shared(show.Show, aim, wanted), .. ms is >= SetTarget.LeastMs and <= SetTarget.GreatestMs ? [new Fix($"Set the target to {runs}", new SetTarget(ms))] : (Fix[])[]])
        { About = $"{ms} {aim}" };
    }

    private static IEnumerable<Fix> Shared(Show show, long aim, string wanted)
    {
        try
        {
            return [new($"Distribute {wanted} across the slides", Repace.ToEdit(SpreadHolds.Of(show, aim, SpreadBy.Holds, HoldLimits.Usual)))];
        }
        catch (RuleException)
        {
            return [];
        }
    }
}
