using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A show with its times, computed once for drawing, checking, explaining and printing.</summary>
public sealed class TimedShow
{
    private TimedShow(Show show, RunningOrder order, CuePlaces places) => (Show, Order, Places, Schedule) = (show, order, places, Schedule.Of(show, order, places));

    /// <summary>The show.</summary>
    public Show Show { get; }

    /// <summary>Its running order.</summary>
    public RunningOrder Order { get; }

    /// <summary>Its schedule.</summary>
    public Schedule Schedule { get; }

    /// <summary>What can be triggered manually and is then heard or seen.</summary>
    public IEnumerable<ScheduledCue> Manual => Schedule.Silent.Where(c => c.ByHand && Show.Cue(c.CueId).IsNoticed);

    /// <summary>The times of each cue on its own.</summary>
    internal CuePlaces Places { get; }

    /// <summary>The times of a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="listened">The analysis of its sounds.</param>
    public static TimedShow Of(Show show, Listened? listened = null)
    {
        var order = RunningOrder.Of(show);
        return new(show, order, new(show, order, listened ?? Listened.Nothing));
    }
}
