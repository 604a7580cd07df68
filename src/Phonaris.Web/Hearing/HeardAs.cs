namespace Phonaris.Web.Hearing;

/// <summary>How a show is heard at the desk; nothing of it is changed by that.</summary>
/// <param name="Only">The ids of cues to be heard alone, with commas between them; null for all.</param>
/// <param name="Matched">Whether as it would be with all levels matched.</param>
internal sealed record HeardAs(string? Only, bool Matched);
