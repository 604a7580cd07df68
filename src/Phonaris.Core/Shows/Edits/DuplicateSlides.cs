namespace Phonaris.Core.Shows.Edits;

/// <summary>Adds copies of slides after the last of them. A span that covers the slides on both sides also covers the copies.</summary>
/// <param name="Copies">The slides in running order, each with the id of its copy.</param>
public sealed record DuplicateSlides(ValueList<SlideCopy> Copies) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Copies.Count == 0) throw new RuleException("There are no slides to duplicate.", "slides");
        var index = Copies.Max(c => show.SlideIndex(show.Slide(c.Of).Id)) + 1;
        return new AddSlides([.. Copies.Select(c => Copy(show.Slide(c.Of), c.Id))], index).Apply(show);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        Copies.Count == 1 ? $"Duplicated “{before.Slide(Copies[0].Of).Title}”" : $"Duplicated {Copies.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Copies.SelectMany(c => (string[])[$"slide:{c.Of}", $"slide:{c.Id}"]).Prepend(Edits.Touches.Order);

    private static Slide Copy(Slide slide, string id) =>
        slide with { Id = id, Steps = [.. slide.Steps.Select((s, i) => s with { Id = $"{id}-{i + 1}" })] };
}

/// <summary>A slide and the id of its copy.</summary>
public sealed record SlideCopy(string Of, string Id);
