using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>Samples that can be played: a file's, at a speed, or passages of it.</summary>
/// <param name="Media">The content hash of the file.</param>
/// <param name="Speed">How fast, at the same pitch; 1 for as it is.</param>
/// <param name="Cut">The passages of it that are played, at the speed 1; null for all of it.</param>
public readonly record struct SoundSource(string Media, double Speed, Cut? Cut = null)
{
    /// <summary>A frame of the file, where it is not cut, as a frame of these samples.</summary>
    public long Frame(long fileFrame) => Speed == 1 ? fileFrame : (long)Math.Round(fileFrame / Speed);

    /// <summary>A stretch of these samples as a stretch of the file; one that goes over a join is taken to go on from where it begins.</summary>
    public (long From, long To) FileRange(long from, long to)
    {
        if (Cut is not null) return (Cut.SoundFrame(from), Cut.SoundFrame(from) + to - from);
        return Speed == 1 ? (from, to) : ((long)Math.Round(from * Speed), (long)Math.Round(to * Speed));
    }
}
