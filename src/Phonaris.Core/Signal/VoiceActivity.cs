namespace Phonaris.Core.Signal;

/// <summary>Where a voice really sounds, by its K-weighted loudness (ITU-R BS.1770-5) in windows of 100 ms, gated relative to that of the whole.</summary>
public static class VoiceActivity
{
    /// <summary>How far below the whole a window still counts as speaking, in LU.</summary>
    private const double GateLu = 20;

    /// <summary>What is quieter than this is no voice, in LUFS.</summary>
    private const double LeastLufs = -60;

    /// <summary>Steps on either side of where it is looked.</summary>
    private const int AroundSteps = 5;

    /// <summary>Pauses shorter than this belong to a sentence, sounds shorter than that are none: 300 and 50 ms.</summary>
    private const long PauseFrames = 300 * Frames.PerMs, LeastFrames = 50 * Frames.PerMs;

    /// <summary>The stretches of a voice in which it speaks, in order; all of it where it is too short to tell, none where nothing is heard in it.</summary>
    /// <param name="track">How loud it is along its course.</param>
    public static ValueList<FrameStretch> Of(LoudnessTrack track)
    {
        ArgumentNullException.ThrowIfNull(track);
        var steps = track.MeanSquares();
        if (Loudness.Integrated(steps) is not { } lufs) return Array.Exists(steps, s => s > Loudness.MeanSquare(LeastLufs)) ? [new(0, track.Frames)] : [];
        var gate = Loudness.MeanSquare(Math.Max(LeastLufs, lufs - GateLu)) * 2 * AroundSteps * Loudness.StepFrames;
        List<FrameStretch> spoken = [];
        for (long at = 0; at < track.Frames; at += Loudness.StepFrames)
        {
            if (track.Energy(at - AroundSteps * Loudness.StepFrames, at + AroundSteps * Loudness.StepFrames) <= gate) continue;
            var end = Math.Min(at + Loudness.StepFrames, track.Frames);
            if (spoken.Count > 0 && at - spoken[^1].ToFrame < PauseFrames) spoken[^1] = spoken[^1] with { ToFrame = end };
            else spoken.Add(new(at, end));
        }
        return [.. spoken.Where(s => s.ToFrame - s.FromFrame >= LeastFrames)];
    }
}
