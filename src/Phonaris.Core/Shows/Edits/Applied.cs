namespace Phonaris.Core.Shows.Edits;

/// <summary>The outcome of an edit.</summary>
/// <param name="Show">The new show.</param>
/// <param name="Inverse">The edit that, applied to the new show, gives the old one back.</param>
public readonly record struct Applied(Show Show, Edit Inverse);
