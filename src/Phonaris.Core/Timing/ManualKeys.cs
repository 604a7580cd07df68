namespace Phonaris.Core.Timing;

/// <summary>Which key starts which of the cues that are triggered manually.</summary>
public static class ManualKeys
{
    /// <summary>How many cues can be started by a key: 1 to 9.</summary>
    public const int Count = 9;

    /// <summary>Cues in the order of their keys: those of one slide before those that lie over several, each in the show's order.</summary>
    /// <param name="cues">The manual cues at a place, in the show's order.</param>
    /// <param name="isOverSeveral">Whether one lies over several slides.</param>
    public static IEnumerable<T> InOrder<T>(IEnumerable<T> cues, Func<T, bool> isOverSeveral) => cues.OrderBy(isOverSeveral);
}
