namespace Phonaris.Storage;

/// <summary>A user of files.</summary>
/// <param name="Kind">What kind of user it is.</param>
/// <param name="Id">Its id.</param>
public readonly record struct FileUser(FileUserKind Kind, string Id);
