namespace Phonaris.Core.Shows;

/// <summary>A named run of slides: from its first slide to the slide before the next section.</summary>
/// <param name="Id">Its id, which never changes.</param>
/// <param name="Name">Its name.</param>
/// <param name="First">The id of its first slide.</param>
/// <param name="WaitingLoop">Whether it loops until the presenter starts the talk.</param>
public sealed record Section(string Id, string Name, string First, bool WaitingLoop);

/// <summary>Which sections cover which slides.</summary>
public static class Sections
{
    /// <summary>The section a slide is in, or null before the first.</summary>
    public static Section? SectionOf(this Show show, string slideId)
    {
        ArgumentNullException.ThrowIfNull(show);
        var at = show.SlideIndex(slideId);
        return show.Sections.LastOrDefault(s => show.SlideIndex(s.First) <= at);
    }

    /// <summary>The ids of a section's slides, in running order.</summary>
    public static IReadOnlyList<string> SlidesOf(this Show show, Section section)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(section);
        var next = show.Sections.FindIndex(s => s.Id == section.Id) + 1;
        var (from, to) = (show.SlideIndex(section.First), next < show.Sections.Count ? show.SlideIndex(show.Sections[next].First) : show.Slides.Count);
        return [.. show.Slides.Skip(from).Take(to - from).Select(s => s.Id)];
    }

    /// <summary>Whether a show is a single waiting loop from its first slide to its last.</summary>
    public static bool Loops(this Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.Sections is [{ WaitingLoop: true } all] && show.SlidesOf(all).Count == show.Slides.Count;
    }

    /// <summary>
    /// The sections after slides were deleted or moved. Each begins with the first of its slides that stayed, or moves with its slides when all of them
    /// were moved. A section without slides is removed.
    /// </summary>
    /// <param name="before">The show before.</param>
    /// <param name="slides">The slides after.</param>
    /// <param name="moved">The slides that were moved.</param>
    internal static ValueList<Section> Follow(Show before, ValueList<Slide> slides, IReadOnlySet<string> moved)
    {
        var places = slides.Select((s, i) => (s.Id, i)).ToDictionary(p => p.Id, p => p.i);
        return [.. before.Sections
            .Select(section =>
            {
                var own = before.SlidesOf(section).Where(places.ContainsKey).ToList();
                var stayed = own.Where(id => !moved.Contains(id)).ToList();
                var first = (stayed.Count > 0 ? stayed : own).MinBy(id => places[id]);
                return first is null ? null : section with { First = first };
            })
            .OfType<Section>()
            .OrderBy(s => places[s.First])];
    }
}
