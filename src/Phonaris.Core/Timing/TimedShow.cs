using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A show with its times, worked out once for whoever draws, checks, explains or prints it.</summary>
/// <param name="Show">The show.</param>
/// <param name="Order">Its running order.</param>
/// <param name="Schedule">Its schedule.</param>
public sealed record TimedShow(Show Show, RunningOrder Order, Schedule Schedule)
{
    /// <summary>The times of a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="fit">Works out what recipes come to; null where nothing is known of the music: fitted cues sound as they are then.</param>
    public static TimedShow Of(Show show, FitOf? fit = null)
    {
        var order = RunningOrder.Of(show);
        return new(show, order, Schedule.Of(show, order, fit));
    }
}
