namespace Phonaris.Core.Shows.Edits;

/// <summary>Makes the show what it was once: goes back to a version that was kept.</summary>
/// <param name="Show">The show as it was.</param>
/// <param name="Version">What the version is called.</param>
public sealed record GoBack(Show Show, string Version) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show) => new(Show, new GoBack(show, Version));

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Restored version “{Version}”";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [Edits.Touches.All];
}
