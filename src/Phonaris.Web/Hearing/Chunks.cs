using System.Runtime.InteropServices;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Phonaris.Web.Hearing;

/// <summary>The pieces that sound is sent to a page in: short, so that a change is heard at once.</summary>
internal static class Chunks
{
    /// <summary>Half a second, in frames.</summary>
    public const int Length = Frames.PerSecond / 2;

    /// <summary>The frames of a sound that a chunk holds; empty, or from before to after it, where there is no such chunk.</summary>
    /// <param name="chunk">Its number.</param>
    /// <param name="total">The sound's length in frames.</param>
    public static (long From, long To) Range(int chunk, long total) => ((long)chunk * Length, Math.Min((chunk + 1L) * Length, total));

    /// <summary>Samples as a page takes them: the left side, then the right; 32-bit float, little-endian.</summary>
    /// <param name="interleaved">Stereo samples as the engine has them.</param>
    public static byte[] Planar(ReadOnlySpan<float> interleaved)
    {
        var frames = interleaved.Length / Frames.Channels;
        var planar = new float[interleaved.Length];
        for (var i = 0; i < frames; i++) (planar[i], planar[frames + i]) = (interleaved[2 * i], interleaved[2 * i + 1]);
        return MemoryMarshal.AsBytes(planar.AsSpan()).ToArray();
    }

    /// <summary>A chunk as an answer.</summary>
    public static FileContentHttpResult Answer(byte[] planar) => TypedResults.Bytes(planar, "application/octet-stream");
}
