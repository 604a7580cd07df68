using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Compares all methods for a cue and a length: suitable methods first, the best first and those with an audible edit last; then the others
/// with their reasons. At the end of the show, a method that keeps the music's own ending is preferred.
/// </summary>
public static class Comparison
{
    /// <summary>The cost of a missing ending at the end of the show: more than that of two barely audible edits.</summary>
    private const double BrokenOff = 0.5;

    /// <summary>Compares the methods. The cue's own method uses its recipe.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cue">A cue of the show, on slides.</param>
    /// <param name="fitter">Fits the used part of the cue's sound.</param>
    /// <param name="length">The target length, in frames.</param>
    public static ValueList<Compared> Of(Show show, Cue cue, Fitter fitter, long length)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(cue);
        ArgumentNullException.ThrowIfNull(fitter);
        var own = cue.Fit ?? new(FitMethod.Recut);
        var closes = cue.Span is { } span && show.Slides.Skip(show.SlideIndex(span.Last) + 1).All(s => s.Hidden);
        return
        [
            .. Enum.GetValues<FitMethod>()
                .Select(method => Try(fitter, method == own.Method ? own : new(method), length, cue.InFrame, cue.OutFrame))
                .OrderBy(c => c.Fitted is null).ThenBy(c => c.Fitted?.EditPoints.Any(j => j.Heard == Audibility.MayBe))
                .ThenBy(c => (c.Fitted?.Cost ?? 0) + (closes && c.Fitted is { EndsNaturally: false } ? BrokenOff : 0)),
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

    /// <summary>The number of frames of the sound that are played at least once.</summary>
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
