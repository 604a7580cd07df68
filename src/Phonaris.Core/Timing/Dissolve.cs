namespace Phonaris.Core.Timing;

/// <summary>One look going over into another, part of the way.</summary>
/// <param name="From">What is gone over from.</param>
/// <param name="Pictures">How many pictures all of it takes.</param>
/// <param name="At">How many of them lie before this part.</param>
public sealed record Dissolve(Look From, long Pictures, long At);
