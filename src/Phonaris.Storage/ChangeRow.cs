namespace Phonaris.Storage;

/// <summary>What a revision of a show touched, so that edits made on an older one can be merged or told.</summary>
public sealed class ChangeRow
{
    /// <summary>The show.</summary>
    public required string ShowId { get; init; }

    /// <summary>The revision that the change made.</summary>
    public long Revision { get; init; }

    /// <summary>The things touched, one a line.</summary>
    public required string Touches { get; init; }

    /// <summary>The page that made it; null for nobody in particular.</summary>
    public string? Sender { get; init; }

    /// <summary>The request that asked for it, so that the same request, sent again because its answer was lost, changes nothing; null for none.</summary>
    public string? RequestKey { get; init; }

    /// <summary>What it did, in words.</summary>
    public required string Sentence { get; init; }
}
