using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Changes the holds of slides so that they end with the music: in proportion, with locked holds unchanged and no voice cut.</summary>
public static class Repace
{
    /// <summary>Computes the holds.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue with which the slides of its span should end.</param>
    /// <param name="piece">The analysis of the music; needed for changes on beats or bars.</param>
    /// <param name="on">Where slides may change.</param>
    /// <param name="limits">The limits of the holds.</param>
    /// <exception cref="RuleException">It is not possible; the message says why and what would work.</exception>
    public static ValueList<RepacedSlide> Of(Show show, string cueId, Piece? piece, ChangeOn on, HoldLimits limits)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(limits);
        var cue = show.Cue(cueId);
        var order = RunningOrder.Of(show);
        var slides = cue.Span is null ? [] : order.Of(show, cue.Span);
        var placed = Schedule.Of(show with { Cues = [.. show.Cues.Select(c => c.Id == cueId ? c with { Fit = null, Muted = false } : c)] }, order);
        if (slides.Count == 0 || placed.Cues.Concat(placed.Silent).FirstOrDefault(c => c.CueId == cueId) is not { } here)
            throw new RuleException("All slides of this cue are hidden. Place it on others first.", "cueId");
        // What comes before the music, if it starts later than its slide, does not change.
        var lead = Ms(here.StartFrame - slides[0].StartFrame);
        // Its length at its speed, rounded up to the millisecond, so that its end is heard.
        var total = lead + Ms((here.Rounds == Cue.FillSpan ? here.UsedFrames : here.NaturalFrames) + Frames.PerMs - 1);
        var shares = limits.SharesOf(show, placed, slides, s => s.HoldMs);
        var holds = HoldShares.Of(shares, total) ?? throw HoldLimits.Refused(shares, total);
        if (on != ChangeOn.Anywhere && piece is not null) holds = Snapped(holds, shares, Moments(piece, cue, here.Source, on).Select(m => lead + m).ToList());
        return RepacedSlide.All(show, slides, holds);
    }

    /// <summary>The edit that sets the holds.</summary>
    public static SetHolds ToEdit(IEnumerable<RepacedSlide> slides) =>
        new([.. slides.Where(s => s.BeforeMs != s.AfterMs).Select(s => new SlideHold(s.SlideId, s.AfterMs))]);

    /// <summary>The times at which slides may change, in milliseconds from the start of the music.</summary>
    private static IEnumerable<long> Moments(Piece piece, Cue cue, SoundSource source, ChangeOn on) => piece.Beats
        .Where((b, k) => b > cue.InFrame && b < cue.OutFrame && (on == ChangeOn.Beats || (k - piece.FirstDownbeat) % piece.BeatsPerBar == 0))
        .Select(b => Ms(source.Frame(b) - source.Frame(cue.InFrame)));

    /// <summary>Moves each change to the nearest allowed time that keeps every slide within its limits; a change without one stays. The end stays.</summary>
    private static long[] Snapped(long[] holds, List<HoldShares.Share> shares, List<long> moments)
    {
        var snapped = holds.ToArray();
        for (var k = 0; k + 1 < snapped.Length; k++)
        {
            if (shares[k].LeastMs == shares[k].GreatestMs) continue;
            var start = snapped.Take(k).Sum();
            var (wanted, next) = (start + snapped[k], snapped[k] + snapped[k + 1]);
            var fits = moments.Where(m => Fits(shares[k], m - start) && Fits(shares[k + 1], start + next - m)).ToList();
            if (fits.Count == 0) continue;
            var best = fits.MinBy(m => Math.Abs(m - wanted));
            (snapped[k], snapped[k + 1]) = (best - start, start + next - best);
        }
        return snapped;
    }

    private static bool Fits(HoldShares.Share share, long ms) => ms >= share.LeastMs && ms <= share.GreatestMs;

    private static long Ms(long frames) => frames / Frames.PerMs;
}

/// <summary>Where slides may change when they are re-paced.</summary>
public enum ChangeOn
{
    /// <summary>Anywhere.</summary>
    Anywhere,

    /// <summary>On beats of the music.</summary>
    Beats,

    /// <summary>On bars of the music.</summary>
    Bars,
}
