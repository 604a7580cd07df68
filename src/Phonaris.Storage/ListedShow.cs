using Phonaris.Core.Timing;

namespace Phonaris.Storage;

/// <summary>A show in the list of shows.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">Its title.</param>
/// <param name="ChangedAt">When it was last changed, in UTC.</param>
/// <param name="Slides">The number of slides in its running order.</param>
/// <param name="Sounds">The number of sounds.</param>
/// <param name="RunningTimeFrames">Its running time, in frames.</param>
/// <param name="FirstSlide">The id of its first slide, for a picture; null for none.</param>
/// <param name="Problem">Why it cannot be opened, as a sentence; null when it can.</param>
public sealed record ListedShow(
    string Id, string Title, DateTime ChangedAt, int Slides = 0, int Sounds = 0, long RunningTimeFrames = 0, string? FirstSlide = null, string? Problem = null)
{
    /// <summary>A show as an item of the list.</summary>
    public static ListedShow Of(StoredShow stored)
    {
        ArgumentNullException.ThrowIfNull(stored);
        var order = RunningOrder.Of(stored.Show);
        return new(
            stored.Id, stored.Show.Title, stored.ChangedAt, order.Slides.Count, stored.Show.Sounds.Count, order.TotalFrames,
            order.Slides.Count > 0 ? order.Slides[0].SlideId : null);
    }
}
