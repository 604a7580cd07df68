using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Mixing;

/// <summary>A fitted sound: exactly as long as the target, faded out unless it has its own ending, then silent.</summary>
/// <param name="samples">The samples played: the cut, or the sound at its speed.</param>
/// <param name="fitted">The result of the fitting method.</param>
/// <param name="fromFrame">The first frame of the samples used; 0 for a cut.</param>
public sealed class FittedSound(ISoundReader samples, Fitted fitted, long fromFrame) : ISoundReader
{
    private readonly FadeShape _fade = fitted.EndsNaturally ? default : FadeShape.Pair(default, FadeShape.Of(fitted.Ending(Fade.None)), fitted.SoundFrames).Out;

    /// <inheritdoc/>
    public long Frames => fitted.LengthFrames;

    /// <inheritdoc/>
    public void Read(long frame, Span<float> destination)
    {
        samples.Read(fromFrame + frame, destination);
        for (var i = 0; i < destination.Length; i += 2)
        {
            var at = frame + i / 2;
            var gain = at < 0 || at >= fitted.SoundFrames ? 0 : _fade.At(fitted.SoundFrames - 1 - at);
            if (gain == 1) continue;
            destination[i] *= gain;
            destination[i + 1] *= gain;
        }
    }
}
