using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>The result of a method, for comparison.</summary>
/// <param name="Method">The method.</param>
/// <param name="Recipe">The recipe used: the cue's own if it has this method, otherwise the default.</param>
/// <param name="Fitted">The result; null if the method is not suitable.</param>
/// <param name="Runs">The parts of the sound that are played, in order.</param>
/// <param name="LeftOutFrames">The length of the sound that is left out, in frames.</param>
/// <param name="RepeatedFrames">The length that is repeated, in frames.</param>
/// <param name="Says">A description of the result, or why the method is not suitable.</param>
public sealed record Compared(FitMethod Method, FitRecipe Recipe, Fitted? Fitted, ValueList<Run> Runs, long LeftOutFrames, long RepeatedFrames, string Says);
