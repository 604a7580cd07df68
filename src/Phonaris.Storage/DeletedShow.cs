namespace Phonaris.Storage;

/// <summary>A deleted show in the trash.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">Its title.</param>
/// <param name="DeletedAt">When it was deleted, in UTC.</param>
/// <param name="GoneAt">When it is deleted permanently, in UTC.</param>
public sealed record DeletedShow(string Id, string Title, DateTime DeletedAt, DateTime GoneAt);
