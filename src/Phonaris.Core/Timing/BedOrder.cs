using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// Decides which bed plays where several overlap. Beds are ordered by their start, and each replaces the one before it permanently, with a crossfade. Of beds
/// that begin at the same moment, the last in the show's order plays and the others do not. A cue that follows another counts as before the rest.
/// </summary>
internal static class BedOrder
{
    /// <summary>Puts beds in order.</summary>
    /// <param name="beds">The beds that start automatically, each with its own times, in the show's order.</param>
    /// <returns>The beds that play, by their start, and the beds that do not play, each with the one that replaces it.</returns>
    public static (IReadOnlyList<(ScheduledCue Bed, Cue Cue)> Sounding, IReadOnlyList<ScheduledCue> Yielding) Of(IEnumerable<(ScheduledCue Bed, Cue Cue)> beds)
    {
        var (sounding, yielding) = (new List<(ScheduledCue, Cue)>(), new List<ScheduledCue>());
        foreach (var together in beds.GroupBy(b => b.Bed.StartFrame).OrderBy(g => g.Key))
        {
            var inOrder = together.OrderBy(b => b.Cue.Start.Kind != CueStartKind.After).ToList();
            sounding.Add(inOrder[^1]);
            yielding.AddRange(inOrder.SkipLast(1).Select(b => b.Bed with { ReplacedBy = inOrder[^1].Cue.Id }));
        }
        return (sounding, yielding);
    }
}
