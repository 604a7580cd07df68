using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>Slow overlapping chords that swell and fade at irregular times, with one passage repeated: mono.</summary>
internal sealed class Clouds : ISoundReader
{
    private readonly float[] _samples;

    /// <summary>Renders them.</summary>
    /// <param name="seconds">How long.</param>
    /// <param name="from">The frame at which the passage begins.</param>
    /// <param name="to">The frame at which it is repeated.</param>
    /// <param name="length">How long it is, in frames.</param>
    public Clouds(int seconds, long from, long to, long length)
    {
        const int second = Core.Values.Frames.PerSecond;
        var random = new Random(3);
        _samples = new float[seconds * second];
        for (var at = 0.0; at < seconds; at += 0.4 + random.NextDouble())
        {
            var (hertz, lasts, loud) = (110 * Math.Pow(2, random.Next(30) / 12.0), 1.5 + 3 * random.NextDouble(), 0.02 + 0.1 * random.NextDouble());
            for (var k = 0; k < lasts * second && (int)(at * second) + k < _samples.Length; k++)
            {
                var (t, swell) = (k / (double)second, Math.Sin(Math.PI * k / (lasts * second)));
                _samples[(int)(at * second) + k] += (float)(loud * swell * swell * (Math.Sin(2 * Math.PI * hertz * t) + 0.4 * Math.Sin(4 * Math.PI * hertz * t) * swell));
            }
        }
        _samples.AsSpan((int)from, (int)length).CopyTo(_samples.AsSpan((int)to));
    }

    public long Frames => _samples.Length;

    public void Read(long frame, Span<float> destination)
    {
        for (var i = 0; i < destination.Length / 2; i++)
            destination[2 * i] = destination[2 * i + 1] = frame + i >= 0 && frame + i < _samples.Length ? _samples[frame + i] : 0;
    }
}
