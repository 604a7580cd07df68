using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// The one rule of which bed sounds where several lie together: in the order they begin, each follows with a crossfade the one before it permanently. Of those
/// that begin at the same moment the last in the show's order sounds, and the others do not; one that waits for another to end is replaced first.
/// </summary>
internal static class BedOrder
{
    /// <summary>Puts beds in order.</summary>
    /// <param name="beds">The beds that begin by themselves, each as it would lie by itself, in the show's order.</param>
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
