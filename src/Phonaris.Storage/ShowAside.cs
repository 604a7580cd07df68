namespace Phonaris.Storage;

/// <summary>A show that was deleted and lies aside.</summary>
/// <param name="Id">What names it.</param>
/// <param name="Title">Its title.</param>
/// <param name="DeletedAt">When it was deleted, in UTC.</param>
/// <param name="GoneAt">When it is removed for good, in UTC.</param>
public sealed record ShowAside(string Id, string Title, DateTime DeletedAt, DateTime GoneAt);
