namespace Phonaris.Storage;

/// <summary>A show as kept.</summary>
public sealed class ShowRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>Its title, for lists.</summary>
    public required string Title { get; set; }

    /// <summary>Counts its changes; undoing is one too.</summary>
    public long Revision { get; set; }

    /// <summary>How many of its edits are applied; those beyond are there to be redone.</summary>
    public int Applied { get; set; }

    /// <summary>The show, as <see cref="StoredJson"/> writes it.</summary>
    public required string Json { get; set; }

    /// <summary>The number of the format it is written in.</summary>
    public int Format { get; set; } = 1;

    /// <summary>When it was changed last, in UTC.</summary>
    public DateTime ChangedAt { get; set; }

    /// <summary>When it was deleted, in UTC: it is in the trash since then; null for one that is there.</summary>
    public DateTime? DeletedAt { get; set; }
}
