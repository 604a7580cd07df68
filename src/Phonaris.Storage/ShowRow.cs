namespace Phonaris.Storage;

/// <summary>A stored show.</summary>
public sealed class ShowRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>Its title, for the list.</summary>
    public required string Title { get; set; }

    /// <summary>The number of its changes; undo counts as one.</summary>
    public long Revision { get; set; }

    /// <summary>How many of its edits are applied; later ones can be redone.</summary>
    public int Applied { get; set; }

    /// <summary>The show, as <see cref="StoredJson"/> writes it.</summary>
    public required string Json { get; set; }

    /// <summary>The version of the format it is written in.</summary>
    public int Format { get; set; } = 1;

    /// <summary>When it was last changed, in UTC.</summary>
    public DateTime ChangedAt { get; set; }

    /// <summary>When it was moved to the trash, in UTC; null when it is not in the trash.</summary>
    public DateTime? DeletedAt { get; set; }
}
