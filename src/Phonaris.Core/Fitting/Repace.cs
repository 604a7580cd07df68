using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Changes how long slides stay so that they end with the music: in proportion, locked ones as they are, no voice cut short.</summary>
public static class Repace
{
    /// <summary>The least hold a slide is given, in milliseconds; one that is shorter now stays so.</summary>
    private const long LeastMs = 1_000;

    /// <summary>What is left of a slide after its last step and after a voice on it, in milliseconds.</summary>
    private const long RestMs = 300;

    /// <summary>Works out the holds.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue whose music the slides of its span are to end with.</param>
    /// <param name="piece">What is known of the music; needed for changes on beats or bars.</param>
    /// <param name="on">Where slides may change.</param>
    /// <exception cref="RuleException">It cannot be done; the sentence says why and what would work.</exception>
    public static ValueList<RepacedSlide> Of(Show show, string cueId, Piece? piece, ChangeOn on)
    {
        ArgumentNullException.ThrowIfNull(show);
        var cue = show.Cue(cueId);
        var order = RunningOrder.Of(show);
        var slides = cue.Span is null ? [] : order.Of(show, cue.Span);
        var placed = Schedule.Of(show with { Cues = [.. show.Cues.Select(c => c.Id == cueId ? c with { Fit = null, Muted = false } : c)] }, order);
        if (slides.Count == 0 || placed.Cues.Concat(placed.Silent).FirstOrDefault(c => c.CueId == cueId) is not { } here)
            throw new RuleException("This cue lies on no slide that is shown; lay it on some first.", "cueId");
        // What lies before the music, as where it begins later than its slide, stays.
        var lead = Ms(here.StartFrame - slides[0].StartFrame);
        var total = lead + Ms(cue.OutFrame - cue.InFrame);
        var shares = slides.Select(s => ShareOf(show, placed, s)).ToList();
        if (HoldShares.Of(shares, total) is not { } holds)
        {
            var least = shares.Sum(s => s.LeastMs);
            throw new RuleException(
                total < least
                    ? $"The slides cannot be shorter than {Say.Time(Frames.FromMs(least))} together: voices, steps and locked holds keep them. Unlock some, or re-cut the music."
                    : "The slides cannot be that long: their holds are locked. Unlock some, or re-cut the music.",
                "hold");
        }
        if (on != ChangeOn.Anywhere && piece is not null) holds = Snapped(holds, shares, Moments(piece, cue, on).Select(m => lead + m).ToList());
        return [.. slides.Select((s, k) => new RepacedSlide(s.SlideId, s.Number, show.Slides[s.Index].HoldMs, holds[k], show.Slides[s.Index].HoldLocked))];
    }

    /// <summary>The edit that sets what was worked out.</summary>
    public static SetHolds ToEdit(IEnumerable<RepacedSlide> slides) =>
        new([.. slides.Where(s => s.BeforeMs != s.AfterMs).Select(s => new SlideHold(s.SlideId, s.AfterMs))]);

    private static HoldShares.Share ShareOf(Show show, Schedule schedule, SlideTime time)
    {
        var slide = show.Slides[time.Index];
        if (slide.HoldLocked) return new(slide.HoldMs, slide.HoldMs, slide.HoldMs);
        var least = Math.Min(LeastMs, slide.HoldMs);
        // Steps that are planned, and voices that begin here, are not cut short.
        if (slide.Steps.Count > 1 && slide.Steps.Max(s => s.OffsetMs ?? 0) is > 0 and var last) least = Math.Max(least, last + RestMs);
        foreach (var voice in schedule.Cues.Where(c => c.StartFrame >= time.StartFrame && c.StartFrame < time.EndFrame && show.Sound(c.SoundId).Kind == SoundKind.Voice))
            if (voice.NaturalFrames < Frames.FromMs(Slide.GreatestHoldMs)) least = Math.Max(least, Ms(voice.StartFrame - time.StartFrame + voice.NaturalFrames) + RestMs);
        return new(slide.HoldMs, least, Slide.GreatestHoldMs);
    }

    /// <summary>When slides may change, in milliseconds from where the music begins.</summary>
    private static IEnumerable<long> Moments(Piece piece, Cue cue, ChangeOn on) => piece.Beats
        .Where((b, k) => b > cue.InFrame && b < cue.OutFrame && (on == ChangeOn.Beats || (k - piece.FirstDownbeat) % piece.BeatsPerBar == 0))
        .Select(b => Ms(b - cue.InFrame));

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

/// <summary>A slide with a hold worked out anew.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="BeforeMs">Its hold now, in milliseconds.</param>
/// <param name="AfterMs">Its hold then.</param>
/// <param name="Locked">Whether it is locked.</param>
public sealed record RepacedSlide(string SlideId, int Number, long BeforeMs, long AfterMs, bool Locked);
