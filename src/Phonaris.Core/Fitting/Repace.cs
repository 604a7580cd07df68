using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Changes how long slides stay so that they end with the music: in proportion, locked ones as they are, no voice cut short.</summary>
public static class Repace
{
    /// <summary>Works out the holds.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue whose music the slides of its span are to end with.</param>
    /// <param name="piece">What is known of the music; needed for changes on beats or bars.</param>
    /// <param name="on">Where slides may change.</param>
    /// <param name="limits">How long slides may stay.</param>
    /// <exception cref="RuleException">It cannot be done; the sentence says why and what would work.</exception>
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
        // What lies before the music, as where it begins later than its slide, stays.
        var lead = Ms(here.StartFrame - slides[0].StartFrame);
        // As long as it is at its speed; to the millisecond upwards, so that its end is heard.
        var total = lead + Ms((here.Rounds == Cue.FillSpan ? here.UsedFrames : here.NaturalFrames) + Frames.PerMs - 1);
        var shares = limits.SharesOf(show, placed, slides, s => s.HoldMs);
        var holds = HoldShares.Of(shares, total) ?? throw HoldLimits.Refused(shares, total);
        if (on != ChangeOn.Anywhere && piece is not null) holds = Snapped(holds, shares, Moments(piece, cue, here.Source, on).Select(m => lead + m).ToList());
        return RepacedSlide.All(show, slides, holds);
    }

    /// <summary>The edit that sets what was worked out.</summary>
    public static SetHolds ToEdit(IEnumerable<RepacedSlide> slides) =>
        new([.. slides.Where(s => s.BeforeMs != s.AfterMs).Select(s => new SlideHold(s.SlideId, s.AfterMs))]);

    /// <summary>When slides may change, in milliseconds from where the music begins.</summary>
    private static IEnumerable<long> Moments(Piece piece, Cue cue, SoundSource source, ChangeOn on) => piece.Beats
        .Where((b, k) => b > cue.InFrame && b < cue.OutFrame && (on == ChangeOn.Beats || (k - piece.FirstDownbeat) % piece.BeatsPerBar == 0))
        .Select(b => Ms(source.Frame(b) - source.Frame(cue.InFrame)));

    /// <summary>Moves each change to the nearest moment that keeps every slide within its bounds; one that finds none stays. The end stays.</summary>
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

    /// <summary>Where bars of the music begin.</summary>
    Bars,
}
