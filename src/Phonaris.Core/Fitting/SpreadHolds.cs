using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Shares a running time out among the slides: locked ones as they are, no voice cut short.</summary>
public static class SpreadHolds
{
    /// <summary>What a slide takes at the least to be looked at, in milliseconds.</summary>
    private const double LookMs = 3_000;

    /// <summary>How long a word takes: read at 200 words a minute, spoken at 130.</summary>
    private const double ReadMs = 60_000.0 / 200, SpokenMs = 60_000.0 / 130;

    private static readonly char[] Spaces = [' ', '\n', '\r', '\t'];

    /// <summary>Works out the holds.</summary>
    /// <param name="show">The show.</param>
    /// <param name="totalMs">The running time wanted, in milliseconds.</param>
    /// <param name="by">What decides how much each slide gets.</param>
    /// <param name="limits">How long slides may stay.</param>
    /// <exception cref="RuleException">It cannot be done; the sentence says why and what would work.</exception>
    public static ValueList<RepacedSlide> Of(Show show, long totalMs, SpreadBy by, HoldLimits limits)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(limits);
        var order = RunningOrder.Of(show);
        if (order.Slides.Count == 0) throw new RuleException("This show has no slides yet. Add a deck first.", "hold");
        var schedule = Schedule.Of(show, order);
        var shares = limits.SharesOf(show, schedule, order.Slides, s => Weight(s, by));
        var holds = HoldShares.Of(shares, totalMs) ?? throw HoldLimits.Refused(shares, totalMs);
        return RepacedSlide.All(show, order.Slides, holds);
    }

    private static double Weight(Slide slide, SpreadBy by) => by switch
    {
        SpreadBy.Text => LookMs + ReadMs * Words(slide.Text) + SpokenMs * Words(slide.Notes),
        SpreadBy.Holds => slide.HoldMs,
        _ => 1,
    };

    private static int Words(string text) => text.Split(Spaces, StringSplitOptions.RemoveEmptyEntries).Length;
}

/// <summary>What decides how much of a time each slide gets.</summary>
public enum SpreadBy
{
    /// <summary>All the same.</summary>
    Evenly,

    /// <summary>How long what is written on it takes to read, and its notes to speak.</summary>
    Text,

    /// <summary>In proportion to what it has.</summary>
    Holds,
}
