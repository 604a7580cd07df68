namespace Phonaris.Web.Shows;

/// <summary>The result of an edit.</summary>
/// <param name="Revision">The new revision.</param>
/// <param name="Change">The change; null when it is unknown, and the show must be requested.</param>
public sealed record Edited(long Revision, ShowChange? Change);
