namespace Phonaris.Storage;

/// <summary>What a revision of a show changed, so that edits of an older one can be merged or refused.</summary>
public sealed class ChangeRow
{
    /// <summary>The show.</summary>
    public required string ShowId { get; init; }

    /// <summary>The revision after the change.</summary>
    public long Revision { get; init; }

    /// <summary>The keys of what changed, one per line.</summary>
    public required string Touches { get; init; }

    /// <summary>The page that made it; null for none.</summary>
    public string? Sender { get; init; }

    /// <summary>The key of the request, so that repeating it after a lost response changes nothing; null for none.</summary>
    public string? RequestKey { get; init; }

    /// <summary>A description of the change.</summary>
    public required string Sentence { get; init; }
}
