using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Distributes a running time over the slides: locked holds do not change, and no voice is cut.</summary>
public static class SpreadHolds
{
    /// <summary>The shortest time a slide should be visible, in milliseconds.</summary>
    private const double LookMs = 3_000;

    /// <summary>The time per word: 200 words per minute read, 130 spoken.</summary>
    private const double ReadMs = 60_000.0 / 200, SpokenMs = 60_000.0 / 130;

    private static readonly char[] Spaces = [' ', '\n', '\r', '\t'];

    /// <summary>Computes the holds.</summary>
    /// <param name="show">The show.</param>
    /// <param name="totalMs">The running time, in milliseconds.</param>
    /// <param name="by">The proportion of the slides.</param>
    /// <param name="limits">The limits of the holds.</param>
    /// <exception cref="RuleException">It is not possible; the message says why and what would work.</exception>
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

/// <summary>The proportion of the slides.</summary>
public enum SpreadBy
{
    /// <summary>All equal.</summary>
    Evenly,

    /// <summary>By the time to read its text and to speak its notes.</summary>
    Text,

    /// <summary>As now.</summary>
    Holds,
}
