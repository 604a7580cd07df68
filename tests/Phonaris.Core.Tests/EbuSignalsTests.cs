using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>The signals of EBU Tech 3341 (loudness and true peak) and 3342 (loudness range) that can be synthesized, with their tolerances.</summary>
public class EbuSignalsTests
{
    private const int Rate = 48_000;

    [Theory]
    [InlineData(1, -23.0, "20:-23")]
    [InlineData(2, -33.0, "20:-33")]
    [InlineData(3, -23.0, "10:-36 60:-23 10:-36")]
    [InlineData(4, -23.0, "10:-72 10:-36 60:-23 10:-36 10:-72")]
    [InlineData(5, -23.0, "20:-26 20.1:-20 20:-26")]
    public void Integrated_loudness_of_tones(int number, double lufs, string tones)
    {
        Assert.InRange(number, 1, 5);
        Assert.Equal(lufs, Meter(Tones(tones)).IntegratedLufs()!.Value, 0.1);
        // The same at another rate, with coefficients computed for it.
        var other = new LoudnessMeter(44_100);
        other.Add(Tones(tones, 44_100));
        Assert.Equal(lufs, other.IntegratedLufs()!.Value, 0.1);
    }

    [Fact]
    public void Case_6_weights_surround_channels()
    {
        double[] levels = [-28, -28, -24, -30, -30];
        var samples = new float[20 * Rate * 5];
        for (var i = 0; i < samples.Length; i++) samples[i] = (float)(Math.Pow(10, levels[i % 5] / 20) * Math.Sin(Math.Tau * 1000 * (i / 5) / Rate));
        var meter = new LoudnessMeter(Rate, 5);
        meter.Add(samples);
        Assert.Equal(-23.0, meter.IntegratedLufs()!.Value, 0.1);
    }

    [Theory]
    [InlineData(4, 2, 2)]
    [InlineData(6, 3, 2)]
    [InlineData(7, 4, 2)]
    [InlineData(8, 5, 2)]
    public void LFE_is_excluded_and_side_channels_are_weighted(int channels, int plain, int sides)
    {
        // The same tone on all channels: as many as have weight 1, and 1.41 for each surround channel.
        var samples = new float[5 * Rate * channels];
        for (var i = 0; i < samples.Length; i++) samples[i] = (float)(0.1 * Math.Sin(Math.Tau * 997 * (i / channels) / Rate));
        var meter = new LoudnessMeter(Rate, channels);
        meter.Add(samples);
        Assert.Equal(-23.01 + 10 * Math.Log10(plain + 1.41 * sides), meter.IntegratedLufs()!.Value, 0.02);
    }

    [Fact]
    public void Cases_9_and_12_are_constant_in_every_window()
    {
        var shortTerm = Meter(Tones(string.Join(' ', Enumerable.Repeat("1.34:-20 1.66:-30", 5)))).ShortTermLufs();
        Assert.All(shortTerm, l => Assert.Equal(-23.0, l, 0.1));
        var momentary = Meter(Tones(string.Join(' ', Enumerable.Repeat("0.18:-20 0.22:-30", 25)))).MomentaryLufs().Skip(6);
        Assert.All(momentary, l => Assert.Equal(-23.0, l, 0.1));
    }

    [Fact]
    public void Cases_10_11_13_and_14_find_the_maximum_at_any_offset()
    {
        for (var i = 0; i < 20; i++)
        {
            Assert.Equal(-23.0, Meter(Tones($"{i * 0.15}:-200 3:-23 1:-200")).LoudestShortTermLufs()!.Value, 0.1);
            Assert.Equal(-38.0 + i, Meter(Tones($"{i * 0.15}:-200 3:{-38 + i} {3 - i * 0.15}:-200")).LoudestShortTermLufs()!.Value, 0.1);
            Assert.Equal(-23.0, Meter(Tones($"{i * 0.02}:-200 0.4:-23 1:-200")).LoudestLufs()!.Value, 0.1);
            Assert.Equal(-38.0 + i, Meter(Tones($"{i * 0.02}:-200 0.4:{-38 + i} {0.4 - i * 0.02}:-200")).LoudestLufs()!.Value, 0.1);
        }
    }

    [Theory]
    [InlineData(15, 4, 0.0, 0.50, -6.0)]
    [InlineData(16, 4, 45.0, 0.50, -6.0)]
    [InlineData(17, 6, 60.0, 0.50, -6.0)]
    [InlineData(18, 8, 67.5, 0.50, -6.0)]
    [InlineData(19, 4, 45.0, 1.41, 3.0)]
    public void True_peak_between_samples_of_tones(int number, int division, double phase, double amplitude, double dbtp)
    {
        Assert.InRange(number, 15, 19);
        var samples = new float[Rate];
        for (var i = 0; i < Rate / 2; i++)
            samples[2 * i] = samples[2 * i + 1] = (float)(amplitude * Swell(i, Rate / 2) * Math.Sin(Math.Tau * i / division + phase * Math.PI / 180));
        Assert.InRange(Peak(samples) - dbtp, -0.4, 0.2);
    }

