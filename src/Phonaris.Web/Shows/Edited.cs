namespace Phonaris.Web.Shows;

/// <summary>What became of a show by an edit.</summary>
/// <param name="Revision">Its revision now.</param>
/// <param name="Change">What is no longer as it was before this edit; null where that is not known, and the show must be asked for.</param>
public sealed record Edited(long Revision, ShowChange? Change);
