using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>An edit that is offered.</summary>
/// <param name="Words">What it does, as text.</param>
/// <param name="Edit">The edit that does it.</param>
/// <param name="Safe">Whether it removes and moves nothing, so that it can be made without asking.</param>
public sealed record Fix(string Words, Edit Edit, bool Safe = false);
