using CsCheck;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

public class MixerTests
{
    [Fact]
    public void Blocks_of_any_size_and_order_give_identical_samples() =>
        Gen.Select(Shows.Any, Gen.Int[1, 50_000].Array[3, 8], Gen.Double[0.1, 3]).Sample(
            (show, sizes, peak) =>
            {
                var schedule = Schedule.Of(show);
                var whole = Render(schedule, 0, schedule.TotalFrames, peak);
                var mixer = new Mixer(schedule, m => Sound(show, m.Media, peak));
                List<(long Start, int Count)> blocks = [];
                long at = 0;
                for (var i = 0; at < schedule.TotalFrames; i++)
                {
                    var count = (int)Math.Min(sizes[i % sizes.Length], schedule.TotalFrames - at);
                    blocks.Add((at, count));
                    at += count;
                }
                // Backwards, so that nothing can depend on what was rendered before.
                foreach (var (start, count) in blocks.AsEnumerable().Reverse())
                {
                    var block = new float[count * 2];
                    mixer.Render(start, block);
                    Assert.True(block.AsSpan().SequenceEqual(whole.AsSpan((int)start * 2, block.Length)), $"Frames from {start} differ.");
                }

                float[] Render(Schedule s, long from, long to, double p)
                {
                    var samples = new float[(to - from) * 2];
                    new Mixer(s, m => Sound(show, m.Media, p)).Render(from, samples);
                    return samples;
                }
            },
            iter: 60);

    [Fact]
    public void A_content_key_identifies_the_rendered_sound_after_any_edit()
    {
        const int length = 100 * Frames.PerMs;
        Gen.Select(Shows.Any, Gen.Int, Gen.Int[0, 400]).Sample((show, seed, offset) =>
        {
            Show edited;
            try
            {
                edited = show.Apply(RandomEdits.Any(show, new Random(seed))).Show;
            }
            catch (RuleException)
            {
                return;
            }
            var (before, after) = (Schedule.Of(show), Schedule.Of(edited));
            var total = Math.Min(before.TotalFrames, after.TotalFrames);
            for (var start = (long)offset * Frames.PerMs; start + length <= total; start += 2 * Frames.PerSecond)
            {
                var (from, to) = Mixer.Context(start, start + length);
                if (before.ContentKey(from, to) != after.ContentKey(from, to)) continue;
                Assert.True(Render(show, before, start).AsSpan().SequenceEqual(Render(edited, after, start)), $"Frames from {start} differ under the same name.");
            }
        }, iter: 600);

        static float[] Render(Show show, Schedule schedule, long start)
        {
            var samples = new float[length * 2];
            new Mixer(schedule, s => Signal.Noise(s.Frame(show.Sounds.First(x => x.Media == s.Media).Frames), 0.3, (uint)(s.Media[^1] * 7919 + s.Speed * 1000))).Render(start, samples);
            return samples;
        }
    }

    [Theory]
    [InlineData(FadeCurve.Linear)]
    [InlineData(FadeCurve.EqualPower)]
    [InlineData(FadeCurve.Smooth)]
    public void A_fade_follows_its_closed_form(FadeCurve curve)
    {
        const int fade = 48_000, length = 192_000;
        var samples = One(new Signal(length, _ => 0.5f), c => c with { FadeIn = new(1000, curve), FadeOut = new(2000, curve), LevelDb = -6 });
        var level = Math.Pow(10, -6 / 20.0) * 0.5;
        for (var n = 0; n < length; n += 997)
        {
            var (x, y) = (Math.Min(1, n / (double)fade), Math.Min(1, (length - 1 - n) / (double)(2 * fade)));
            Assert.Equal(level * Curve(x) * Curve(y), samples[n * 2], 1e-6);
        }

        double Curve(double x) => curve switch
        {
            FadeCurve.Linear => x,
            FadeCurve.EqualPower => Math.Sin(Math.PI / 2 * x),
            _ => (1 - Math.Cos(Math.PI * x)) / 2,
        };
    }

    [Fact]
    public void Fades_longer_than_the_cue_shrink_in_proportion()
    {
        var (fadeIn, fadeOut) = FadeShape.Pair(FadeShape.Of(Fade.Of(3000)), FadeShape.Of(Fade.Of(1000)), 96_000);
        Assert.Equal((72_000, 24_000), (fadeIn.Frames, fadeOut.Frames));
    }

    [Fact]
    public void A_hard_edge_is_ramped_over_five_milliseconds_and_the_rest_is_unchanged()
    {
        const int length = 192_000;
        var noise = Signal.Noise(length, 0.3, 1);
        var samples = One(noise, c => c);
        var original = new float[length * 2];
        noise.Read(0, original);
        Assert.Equal(0, samples[0]);
        Assert.Equal(0, samples[^1]);
        Assert.True(samples.AsSpan(480, (length - 480) * 2).SequenceEqual(original.AsSpan(480, (length - 480) * 2)));
        // A constant shows the ramp itself: no step larger than its steepest slope.
        var ramp = One(new Signal(length, _ => 1 / 4f), c => c);
        for (var n = 1; n < length; n++) Assert.True(Math.Abs(ramp[n * 2] - ramp[n * 2 - 2]) < 0.25 * Math.PI / 2 / 240 * 1.01);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_loop_keeps_its_power_through_the_crossfade(bool correlated)
    {
        // 240 Hz has whole periods in this loop, so both sides of the crossfade are the same wave; noise never repeats itself.
        const long used = 96_000;
        var sound = correlated ? Signal.Sine(used, 240, 0.5) : Signal.Noise(used, 0.5, 3);
        var samples = One(sound, c => c with { Rounds = Cue.FillSpan });
        const int seam = 86_400, length = 9_600;
        // A crossfade with the wrong law would be 1.8 dB low (equal gain on noise) or 1.2 dB high (equal power on the sine).
        var (within, before) = (Power(samples, seam, length), Power(samples, seam - 20_000, length));
        Assert.InRange(10 * Math.Log10(within / before), -0.4, 0.4);
        if (correlated)
            for (var n = seam; n < seam + length; n += 13)
                Assert.Equal(0.5 * Math.Sin(Math.Tau * 240 * n / 48_000), samples[n * 2], 0.005);
    }

    [Fact]
    public void The_second_repeat_equals_the_first()
    {
        var samples = One(Signal.Noise(96_000, 0.5, 5), c => c with { Rounds = 2 });
        const int after = 9_600, period = 86_400;
        Assert.True(samples.AsSpan(after * 2, 60_000).SequenceEqual(samples.AsSpan((period + after) * 2, 60_000)));
        Assert.Equal(0, samples[(96_000 + period) * 2]);
    }

    private static double Power(float[] samples, int from, int count)
    {
        double sum = 0;
        for (var n = from; n < from + count; n++) sum += (double)samples[n * 2] * samples[n * 2];
        return sum / count;
    }

    /// <summary>One cue on one slide of four seconds (192,000 frames).</summary>
    private static float[] One(Signal sound, Func<Cue, Cue> shape)
    {
        var show = Shows.Of(1, 4000) with { Sounds = [Shows.Sound("a", sound.Frames)] };
        show = show with { Cues = [shape(Shows.Cue("c", "a", "s1", "s1", sound.Frames))] };
        var samples = new float[192_000 * 2];
        new Mixer(Schedule.Of(show), _ => sound).Render(0, samples);
        return samples;
    }

    private static Signal Sound(Show show, string media, double peak) =>
        Signal.Noise(show.Sounds.Single(s => s.Media == media).Frames, peak, (uint)media[1]);
}
