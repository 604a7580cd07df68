using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>An edit made by a user.</summary>
/// <param name="Revision">The revision of the show that was on screen.</param>
/// <param name="Edit">The edit.</param>
/// <param name="Sender">The page: its own later changes do not conflict; null for none.</param>
public sealed record MadeEdit(long Revision, Edit Edit, string? Sender = null);
