namespace Phonaris.Core.Signal;

/// <summary>Detects speech in a voice, by its K-weighted loudness (ITU-R BS.1770-5) in windows of 100 ms, gated relative to that of the whole.</summary>
public static class VoiceActivity
{
    /// <summary>How far below the whole a window still counts as speech, in LU.</summary>
    private const double GateLu = 20;

    /// <summary>Anything quieter is not speech, in LUFS.</summary>
    private const double LeastLufs = -60;

    /// <summary>The steps of a window on either side.</summary>
    private const int AroundSteps = 5;

    /// <summary>Shorter pauses belong to a sentence, and shorter sounds are not speech: 300 and 50 ms.</summary>
    private const long PauseFrames = 300 * Frames.PerMs, LeastFrames = 50 * Frames.PerMs;

    /// <summary>The ranges of speech in a voice, in order: all of it if it is too short to analyse, none if it is silent.</summary>
    /// <param name="track">Its loudness over time.</param>
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
