using Phonaris.Core.Shows;

namespace Phonaris.Formats.Presentations;

/// <summary>A deck with its sounds, to be written as a presentation file.</summary>
/// <param name="Slides">All slides in order, including hidden ones.</param>
/// <param name="Sections">The names of its sections, by the index of their first slide.</param>
/// <param name="ByHand">Whether a presenter advances it; otherwise it advances by the clock.</param>
/// <param name="Loops">Whether it restarts after its end.</param>
/// <param name="Sign">The picture of the icon beside the slide for a sound without a hotspot.</param>
public sealed record PresentationDeck(IReadOnlyList<PresentationSlide> Slides, IReadOnlyList<(int First, string Name)> Sections, bool ByHand, bool Loops, string Sign);

/// <summary>A slide of the presentation.</summary>
/// <param name="Slide">The slide of the show.</param>
/// <param name="StepsMs">The times of its steps, in milliseconds from its beginning; the first is 0.</param>
/// <param name="Pictures">Its picture files, each with the step with which it appears, from 0. For a slide of a presentation file they replace it if it cannot be kept.</param>
/// <param name="Sounds">The sounds that start on it.</param>
public sealed record PresentationSlide(Slide Slide, IReadOnlyList<long> StepsMs, Func<CancellationToken, Task<IReadOnlyList<(int Step, string Path)>>> Pictures, IReadOnlyList<PresentationSound> Sounds)
{
    /// <summary>The videos on it, from back to front.</summary>
    public IReadOnlyList<PresentationVideo> Videos { get; init; } = [];
}

/// <summary>A sound that starts on a slide.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Description">Its text alternative.</param>
/// <param name="Path">Its sound file, with level and fades applied.</param>
/// <param name="LengthMs">Its length in milliseconds.</param>
/// <param name="Across">The number of slides it plays on, including the first.</param>
/// <param name="Loops">Whether it loops.</param>
/// <param name="Step">The step with which it starts, from 0 for the slide itself; null if a click on its hotspot starts it.</param>
/// <param name="DelayMs">The delay, in milliseconds.</param>
/// <param name="Place">The hotspot; null for none.</param>
public sealed record PresentationSound(string Name, string Description, string Path, long LengthMs, int Across, bool Loops, int? Step, long DelayMs, PresentationPlace? Place);

/// <summary>A hotspot on a slide.</summary>
/// <param name="Spot">Its position.</param>
/// <param name="Path">Its picture file.</param>
public sealed record PresentationPlace(Hotspot Spot, string Path);
