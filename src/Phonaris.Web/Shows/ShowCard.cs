namespace Phonaris.Web.Shows;

/// <summary>A show in the list of shows.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">Its title.</param>
/// <param name="Slides">The number of slides in its running order.</param>
/// <param name="Sounds">The number of sounds.</param>
/// <param name="RunningTimeFrames">Its running time.</param>
/// <param name="FirstSlide">Its first slide's id, for a picture, or null.</param>
/// <param name="ChangedAt">When it was last changed, in UTC.</param>
/// <param name="Problem">Why it cannot be opened, as a sentence; null when it can.</param>
public sealed record ShowCard(
    string Id, string Title, int Slides, int Sounds, long RunningTimeFrames, string? FirstSlide, DateTime ChangedAt, string? Problem = null);
