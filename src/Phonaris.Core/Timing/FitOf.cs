using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>Computes the result of a cue's recipe.</summary>
/// <param name="sound">The cue's sound.</param>
/// <param name="cue">The cue.</param>
/// <param name="lengthFrames">The target length in frames.</param>
/// <exception cref="RuleException">The recipe fails for that length.</exception>
public delegate Fitted FitOf(Sound sound, Cue cue, long lengthFrames);
