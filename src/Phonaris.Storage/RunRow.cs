namespace Phonaris.Storage;

/// <summary>What a run of a show was like.</summary>
public sealed class RunRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The show that was shown.</summary>
    public required string ShowId { get; init; }

    /// <summary>What it was for.</summary>
    public required string Kind { get; init; }

    /// <summary>When it began, in UTC.</summary>
    public DateTime StartedAt { get; init; }

    /// <summary>What happened, in JSON, a <see cref="Core.Live.RunLog"/>.</summary>
    public required string Log { get; set; }
}
