namespace Phonaris.Storage;

/// <summary>Settings a person keeps for cues.</summary>
public sealed class PresetRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The settings in JSON, a <see cref="Core.Shows.Preset"/>.</summary>
    public required string Json { get; init; }

    /// <summary>When they were kept, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}
