using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>Works out what a cue's recipe comes to.</summary>
/// <param name="sound">The cue's sound.</param>
/// <param name="cue">The cue.</param>
/// <param name="lengthFrames">The length it is to have, in frames.</param>
/// <exception cref="RuleException">The recipe does not do for that length.</exception>
public delegate Fitted FitOf(Sound sound, Cue cue, long lengthFrames);
