namespace Phonaris.Storage;

/// <summary>A piece of long work.</summary>
public sealed class JobRow
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>The show it is for.</summary>
    public required string ShowId { get; init; }

    /// <summary>What it does.</summary>
    public required string Kind { get; init; }

    /// <summary>What the person calls it, such as the file's name.</summary>
    public required string Name { get; init; }

    /// <summary>What it needs to know, in JSON; empty once it has ended.</summary>
    public required string Input { get; init; }

    /// <summary>What it is about: two jobs of a show, a kind and a subject do the same work. Null where each job is work of its own.</summary>
    public string? Subject { get; init; }

    /// <summary>The content hashes of the files it needs, for the job that is added; not stored with the row.</summary>
    public IReadOnlyList<string> Files { get; init; } = [];

    /// <summary>How far it has come.</summary>
    public JobState State { get; set; }

    /// <summary>How often it was begun and neither ended nor was put aside in order: what killed the server counts.</summary>
    public int Attempts { get; set; }

    /// <summary>The fraction done.</summary>
    public double Progress { get; set; }

    /// <summary>What went wrong, in words, or null.</summary>
    public string? Problem { get; set; }

    /// <summary>What came out, such as a file's name, or null.</summary>
    public string? Result { get; set; }

    /// <summary>When it was asked for, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}
