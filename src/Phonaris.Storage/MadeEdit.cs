using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>An edit a person made.</summary>
/// <param name="Revision">The revision of the show they were looking at.</param>
/// <param name="Edit">The edit.</param>
/// <param name="Sender">Their page: what it did since that revision does not collide; null for nobody in particular.</param>
public sealed record MadeEdit(long Revision, Edit Edit, string? Sender = null);
