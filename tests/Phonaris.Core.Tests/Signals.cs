using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>A sound computed from its frame number, so that what is read can be checked exactly.</summary>
internal sealed class Signal(long frames, Func<long, float> left, Func<long, float>? right = null) : ISoundReader
{
    public long Frames { get; } = frames;

    public void Read(long frame, Span<float> destination)
    {
        for (var i = 0; i < destination.Length; i += 2)
        {
            var at = frame + i / 2;
            var inside = at >= 0 && at < Frames;
            destination[i] = inside ? left(at) : 0;
            destination[i + 1] = inside && right is not null ? right(at) : destination[i];
        }
    }

    public static Signal Sine(long frames, double hertz, double peak = 1, double phase = 0) =>
        new(frames, n => (float)(peak * Math.Sin(Math.Tau * hertz * n / 48_000 + phase)));

    /// <summary>Noise that is the same whenever it is read: a hash of the frame number.</summary>
    public static Signal Noise(long frames, double peak, uint seed) => new(frames, n => Hash(n, seed, peak), n => Hash(n, seed + 7, peak));

    public static float Hash(long n, uint seed, double peak)
    {
        var x = (uint)n * 2654435761u ^ seed * 2246822519u;
        x = (x ^ x >> 15) * 2246822519u;
        x = (x ^ x >> 13) * 3266489917u;
        return (float)(((x ^ x >> 16) / (double)uint.MaxValue * 2 - 1) * peak);
    }
}
