namespace Phonaris.Core.Timing;

/// <summary>A part of a dissolve.</summary>
/// <param name="From">What it dissolves from.</param>
/// <param name="Pictures">The length of the whole dissolve in pictures.</param>
/// <param name="At">How many of its pictures come before this part.</param>
public sealed record Dissolve(Look From, long Pictures, long At);
