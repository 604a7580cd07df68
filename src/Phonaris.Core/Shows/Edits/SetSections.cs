namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the sections of the show.</summary>
/// <param name="Sections">All of them; each begins with a slide of its own.</param>
public sealed record SetSections(ValueList<Section> Sections) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(show, Sections);
        return new(show with { Sections = [.. InOrder(show, Sections).Select(s => s with { Name = RenameShow.Validate(s.Name) })] }, new SetSections(show.Sections));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        ArgumentNullException.ThrowIfNull(before);
        if (Sections.FirstOrDefault(s => before.Sections.All(b => b.Id != s.Id)) is { } added) return $"Added section “{added.Name}”";
        if (before.Sections.FirstOrDefault(b => Sections.All(s => s.Id != b.Id)) is { } gone) return $"Removed section “{gone.Name}”";
        return "Changed the sections";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["sections", Edits.Touches.InOrder("sections")];

    /// <summary>Sections in the order of their first slides.</summary>
    internal static IEnumerable<Section> InOrder(Show show, ValueList<Section> sections) => sections.OrderBy(s => show.SlideIndex(s.First));

    /// <summary>Checks sections against the rules of the show.</summary>
    /// <exception cref="RuleException">They break one.</exception>
    internal static void Validate(Show show, ValueList<Section> sections)
    {
        foreach (var section in sections)
        {
            show.Slide(section.First);
            if (section.Name.Length is 0 or > RenameShow.LongestTitle)
                throw new RuleException($"A section needs a name of at most {RenameShow.LongestTitle} characters.", "section");
        }
        if (sections.DistinctBy(s => s.First).Count() != sections.Count) throw new RuleException("A section already starts on that slide.", "section");
        if (sections.DistinctBy(s => s.Id).Count() != sections.Count) throw new RuleException("Two sections have the same id.", "section");
    }
}
