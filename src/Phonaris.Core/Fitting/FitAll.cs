using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Fitting;

/// <summary>A method for each bed of a show at once.</summary>
public static class FitAll
{
    /// <summary>A bed that differs from its slides by less than this, in frames, needs no fitting: a tenth of a second.</summary>
    private const long Near = Timing.Frames.PerSecond / 10;

    /// <summary>The beds that have a time, are not fitted, and are not as long as their slides; with the length each would be fitted to, in frames.</summary>
    public static IEnumerable<(Cue Cue, long LengthFrames)> Unfitted(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.Cues
            .Where(c => c.Span is not null && c.Fit is null && !c.EachSlide && show.Sound(c.SoundId).Kind == SoundKind.Bed)
            .Select(c => (Cue: c, LengthFrames: Timing.Schedule.LengthFor(show, c.Id)))
            .Where(c => c.LengthFrames > 0 && Math.Abs(c.LengthFrames - (c.Cue.OutFrame - c.Cue.InFrame)) >= Near);
    }

    /// <summary>Proposes for a bed the best method that suits; none where none does.</summary>
    /// <param name="cue">The bed.</param>
    /// <param name="lengthFrames">The length it would be fitted to.</param>
    /// <param name="compared">The methods compared, the best first.</param>
    public static Proposed Propose(Cue cue, long lengthFrames, ValueList<Compared> compared)
    {
        ArgumentNullException.ThrowIfNull(cue);
        ArgumentNullException.ThrowIfNull(compared);
        var best = compared[0];
        return new(cue.Id, lengthFrames, best.Fitted is null ? null : best.Method, best.Says);
    }

    /// <summary>All that is proposed as one edit, which one undo takes back; null where nothing is.</summary>
    public static Several? ToEdit(IEnumerable<Proposed> proposed)
    {
        var edits = proposed.Where(p => p.Method is not null).Select(p => (Edit)new SetFit(p.CueId, new(p.Method!.Value))).ToList();
        return edits.Count == 0 ? null : new(edits.ToValueList(), edits.Count == 1 ? "Fitted a bed" : $"Fitted {edits.Count} beds");
    }
}

/// <summary>A method proposed for a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="LengthFrames">The length it would be fitted to.</param>
/// <param name="Method">The method; null where none suits.</param>
/// <param name="Says">What to know about it, or why none suits.</param>
public sealed record Proposed(string CueId, long LengthFrames, FitMethod? Method, string Says);
