namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the sections of the show.</summary>
/// <param name="Sections">All of them; each begins with a slide of its own.</param>
public sealed record SetSections(ValueList<Section> Sections) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        foreach (var section in Sections)
        {
            show.Slide(section.First);
            if (section.Name.Length is 0 or > RenameShow.LongestTitle)
                throw new RuleException($"A section has a name, of at most {RenameShow.LongestTitle} characters.", "section");
        }
        if (Sections.DistinctBy(s => s.First).Count() != Sections.Count) throw new RuleException("A section begins on that slide already.", "section");
        if (Sections.DistinctBy(s => s.Id).Count() != Sections.Count) throw new RuleException("Two sections are the same.", "section");
        return new(show with { Sections = [.. Sections.OrderBy(s => show.SlideIndex(s.First))] }, new SetSections(show.Sections));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        ArgumentNullException.ThrowIfNull(before);
        if (Sections.FirstOrDefault(s => before.Sections.All(b => b.Id != s.Id)) is { } added) return $"Began the section “{added.Name}”";
        if (before.Sections.FirstOrDefault(b => Sections.All(s => s.Id != b.Id)) is { } gone) return $"Ended the section “{gone.Name}”";
        return "Sections changed";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => ["sections"];
}
