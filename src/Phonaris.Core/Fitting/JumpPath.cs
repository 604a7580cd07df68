namespace Phonaris.Core.Fitting;

/// <summary>A path through a piece of about a target length.</summary>
/// <param name="Jumps">The jumps, in the order they are played.</param>
/// <param name="Cost">Its cost: 0 for none, about 1 for what everyone hears.</param>
internal sealed record JumpPath(IReadOnlyList<Jump> Jumps, double Cost);
