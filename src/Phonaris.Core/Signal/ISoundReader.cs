namespace Phonaris.Core.Signal;

/// <summary>A decoded sound that can be read anywhere: 48 kHz, stereo, 32-bit float. Safe to read from several threads.</summary>
public interface ISoundReader
{
    /// <summary>Its length in frames.</summary>
    long Frames { get; }

    /// <summary>Fills the destination with interleaved samples from a frame on; what lies outside the sound is silence.</summary>
    /// <param name="frame">The first frame wanted.</param>
    /// <param name="destination">Room for whole frames: left, right, left, right…</param>
    void Read(long frame, Span<float> destination);
}
