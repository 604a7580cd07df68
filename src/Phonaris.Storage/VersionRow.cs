namespace Phonaris.Storage;

/// <summary>A saved version of a show.</summary>
public sealed class VersionRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The show.</summary>
    public required string ShowId { get; init; }

    /// <summary>The version's name.</summary>
    public required string Name { get; init; }

    /// <summary>The show, as <see cref="StoredJson"/> writes it.</summary>
    public required string Json { get; init; }

    /// <summary>The version of the format it is written in.</summary>
    public int Format { get; init; } = 1;

    /// <summary>When it was saved, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}
