namespace Phonaris.Core.Music;

/// <summary>How a sound is split into spectra.</summary>
/// <param name="Rate">The sample rate it is reduced to first, in hertz: 24,000 or 6,000.</param>
/// <param name="Window">The window length, in samples at that rate; a power of two. The window is a Hann window.</param>
/// <param name="HopFrames">The hop, in frames at 48 kHz; a whole number of samples at that rate.</param>
internal sealed record Framing(int Rate, int Window, int HopFrames)
{
    /// <summary>For onsets and timbre: up to 12 kHz, every 10 ms.</summary>
    public static readonly Framing Fine = new(24_000, 1024, Frames.PerSecond / OnsetStrength.PerSecond);

    /// <summary>For pitch: up to 2.1 kHz, free of aliases from above 3.9 kHz, every 50 ms.</summary>
    public static readonly Framing Slow = new(6_000, 1024, 2400);

    /// <summary>Frames at 48 kHz per sample.</summary>
    public int Step => Frames.PerSecond / Rate;

    /// <summary>The number of spectra of a sound.</summary>
    /// <param name="frames">Its length in frames at 48 kHz.</param>
    public int CountOf(long frames) => (int)(frames / HopFrames) + 1;
}
