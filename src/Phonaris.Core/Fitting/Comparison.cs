using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>
/// All methods side by side for one cue and one length: those that suit first, the best first and those with an edit that may be heard last; then the others,
/// with what is against them. Where the show ends with it, the best is rather one whose own ending is heard.
/// </summary>
public static class Comparison
{
    /// <summary>What an ending that is broken off counts besides where the show ends with it: more than two edits that are hardly heard.</summary>
    private const double BrokenOff = 0.5;

    /// <summary>Compares the methods, its own by the recipe the cue has.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cue">A cue of it, on slides.</param>
    /// <param name="fitter">Fits what the cue uses of its sound.</param>
    /// <param name="length">The length wanted, in frames.</param>
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
