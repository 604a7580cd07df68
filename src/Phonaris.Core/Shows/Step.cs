namespace Phonaris.Core.Shows;

/// <summary>A reveal on a slide.</summary>
/// <param name="Id">Its id, which never changes.</param>
/// <param name="Label">A description of what appears; may be empty.</param>
/// <param name="OffsetMs">Its time in milliseconds from the slide's beginning; null for an even share of the hold.</param>
/// <param name="Picture">The picture from this step on; null for no change.</param>
public sealed record Step(string Id, string Label, long? OffsetMs, PictureSource? Picture)
{
    /// <summary>The most steps a slide can have.</summary>
    public const int Most = 100;

    /// <summary>The steps of a slide without reveals.</summary>
    /// <param name="slideId">The slide.</param>
    public static ValueList<Step> Whole(string slideId) => [new($"{slideId}-1", "", 0, null)];
}
