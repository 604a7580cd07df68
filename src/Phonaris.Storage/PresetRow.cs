namespace Phonaris.Storage;

/// <summary>A user's preset.</summary>
public sealed class PresetRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The preset as JSON, a <see cref="Core.Shows.Preset"/>.</summary>
    public required string Json { get; init; }

    /// <summary>When it was saved, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}
