namespace Phonaris.Storage;

/// <summary>A show among the others.</summary>
/// <param name="Id">What names it.</param>
/// <param name="Title">Its title.</param>
/// <param name="ChangedAt">When it was changed last, in UTC.</param>
/// <param name="Stored">The show; null where it cannot be read.</param>
/// <param name="Problem">What is wrong with it then, in a sentence.</param>
public sealed record ListedShow(string Id, string Title, DateTime ChangedAt, StoredShow? Stored, string? Problem);
