using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>A slide with a new hold.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="BeforeMs">Its current hold, in milliseconds.</param>
/// <param name="AfterMs">Its new hold, in milliseconds.</param>
/// <param name="Locked">Whether it does not change: it is locked, or follows media.</param>
public sealed record RepacedSlide(string SlideId, int Number, long BeforeMs, long AfterMs, bool Locked)
{
    internal static ValueList<RepacedSlide> All(Show show, IReadOnlyList<SlideTime> slides, long[] holds) =>
        [.. slides.Select((s, k) => new RepacedSlide(s.SlideId, s.Number, show.Slides[s.Index].HoldMs, holds[k], FollowedHolds.Keeps(show, show.Slides[s.Index])))];
}
