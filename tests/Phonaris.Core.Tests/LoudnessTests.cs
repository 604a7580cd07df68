using Phonaris.Core.Audio;

namespace Phonaris.Core.Tests;

/// <summary>Signals of EBU Tech 3341 that can be made from sines, with the tolerances given there.</summary>
public class LoudnessTests
{
    [Theory]
    [InlineData(-23.0, -23.0)]
    [InlineData(-33.0, -33.0)]
    public void Cases_1_and_2_a_sine_of_1_kHz_for_20_s(double dbfs, double lufs) => AssertLoudness(lufs, (dbfs, 20));

    [Fact]
    public void Case_3_quieter_before_and_after_is_gated_relatively() => AssertLoudness(-23, (-36, 10), (-23, 60), (-36, 10));

    [Fact]
    public void Case_4_silence_is_gated_absolutely() => AssertLoudness(-23, (-72, 10), (-36, 10), (-23, 60), (-36, 10), (-72, 10));

    [Fact]
    public void Case_5_levels_average_by_power() => AssertLoudness(-23, (-26, 20), (-20, 20.1), (-26, 20));

    [Fact]
    public void Silence_and_the_very_short_have_no_loudness()
    {
        var meter = new LoudnessMeter();
        meter.Add(new float[96_000]);
        Assert.Null(meter.IntegratedLufs());
        Assert.Null(meter.LoudestLufs());
    }

    private static void AssertLoudness(double lufs, params (double Dbfs, double Seconds)[] parts)
    {
        var meter = new LoudnessMeter();
        long at = 0;
        foreach (var (dbfs, seconds) in parts)
        {
            var samples = new float[(int)(seconds * 48_000) * 2];
            Signal.Sine(long.MaxValue, 1000, Math.Pow(10, dbfs / 20)).Read(at, samples);
            at += samples.Length / 2;
            foreach (var block in samples.Chunk(9_998)) meter.Add(block);
        }
        Assert.Equal(lufs, meter.IntegratedLufs()!.Value, 0.1);
    }
}
