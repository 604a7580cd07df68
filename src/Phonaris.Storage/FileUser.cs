namespace Phonaris.Storage;

/// <summary>A user of files.</summary>
/// <param name="Kind">The kind of user.</param>
/// <param name="Id">Its id.</param>
public readonly record struct FileUser(FileUserKind Kind, string Id);