    [Theory]
    [InlineData(20, 0)]
    [InlineData(21, 1)]
    [InlineData(22, 2)]
    [InlineData(23, 3)]
    public void True_peak_at_any_sampling_phase(int number, int offset)
    {
        Assert.InRange(number, 20, 23);
        // Four times the rate: a tone at a quarter of the rate, one period of it replaced by one at a sixth and twice as high; then band-limited
        // and every fourth sample taken.
        const int wide = 16 * 3000, period = 24;
        var fine = new double[wide];
        for (var i = 0; i < wide; i++) fine[i] = 0.5 * Swell(i, wide) * Math.Sin(Math.Tau * i / 16);
        for (var i = 0; i < period; i++) fine[wide / 2 + i] = Math.Sin(Math.Tau * i / period);
        var limited = Enumerable.Range(0, wide).Select(i => Limited(fine, i)).ToArray();
        var samples = new float[wide / 4 * 2];
        for (var i = 0; i < wide / 4; i++) samples[2 * i] = samples[2 * i + 1] = (float)limited[4 * i + offset];
        // Band limiting overshoots a little at the transition: the peak to find is that of the signal before sampling.
        Assert.InRange(Peak(samples) - 20 * Math.Log10(limited.Max(Math.Abs)), -0.4, 0.2);
    }

    [Theory]
    [InlineData(1, 10, "20:-20 20:-30")]
    [InlineData(2, 5, "20:-20 20:-15")]
    [InlineData(3, 20, "20:-40 20:-20")]
    [InlineData(4, 15, "20:-50 20:-35 20:-20 20:-35 20:-50")]
    public void Loudness_range_of_tones(int number, double lu, string tones)
    {
        Assert.InRange(number, 1, 4);
        Assert.Equal(lu, Meter(Tones(tones)).RangeLu()!.Value, 1.0);
    }

    [Fact]
    public void Silence_and_very_short_sounds_have_no_loudness_or_range()
    {
        var meter = Meter(new float[2 * Rate]);
        Assert.Equal((null, null, null), (meter.IntegratedLufs(), meter.LoudestLufs(), meter.RangeLu()));
        Assert.Null(Meter(Tones("0.3:-10")).IntegratedLufs());
        Assert.Null(new TruePeakMeter().End());
    }

    private static LoudnessMeter Meter(float[] samples)
    {
        // In uneven blocks, as from a decoder.
        var meter = new LoudnessMeter(Rate);
        for (var at = 0; at < samples.Length; at += 7_000) meter.Add(samples.AsSpan(at, Math.Min(7_000, samples.Length - at)));
        return meter;
    }

    private static double Peak(float[] samples)
    {
        var meter = new TruePeakMeter();
        for (var at = 0; at < samples.Length; at += 3_002) meter.Add(samples.AsSpan(at, Math.Min(3_002, samples.Length - at)));
        return meter.End()!.Value;
    }

    /// <summary>Stereo tones of 1 kHz, <c>seconds:dBFS</c> each, with continuous phase.</summary>
    private static float[] Tones(string parts, int rate = Rate)
    {
        List<float> samples = [];
        foreach (var part in parts.Split(' '))
        {
            var (seconds, db) = (double.Parse(part.Split(':')[0]), double.Parse(part.Split(':')[1]));
            for (var n = (int)Math.Round(seconds * rate); n > 0; n--)
            {
                var value = (float)(Math.Pow(10, db / 20) * Math.Sin(Math.Tau * 1000 * (samples.Count / 2) / rate));
                samples.Add(value);
                samples.Add(value);
            }
        }
        return [.. samples];
    }

    /// <summary>Fades in and out, so that only the tone itself is measured.</summary>
    private static double Swell(int i, int length) => Math.Min(1, Math.Min(i, length - i) / (length / 10.0));

    /// <summary>A sample of a signal limited to a quarter of its band, by a windowed sinc of 40 zero crossings.</summary>
    private static double Limited(double[] fine, int at)
    {
        var sum = 0.0;
        for (var k = -80; k <= 80; k++)
        {
            var x = k / 4.0;
            var sinc = k == 0 ? 1 : Math.Sin(Math.PI * x) / (Math.PI * x);
            var window = 0.42 + 0.5 * Math.Cos(Math.PI * k / 81) + 0.08 * Math.Cos(2 * Math.PI * k / 81);
            sum += (at + k >= 0 && at + k < fine.Length ? fine[at + k] : 0) * sinc * window / 4;
        }
        return sum;
    }
}
