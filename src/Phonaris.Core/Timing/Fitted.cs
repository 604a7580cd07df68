using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>What a method makes of a sound for a length. Frames are at 48 kHz.</summary>
/// <param name="Method">The method.</param>
/// <param name="LengthFrames">The length wanted.</param>
/// <param name="Cut">The passages heard; null where the sound is played as it is.</param>
/// <param name="Speed">How fast it is played, at the same pitch.</param>
/// <param name="Joins">Where it goes over from one passage to another.</param>
/// <param name="SoundFrames">How much of the length sounds; silence follows.</param>
/// <param name="EndsNaturally">Whether it ends by itself, with the music's own ending.</param>
/// <param name="Cost">How much it costs the music, 0 for nothing, about 1 for what everybody hears: what methods are put in order by.</param>
/// <param name="Says">What to know about it, in one sentence.</param>
public sealed record Fitted(
    FitMethod Method, long LengthFrames, Cut? Cut, double Speed, ValueList<Join> Joins, long SoundFrames, bool EndsNaturally, double Cost, string Says)
{
    /// <summary>How its end fades out: not at all where the music ends by itself; where it is broken off as the cue says, or in the usual time.</summary>
    /// <param name="own">The fade out of the cue.</param>
    public Fade Ending(Fade own)
    {
        ArgumentNullException.ThrowIfNull(own);
        return EndsNaturally ? Fade.None : own.Ms > 0 ? own : CueDefaults.FadeOut;
    }
}
