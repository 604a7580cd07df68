using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Fitting;

/// <summary>A method for each bed of a show at once.</summary>
public static class FitAll
{
    /// <summary>A bed that differs from its slides by less than this, in frames, needs no fitting: a tenth of a second.</summary>
    private const long Near = Timing.Frames.PerSecond / 10;

    /// <summary>Proposes a method for each bed that has a time and is not fitted: the best that suits; none where none does.</summary>
    /// <param name="show">The show.</param>
    /// <param name="compare">Compares the methods for a cue and a length in frames.</param>
    /// <param name="lengthOf">How long a cue can sound, in frames; 0 where it has no time.</param>
    public static ValueList<Proposed> Of(Show show, Func<Cue, long, ValueList<Compared>> compare, Func<string, long> lengthOf)
    {
        ArgumentNullException.ThrowIfNull(show);
        var proposed = new List<Proposed>();
        foreach (var cue in show.Cues.Where(c => c.Span is not null && c.Fit is null && !c.EachSlide && show.Sound(c.SoundId).Kind == SoundKind.Bed))
        {
            var length = lengthOf(cue.Id);
            if (length == 0 || Math.Abs(length - (cue.OutFrame - cue.InFrame)) < Near) continue;
            var best = compare(cue, length)[0];
            proposed.Add(new(cue.Id, length, best.Fitted is null ? null : best.Method, best.Says));
        }
        return proposed.ToValueList();
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
