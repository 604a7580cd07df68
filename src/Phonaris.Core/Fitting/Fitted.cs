using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>What a method makes of a sound for a length. Frames are at 48 kHz.</summary>
/// <param name="Method">The method.</param>
/// <param name="LengthFrames">The length wanted.</param>
/// <param name="Cut">The passages heard; null where the sound is played as it is.</param>
/// <param name="Speed">How fast it is played, at the same pitch.</param>
/// <param name="Joins">Where it goes over from one passage to another.</param>
/// <param name="SoundFrames">How much of the length sounds; silence follows.</param>
/// <param name="EndsNaturally">Whether the music's own ending is heard.</param>
/// <param name="Cost">How much it costs the music, 0 for nothing, about 1 for what everybody hears: what methods are put in order by.</param>
/// <param name="Says">What to know about it, in one sentence.</param>
public sealed record Fitted(
    FitMethod Method, long LengthFrames, Cut? Cut, double Speed, ValueList<Join> Joins, long SoundFrames, bool EndsNaturally, double Cost, string Says);

/// <summary>Works out what a cue's recipe comes to.</summary>
/// <param name="sound">The cue's sound.</param>
/// <param name="cue">The cue.</param>
/// <param name="lengthFrames">The length it is to have, in frames.</param>
/// <exception cref="RuleException">The recipe does not do for that length.</exception>
public delegate Fitted FitOf(Sound sound, Cue cue, long lengthFrames);
