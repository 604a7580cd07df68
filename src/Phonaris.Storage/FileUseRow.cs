namespace Phonaris.Storage;

/// <summary>A use of a file in the <see cref="FileStore"/>. A file without such a row may be deleted.</summary>
public sealed class FileUseRow
{
    /// <summary>The file's content hash.</summary>
    public required string Hash { get; init; }

    /// <summary>The kind of user.</summary>
    public FileUserKind Kind { get; init; }

    /// <summary>The user: the id of a show, a job, an upload or an import.</summary>
    public required string UserId { get; init; }
}
