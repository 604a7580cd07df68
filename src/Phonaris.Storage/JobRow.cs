namespace Phonaris.Storage;

/// <summary>A job.</summary>
public sealed class JobRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The show it is for.</summary>
    public required string ShowId { get; init; }

    /// <summary>Its kind.</summary>
    public required string Kind { get; init; }

    /// <summary>Its name for the user, such as the file's name.</summary>
    public required string Name { get; init; }

    /// <summary>Its input as JSON; empty once it has ended.</summary>
    public required string Input { get; init; }

    /// <summary>Its subject: two jobs of the same show, kind and subject do the same work. Null when each job is separate.</summary>
    public string? Subject { get; init; }

    /// <summary>The content hashes of the files it needs, for adding the job; not stored in the row.</summary>
    public IReadOnlyList<string> Files { get; init; } = [];

    /// <summary>Its state.</summary>
    public JobState State { get; set; }

    /// <summary>How often it was started without ending or being interrupted properly: this detects jobs that kill the server.</summary>
    public int Attempts { get; set; }

    /// <summary>The fraction done.</summary>
    public double Progress { get; set; }

    /// <summary>The error message, or null.</summary>
    public string? Problem { get; set; }

    /// <summary>The result, such as a file's name, or null.</summary>
    public string? Result { get; set; }

    /// <summary>When it was created, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}
