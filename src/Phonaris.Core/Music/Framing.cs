namespace Phonaris.Core.Music;

/// <summary>How a sound is taken apart into spectra.</summary>
/// <param name="Rate">The rate the sound is brought to first, in hertz: 24,000 or 6,000.</param>
/// <param name="Window">How long each spectrum listens, in samples at that rate; a power of two. Each is weighted by a Hann window.</param>
/// <param name="HopFrames">How far apart they are, in frames at 48 kHz; a whole number of samples at that rate.</param>
internal sealed record Framing(int Rate, int Window, int HopFrames)
{
    /// <summary>For what begins and what it sounds like: up to 12 kHz, every 10 ms.</summary>
    public static readonly Framing Fine = new(24_000, 1024, Frames.PerSecond / OnsetStrength.PerSecond);

    /// <summary>For what notes sound: up to 2.1 kHz without what lies above 3.9 kHz folded in, every 50 ms.</summary>
    public static readonly Framing Slow = new(6_000, 1024, 2400);

    /// <summary>Frames at 48 kHz a sample stands for.</summary>
    public int Step => Frames.PerSecond / Rate;

    /// <summary>How many spectra a sound has.</summary>
    /// <param name="frames">Its length in frames at 48 kHz.</param>
    public int CountOf(long frames) => (int)(frames / HopFrames) + 1;
}
