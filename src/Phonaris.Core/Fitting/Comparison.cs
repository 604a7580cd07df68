using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>
/// All methods side by side for one sound and one length: those that suit first, the best first and those with a join that may be heard last; then the others,
/// with what is against them.
/// </summary>
public static class Comparison
{
    /// <summary>Compares the methods.</summary>
    /// <param name="fitter">Fits the used part of the sound.</param>
    /// <param name="own">The recipe to try its method by.</param>
    /// <param name="length">The length wanted, in frames.</param>
    /// <param name="from">The first frame of the sound used.</param>
    /// <param name="to">The frame after the last.</param>
    public static ValueList<Compared> Of(Fitter fitter, FitRecipe own, long length, long from, long to)
    {
        ArgumentNullException.ThrowIfNull(fitter);
        ArgumentNullException.ThrowIfNull(own);
        return
        [
            .. Enum.GetValues<FitMethod>()
                .Select(method => Try(fitter, method == own.Method ? own : new(method), length, from, to))
                .OrderBy(c => c.Fitted is null).ThenBy(c => c.Fitted?.Joins.Any(j => j.Heard == JoinHeard.MayBe)).ThenBy(c => c.Fitted?.Cost ?? 0),
        ];
    }

    private static Compared Try(Fitter fitter, FitRecipe recipe, long length, long from, long to)
    {
        try
        {
            var fitted = fitter.Fit(recipe, length);
            var runs = fitted.Cut?.Runs() ?? [new Run(0, from, to)];
            var heard = Heard(runs);
            return new(recipe.Method, recipe, fitted, runs, Math.Max(0, to - from - heard), Math.Max(0, runs.Sum(r => r.ToFrame - r.FromFrame) - heard), fitted.Says);
        }
        catch (RuleException e)
        {
            return new(recipe.Method, recipe, null, [], 0, 0, e.Message);
        }
    }

    /// <summary>How many frames of the sound are heard at least once.</summary>
    private static long Heard(ValueList<Run> runs)
    {
        var (sum, reached) = (0L, long.MinValue);
        foreach (var run in runs.OrderBy(r => r.FromFrame))
        {
            sum += Math.Max(0, run.ToFrame - Math.Max(run.FromFrame, reached));
            reached = Math.Max(reached, run.ToFrame);
        }
        return sum;
    }
}
