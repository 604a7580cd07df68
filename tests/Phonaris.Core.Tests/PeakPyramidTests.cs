using CsCheck;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

public class PeakPyramidTests
{
    [Fact]
    public void At_every_zoom_a_column_bounds_its_peak() =>
        Gen.Select(Gen.Int[1, 60_000], Gen.Int[1, 300], Gen.Int[0, 50_000], Gen.Int[1, 60_000]).Sample((frames, columns, from, length) =>
        {
            var samples = new float[frames * 2];
            Signal.Noise(frames, 0.9, (uint)frames).Read(0, samples);
            var builder = new PeakPyramid.Builder();
            foreach (var block in samples.Chunk(998)) builder.Add(block);
            var pyramid = PeakPyramid.FromBytes(builder.Build().ToBytes());
            var read = new float[columns];
            pyramid.Read(from, from + length, read);
            for (var c = 0; c < columns; c++)
            {
                var (a, b) = (from + (long)length * c / columns, from + (long)length * (c + 1) / columns);
                // A bucket is at most as long as a column, or a base bucket.
                var slack = Math.Max(PeakPyramid.BaseFrames, length / columns);
                Assert.InRange(read[c], Peak(a, Math.Max(a, b)) - 1e-4, Peak(a - slack, b + slack) + 1e-4);
            }

            float Peak(long a, long b)
            {
                var peak = 0f;
                for (var i = Math.Max(0, a) * 2; i < Math.Min(frames, b) * 2; i++) peak = Math.Max(peak, Math.Abs(samples[i]));
                return peak;
            }
        });
}
