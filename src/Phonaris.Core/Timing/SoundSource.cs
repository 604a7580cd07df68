using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>Samples that can be played: a file at a speed, or passages of it.</summary>
/// <param name="Media">The content hash of the file.</param>
/// <param name="Speed">The speed, at the same pitch; 1 for unchanged.</param>
/// <param name="Cut">The passages to play, at speed 1; null for the whole file.</param>
public readonly record struct SoundSource(string Media, double Speed, Cut? Cut = null)
{
    /// <summary>A frame of the file as a frame of these samples, when it is not cut.</summary>
    public long Frame(long fileFrame) => Speed == 1 ? fileFrame : (long)Math.Round(fileFrame / Speed);

    /// <summary>A stretch of these samples as a stretch of the file; a stretch across an edit is taken to continue from its beginning.</summary>
    public (long From, long To) FileRange(long from, long to)
    {
        if (Cut is not null) return (Cut.SoundFrame(from), Cut.SoundFrame(from) + to - from);
        return Speed == 1 ? (from, to) : ((long)Math.Round(from * Speed), (long)Math.Round(to * Speed));
    }
}
