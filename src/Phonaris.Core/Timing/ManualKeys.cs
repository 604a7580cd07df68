namespace Phonaris.Core.Timing;

/// <summary>Which key triggers which manual cue.</summary>
public static class ManualKeys
{
    /// <summary>How many cues can be started by a key: 1 to 9.</summary>
    public const int Count = 9;

    /// <summary>Cues in the order of their keys: cues on this slide only come first, then those over several slides; each in the show's order.</summary>
    /// <param name="cues">The manual cues at a place, in the show's order.</param>
    /// <param name="isOverSeveral">Whether a cue covers several slides.</param>
    public static IEnumerable<T> InOrder<T>(IEnumerable<T> cues, Func<T, bool> isOverSeveral) => cues.OrderBy(isOverSeveral);
}
