namespace Phonaris.Core.Shows.Edits;

/// <summary>Restores a saved version of the show.</summary>
/// <param name="Show">The show in that version.</param>
/// <param name="Version">The name of the version.</param>
public sealed record GoBack(Show Show, string Version) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show) => new(Show, new GoBack(show, Version));

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Restored version “{Version}”";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.All];
}
