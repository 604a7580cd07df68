namespace Phonaris.Storage;

/// <summary>A run of a show.</summary>
public sealed class RunRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The show that was presented.</summary>
    public required string ShowId { get; init; }

    /// <summary>Its kind.</summary>
    public required string Kind { get; init; }

    /// <summary>When it began, in UTC.</summary>
    public DateTime StartedAt { get; init; }

    /// <summary>Its log as JSON, a <see cref="Core.Live.RunLog"/>.</summary>
    public required string Log { get; set; }
}
