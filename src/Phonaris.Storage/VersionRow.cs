namespace Phonaris.Storage;

/// <summary>A show as it was once, kept under a name.</summary>
public sealed class VersionRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The show it is of.</summary>
    public required string ShowId { get; init; }

    /// <summary>What the person calls it.</summary>
    public required string Name { get; init; }

    /// <summary>The show, as <see cref="StoredJson"/> writes it.</summary>
    public required string Json { get; init; }

    /// <summary>The number of the format it is written in.</summary>
    public int Format { get; init; } = 1;

    /// <summary>When it was kept, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}
