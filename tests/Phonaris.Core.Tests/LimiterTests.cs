using System.Runtime.InteropServices;
using System.Text.Json;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

public class LimiterTests
{
    /// <summary>The page limits live sound by the same rule, block by block: its tests use this case.</summary>
    [Fact]
    public void The_test_case_of_the_page_equals_the_limiter()
    {
        const int frames = 7_200;
        // Made of integers, so that it is the same on every machine: two triangles, a burst far too high, and steep steps.
        var input = new float[frames * 2];
        for (var n = 0; n < frames; n++)
        {
            var loud = n is > 1_500 and < 2_300 ? 2f : n is > 4_000 and < 4_010 ? 1.5f : 0.75f;
            input[2 * n] = loud * ((n * 7 % 400 < 200 ? n * 7 % 200 : 200 - n * 7 % 200) - 100) / 100;
            input[2 * n + 1] = n % 96 < 48 ? 0.875f * loud / 2 : -0.4375f;
        }
        var context = new float[(Limiter.FramesBefore + frames + Limiter.FramesAfter) * 2];
        input.CopyTo(context, Limiter.FramesBefore * 2);
        var output = new float[input.Length];
        Limiter.Limit(context, -Limiter.FramesBefore, 0, output);
        var text = JsonSerializer.Serialize(new { input = Base64(input), output = Base64(output) }) + "\n";
        if (Environment.GetEnvironmentVariable("PHONARIS_WRITE_LIMITER") is { } write) File.WriteAllText(write, text);
        Assert.True(text == File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "limiter.json")), "client/src/live/engine/limiter.json is not what the limiter does; write it again with PHONARIS_WRITE_LIMITER.");

        static string Base64(float[] samples) => Convert.ToBase64String(MemoryMarshal.AsBytes(samples.AsSpan()));
    }

    [Fact]
    public void Below_minus_one_dBTP_nothing_changes()
    {
        // A quarter of the sampling rate at 45°: sampled peaks 3 dB below the true peak, the hardest case to detect.
        var samples = Through(Signal.Sine(96_000, 12_000, 0.88, Math.PI / 4), out var original);
        Assert.True(samples.AsSpan().SequenceEqual(original));
    }

    [Theory]
    [InlineData(997, 2.0)]
    [InlineData(12_000, 1.3)]
    [InlineData(60, 4.0)]
    public void Above_it_the_true_peak_comes_down_below_the_threshold(double hertz, double peak)
    {
        var samples = Through(Signal.Sine(96_000, hertz, peak, Math.PI / 4), out _);
        Assert.InRange(Gain.ToDecibels(TruePeak.Of(samples.AsSpan(2000, 160_000))), -2.0, -1.0);
    }

    [Fact]
    public void A_single_peak_is_reduced_ahead_and_released_after()
    {
        var samples = Through(new Signal(96_000, n => n is >= 40_000 and < 40_048 ? 1.6f : 0.5f), out var original);
        // More than a window away on either side: unchanged.
        Assert.True(samples.AsSpan(0, 39_000 * 2).SequenceEqual(original.AsSpan(0, 39_000 * 2)));
        Assert.True(samples.AsSpan(46_000 * 2).SequenceEqual(original.AsSpan(46_000 * 2)));
        Assert.True(samples[39_990 * 2] < 0.32, "The gain is down when the peak begins.");
        // The gain never jumps.
        for (var n = 1; n < 39_999; n++) Assert.True(Math.Abs(samples[n * 2] - samples[n * 2 - 2]) < 0.002);
    }

    [Fact]
    public void True_peak_finds_peaks_between_samples()
    {
        // The same signal as in EBU Tech 3341, case 16: a quarter of the rate, 45°: true peak −6 dBTP, sampled 3 dB less.
        var samples = new float[9_600];
        Signal.Sine(9_600, 12_000, 0.5, Math.PI / 4).Read(0, samples);
        Assert.InRange(Gain.ToDecibels(TruePeak.Of(samples)), -6.4, -5.8);
        Assert.InRange(Gain.ToDecibels(samples.Max()), -9.1, -8.9);
    }

    private static float[] Through(Signal signal, out float[] original)
    {
        var context = new float[(Limiter.FramesBefore + signal.Frames + Limiter.FramesAfter + 48) * 2];
        signal.Read(-Limiter.FramesBefore, context);
        original = context[(Limiter.FramesBefore * 2)..(int)((Limiter.FramesBefore + signal.Frames) * 2)];
        var samples = new float[signal.Frames * 2];
        Limiter.Limit(context, -Limiter.FramesBefore, 0, samples);
        return samples;
    }
}
