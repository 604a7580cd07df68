using Phonaris.Core.Shows;

namespace Phonaris.Storage;

/// <summary>A show with its stored state.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Revision">The number of its changes.</param>
/// <param name="Show">The show itself.</param>
/// <param name="Undo">What undo would revert, as text, or null.</param>
/// <param name="Redo">What redo would repeat, as text, or null.</param>
/// <param name="ChangedAt">When it was last changed, in UTC.</param>
public sealed record StoredShow(string Id, long Revision, Show Show, string? Undo, string? Redo, DateTime ChangedAt);
