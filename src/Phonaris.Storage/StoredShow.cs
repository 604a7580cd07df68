using Phonaris.Core.Shows;

namespace Phonaris.Storage;

/// <summary>A show with what is kept about it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Revision">Counts its changes.</param>
/// <param name="Show">The show itself.</param>
/// <param name="Undo">What undo would take back, in words, or null.</param>
/// <param name="Redo">What redo would make again, in words, or null.</param>
/// <param name="ChangedAt">When it was changed last, in UTC.</param>
public sealed record StoredShow(string Id, long Revision, Show Show, string? Undo, string? Redo, DateTime ChangedAt);
