using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>The result of a fitting method for a length. Frames are at 48 kHz.</summary>
/// <param name="Method">The method.</param>
/// <param name="LengthFrames">The target length.</param>
/// <param name="Cut">The passages to play; null when the sound plays uncut.</param>
/// <param name="Speed">The playback speed, at the same pitch.</param>
/// <param name="EditPoints">The edits between passages.</param>
/// <param name="SoundFrames">How many frames of the length sound; silence follows.</param>
/// <param name="EndsNaturally">Whether it ends with the music's own ending.</param>
/// <param name="Cost">The musical cost, from 0 for none to about 1 for an edit that everybody hears; methods are ranked by it.</param>
/// <param name="Says">What a person should know about it, in one sentence.</param>
public sealed record Fitted(
    FitMethod Method, long LengthFrames, Cut? Cut, double Speed, ValueList<EditPoint> EditPoints, long SoundFrames, bool EndsNaturally, double Cost, string Says)
{
    /// <summary>The fade-out: none when the music ends on its own; otherwise the cue's, or the usual one.</summary>
    /// <param name="own">The cue's fade-out.</param>
    public Fade Ending(Fade own)
    {
        ArgumentNullException.ThrowIfNull(own);
        return EndsNaturally ? Fade.None : own.Ms > 0 ? own : CueDefaults.FadeOut;
    }
}
