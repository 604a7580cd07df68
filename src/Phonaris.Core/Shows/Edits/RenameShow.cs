namespace Phonaris.Core.Shows.Edits;

/// <summary>Renames the show.</summary>
/// <param name="Title">The new title, of at most 200 characters.</param>
public sealed record RenameShow(string Title) : Edit
{
    /// <summary>The longest title, in characters.</summary>
    public const int LongestTitle = 200;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return new(show with { Title = Validate(Title) }, new RenameShow(show.Title));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Renamed the show to “{Title}”";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["show/title"];

    /// <summary>A valid title, without control characters.</summary>
    /// <exception cref="RuleException">It is too long.</exception>
    public static string Validate(string title)
    {
        ArgumentNullException.ThrowIfNull(title);
        return title.Length <= LongestTitle ? Names.Plain(title) : throw new RuleException($"A title can have at most {LongestTitle} characters.", "title");
    }
}
