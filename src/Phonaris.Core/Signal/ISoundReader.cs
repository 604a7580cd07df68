namespace Phonaris.Core.Signal;

/// <summary>A decoded sound with random access: 48 kHz, stereo, 32-bit float. Thread-safe.</summary>
public interface ISoundReader
{
    /// <summary>Its length in frames.</summary>
    long Frames { get; }

    /// <summary>Fills the destination with interleaved samples from a frame on; outside the sound there is silence.</summary>
    /// <param name="frame">The first frame wanted.</param>
    /// <param name="destination">Receives whole frames: left, right, left, right…</param>
    void Read(long frame, Span<float> destination);
}
