using System.Runtime.InteropServices;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Phonaris.Web.Hearing;

/// <summary>Sound sent to a page in stretches, as short as the page requests, so that a change is heard at once.</summary>
internal static class Stretches
{
    /// <summary>The longest stretch, in frames: ten seconds.</summary>
    private const long MostFrames = 10 * Frames.PerSecond;

    /// <summary>The existing frames of a requested stretch; null for none.</summary>
    /// <param name="from">The first requested frame.</param>
    /// <param name="to">The frame after the last.</param>
    /// <param name="total">The sound's length in frames.</param>
    public static (long From, long To)? Within(long from, long to, long total)
    {
        var end = Math.Min(to, total);
        return from >= 0 && from < end ? (from, Math.Min(end, from + MostFrames)) : null;
    }

    /// <summary>Samples in the page's format: the left channel, then the right; 32-bit float, little-endian.</summary>
    /// <param name="interleaved">Interleaved stereo samples from the engine.</param>
    public static byte[] Planar(ReadOnlySpan<float> interleaved)
    {
        var frames = interleaved.Length / Frames.Channels;
        var planar = new float[interleaved.Length];
        for (var i = 0; i < frames; i++) (planar[i], planar[frames + i]) = (interleaved[2 * i], interleaved[2 * i + 1]);
        return MemoryMarshal.AsBytes(planar.AsSpan()).ToArray();
    }

    /// <summary>A stretch as a response.</summary>
    public static FileContentHttpResult Answer(byte[] planar) => TypedResults.Bytes(planar, "application/octet-stream");
}
