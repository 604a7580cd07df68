namespace Phonaris.Web.Shows;

/// <summary>A show in the list of shows.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">Its title.</param>
/// <param name="Slides">How many slides are in its running order.</param>
/// <param name="Sounds">How many sounds it has.</param>
/// <param name="RunningTimeFrames">Its running time.</param>
/// <param name="FirstSlide">Its first slide's id, for a picture, or null.</param>
/// <param name="ChangedAt">When it was changed last, in UTC.</param>
/// <param name="Problem">Why it cannot be opened, in a sentence; null where it can.</param>
public sealed record ShowCard(
    string Id, string Title, int Slides, int Sounds, long RunningTimeFrames, string? FirstSlide, DateTime ChangedAt, string? Problem = null);
