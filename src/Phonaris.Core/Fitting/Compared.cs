using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>A method beside the others.</summary>
/// <param name="Method">The method.</param>
/// <param name="Recipe">The recipe it was tried by: the cue's own where that is of this method, else one that says nothing more.</param>
/// <param name="Fitted">What it makes; null where it does not suit.</param>
/// <param name="Runs">The parts of the sound that are heard, in order.</param>
/// <param name="LeftOutFrames">How much of the sound is not heard.</param>
/// <param name="RepeatedFrames">How much is heard again.</param>
/// <param name="Says">What to know about it, or what is against it, in a sentence.</param>
public sealed record Compared(FitMethod Method, FitRecipe Recipe, Fitted? Fitted, ValueList<Run> Runs, long LeftOutFrames, long RepeatedFrames, string Says);
