using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Fits all beds of a show at once.</summary>
public static class FitAll
{
    /// <summary>The tolerance, in frames, within which a bed needs no fitting: a tenth of a second.</summary>
    private const long Near = Values.Frames.PerSecond / 10;

    /// <summary>The unfitted beds whose length differs from that of their slides, with the target length of each in frames.</summary>
    public static IEnumerable<(Cue Cue, long LengthFrames)> Unfitted(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return Timing.Schedule
            .LengthsFor(show, show.Cues.Where(c => c.Span is not null && c is { Fit: null, EachSlide: false, Start.Kind: not CueStartKind.End } && show.Sound(c.SoundId).Kind == SoundKind.Bed))
            .Where(c => c.Frames > 0 && Math.Abs(c.Frames - (long)((c.Cue.OutFrame - c.Cue.InFrame) / c.Cue.Speed)) >= Near);
    }

    /// <summary>Proposes the best suitable method for a bed, or none.</summary>
    /// <param name="cue">The bed.</param>
    /// <param name="lengthFrames">The target length, in frames.</param>
    /// <param name="compared">The methods compared, the best first.</param>
    public static Proposed Propose(Cue cue, long lengthFrames, ValueList<Compared> compared)
    {
        ArgumentNullException.ThrowIfNull(cue);
        ArgumentNullException.ThrowIfNull(compared);
        var best = compared[0];
        return new(cue.Id, lengthFrames, best.Fitted is null ? null : best.Method, best.Says, best.Fitted?.EditPoints.Count ?? 0, best.Fitted?.EditPoints.Max(j => (Audibility?)j.Heard), best.Fitted?.EndsNaturally ?? false);
    }

    /// <summary>A summary of the proposals, as a sentence.</summary>
    public static string Says(IReadOnlyCollection<Proposed> proposed)
    {
        ArgumentNullException.ThrowIfNull(proposed);
        var fitted = proposed.Where(p => p.Method is not null).ToList();
        if (fitted.Count == 0) return proposed.Count == 0 ? "Every bed already fits its slides." : "No bed can be fitted. Change its slides or its sound first.";
        var (edits, own) = (fitted.Sum(p => p.EditPoints), fitted.Count(p => p.EndsNaturally));
        var left = proposed.Count - fitted.Count;
        return $"{(fitted.Count == 1 ? "1 bed will be" : $"{fitted.Count} beds will be")} exactly as long as {(fitted.Count == 1 ? "its" : "their")} slides. "
            + (own == fitted.Count ? own == 1 ? "It keeps its own ending. " : "All keep their own endings. " : own == 0 ? "" : own == 1 ? "1 keeps its own ending. " : $"{own} keep their own endings. ")
            + (edits == 0 ? "No edits needed." : $"{(edits == 1 ? "1 edit" : $"{edits} edits, at worst")} {(fitted.Max(p => p.Worst) ?? Audibility.Not).InWords()}.")
            + (left == 0 ? "" : left == 1 ? " 1 bed stays unchanged." : $" {left} beds stay unchanged.");
    }

    /// <summary>All proposals as one edit with one undo; null for none.</summary>
    public static Several? ToEdit(IEnumerable<Proposed> proposed)
    {
        var edits = proposed.Where(p => p.Method is not null).Select(p => (Edit)new SetFit(p.CueId, new(p.Method!.Value))).ToList();
        return edits.Count == 0 ? null : new(edits.ToValueList(), edits.Count == 1 ? "Fitted 1 bed" : $"Fitted {edits.Count} beds");
    }
}

/// <summary>A method proposed for a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="LengthFrames">The target length, in frames.</param>
/// <param name="Method">The method; null if none is suitable.</param>
/// <param name="Says">A description of the result, or why no method is suitable.</param>
/// <param name="EditPoints">The number of edits.</param>
/// <param name="Worst">The audibility of the most audible edit; null for none.</param>
/// <param name="EndsNaturally">Whether the music's own ending is kept.</param>
public sealed record Proposed(string CueId, long LengthFrames, FitMethod? Method, string Says, int EditPoints, Audibility? Worst, bool EndsNaturally);
