using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>A slide with a hold worked out again.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="BeforeMs">Its hold now, in milliseconds.</param>
/// <param name="AfterMs">Its hold then.</param>
/// <param name="Locked">Whether it stays as it is: locked, or following what plays on it.</param>
public sealed record RepacedSlide(string SlideId, int Number, long BeforeMs, long AfterMs, bool Locked)
{
    internal static ValueList<RepacedSlide> All(Show show, IReadOnlyList<SlideTime> slides, long[] holds) =>
        [.. slides.Select((s, k) => new RepacedSlide(s.SlideId, s.Number, show.Slides[s.Index].HoldMs, holds[k], FollowedHolds.Keeps(show, show.Slides[s.Index])))];
}
