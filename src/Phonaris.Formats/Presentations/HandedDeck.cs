using Phonaris.Core.Shows;

namespace Phonaris.Formats.Presentations;

/// <summary>A deck with its sounds, to be written as a presentation file.</summary>
/// <param name="Slides">All its slides in order, hidden ones too.</param>
/// <param name="Sections">The names of its sections, by the position of their first slide.</param>
/// <param name="ByHand">Whether somebody moves it on; else it moves on by the clock.</param>
/// <param name="Loops">Whether it begins again at its end.</param>
/// <param name="Sign">The file of the sign that stands beside the slide for a sound that needs no place on it.</param>
public sealed record HandedDeck(IReadOnlyList<HandedSlide> Slides, IReadOnlyList<(int First, string Name)> Sections, bool ByHand, bool Loops, string Sign);

/// <summary>A slide of it.</summary>
/// <param name="Slide">The slide of the show.</param>
/// <param name="StepsMs">When its steps come, in milliseconds from its beginning; the first is 0.</param>
/// <param name="Pictures">The files of its pictures, and with which of its steps each comes, from 0; for a slide of a presentation file they stand in where it cannot be kept.</param>
/// <param name="Sounds">The sounds that begin on it.</param>
public sealed record HandedSlide(Slide Slide, IReadOnlyList<long> StepsMs, Func<CancellationToken, Task<IReadOnlyList<(int Step, string Path)>>> Pictures, IReadOnlyList<HandedSound> Sounds)
{
    /// <summary>The videos on it, the lowest first.</summary>
    public IReadOnlyList<HandedVideo> Videos { get; init; } = [];
}

/// <summary>A sound that begins on a slide.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Description">Its text alternative.</param>
/// <param name="Path">The file of its samples, with level and fades in them.</param>
/// <param name="LengthMs">How long that is, in milliseconds.</param>
/// <param name="Across">Across how many slides of the file it goes on, the first counted.</param>
/// <param name="Loops">Whether it loops.</param>
/// <param name="Step">The step it begins with, from 0 for the slide's own coming; null where it waits for a click on its place.</param>
/// <param name="DelayMs">How much later, in milliseconds.</param>
/// <param name="Place">The place that is clicked; null for one that needs none.</param>
public sealed record HandedSound(string Name, string Description, string Path, long LengthMs, int Across, bool Loops, int? Step, long DelayMs, HandedPlace? Place);

/// <summary>A place on a slide that is clicked.</summary>
/// <param name="Spot">Where.</param>
/// <param name="Path">The file of its picture.</param>
public sealed record HandedPlace(Hotspot Spot, string Path);
