using System.Runtime.InteropServices;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Phonaris.Web.Hearing;

/// <summary>Sound as it is sent to a page, stretch by stretch: as short as the page asks for, so that a change is heard at once.</summary>
internal static class Stretches
{
    /// <summary>The longest that is sent at once, in frames: ten seconds.</summary>
    private const long MostFrames = 10 * Frames.PerSecond;

    /// <summary>The frames there are of those asked for; null for none.</summary>
    /// <param name="from">The first frame asked for.</param>
    /// <param name="to">The frame after the last.</param>
    /// <param name="total">The sound's length in frames.</param>
    public static (long From, long To)? Within(long from, long to, long total)
    {
        var end = Math.Min(to, total);
        return from >= 0 && from < end ? (from, Math.Min(end, from + MostFrames)) : null;
    }

    /// <summary>Samples as a page takes them: the left side, then the right; 32-bit float, little-endian.</summary>
    /// <param name="interleaved">Stereo samples as the engine has them.</param>
    public static byte[] Planar(ReadOnlySpan<float> interleaved)
    {
        var frames = interleaved.Length / Frames.Channels;
        var planar = new float[interleaved.Length];
        for (var i = 0; i < frames; i++) (planar[i], planar[frames + i]) = (interleaved[2 * i], interleaved[2 * i + 1]);
        return MemoryMarshal.AsBytes(planar.AsSpan()).ToArray();
    }

    /// <summary>A stretch as an answer.</summary>
    public static FileContentHttpResult Answer(byte[] planar) => TypedResults.Bytes(planar, "application/octet-stream");
}
