namespace Phonaris.Core.Fitting;

/// <summary>A way through a piece that comes to about a length.</summary>
/// <param name="Leaps">Where it goes over from one passage to another, in their order.</param>
/// <param name="Cost">What it costs: 0 for nothing, about 1 for what everybody hears.</param>
internal sealed record Way(IReadOnlyList<Leap> Leaps, double Cost);
