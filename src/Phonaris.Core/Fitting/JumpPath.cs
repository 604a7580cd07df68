namespace Phonaris.Core.Fitting;

/// <summary>A path through a piece that comes to about a length.</summary>
/// <param name="Jumps">Where it goes over from one passage to another, in the order they are heard.</param>
/// <param name="Cost">What it costs: 0 for nothing, about 1 for what everybody hears.</param>
internal sealed record JumpPath(IReadOnlyList<Jump> Jumps, double Cost);
