using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using SkiaSharp;

namespace Phonaris.Media.Tests;

/// <summary>Sounds slower and faster at the same pitch.</summary>
public sealed class StretchedSoundTests : IDisposable
{
    private readonly Sandbox _sandbox = new();

    [Fact]
    public async Task A_stretched_tone_keeps_its_pitch_and_has_the_exact_length()
    {
        // Bursts half a second apart on a tone: longer than a segment, so that segments join.
        var hash = (await _sandbox.SoundAsync("tone", _sandbox.Make("tone.wav", "-f", "lavfi", "-i", "aevalsrc=0.2*sin(440*2*PI*t)+0.6*cos(6000*2*PI*t)*exp(-pow((mod(t\\,0.5)-0.25)/0.012\\,2)):s=48000:d=12", "-ac", "2"))).Media;
        foreach (var speed in (double[])[0.5, 0.93, 1.25, 2])
        {
            var source = new SoundSource(hash, speed);
            var length = (long)Math.Round(12 * 48_000 / speed);
            var late = new float[48_000 * 2];
            // From the middle of a later segment, before anything else was computed.
            _sandbox.Sounds.Open(source).Read(210_000, late);
            Assert.False(_sandbox.Sounds.IsReady(source));
            await _sandbox.Sounds.PrepareAsync(source, 0, null, CancellationToken.None);
            Assert.True(_sandbox.Sounds.IsReady(source));
            var reader = _sandbox.Sounds.Open(source);
            Assert.Equal(length, reader.Frames);
            var all = new float[(length + 100) * 2];
            reader.Read(0, all);
            Assert.True(late.AsSpan().SequenceEqual(all.AsSpan(210_000 * 2, late.Length)));
            Assert.All(all[^200..], s => Assert.Equal(0, s));

            // 440 Hz by its zero crossings between the bursts, across the boundary as well: within 5 cents.
            var (from, frames) = ((int)(0.36 / speed * 48_000), (int)(0.13 / speed * 48_000));
            var pitch = Enumerable.Range(2, 18).Average(k => Hertz(all, (int)(k * 0.5 / speed * 48_000) + from, frames));
            Assert.InRange(1200 * Math.Log2(pitch / 440), -5, 5);

            // The bursts stay in place: within 8 ms of their times divided by the speed.
            for (var k = 2; k < 20; k++) Assert.InRange(Middle(all, (int)((k * 0.5 + 0.25) / speed * 48_000)), -384, 384);
        }
    }

    [Fact]
    public async Task Slightly_different_lengths_are_stretched_separately()
    {
        var hash = (await _sandbox.SoundAsync("tone", _sandbox.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=600:sample_rate=48000", "-ac", "2"))).Media;
        foreach (var length in (long[])[610_000 * Frames.PerMs, 610_020 * Frames.PerMs])
        {
            var reader = _sandbox.Sounds.Open(new SoundSource(hash, 600.0 * Frames.PerSecond / length));
            Assert.Equal(length, reader.Frames);
            var last = new float[10 * Frames.PerMs * 2];
            reader.Read(length - 10 * Frames.PerMs, last);
            Assert.InRange(last.Max(), 0.05f, 0.2f);
        }
    }

    [Fact]
    public async Task Failed_segments_are_retried()
    {
        var hash = (await _sandbox.SoundAsync("tone", _sandbox.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=3:sample_rate=48000", "-ac", "2"))).Media;
        // A file where the folder should be.
        var folder = _sandbox.PathOf("derived/speeds");
        await File.WriteAllTextAsync(folder, "");
        var reader = _sandbox.Sounds.Open(new SoundSource(hash, 0.8));
        var heard = new float[4800 * 2];
        Assert.ThrowsAny<IOException>(() => reader.Read(20_000, heard));
        File.Delete(folder);
        reader.Read(20_000, heard);
        Assert.Contains(heard, s => Math.Abs(s) > 0.05);
    }

    [Theory]
    [InlineData(8.75), InlineData(10.15), InlineData(11)]
    public async Task A_stretched_cue_keeps_its_pitch_and_fits_its_slides(double seconds)
    {
        var sound = await _sandbox.SoundAsync("tone", _sandbox.Make("tone.wav", "-f", "lavfi", "-i", "sine=440:duration=10:sample_rate=48000", "-ac", "2"));
        var show = Show.Empty("Stretched").Apply(new AddSlides([.. Enumerable.Range(1, 2).Select(n => _sandbox.Slide($"s{n}", SKColors.Red, (long)(seconds * 500)))], 0)).Show;
        show = show.Apply(new AddSound(sound, 0)).Show;
        var cue = CueDefaults.For(show, show.Sounds[0], "s1", "c") with { Span = new("s1", "s2"), FadeIn = Fade.None, FadeOut = Fade.None, LevelDb = 0, Fit = new(FitMethod.Stretch) };
        show = show.Apply(new PlaceCue(cue, 0)).Show;
        await _sandbox.Sounds.PrepareAllAsync(show, CancellationToken.None);
        var schedule = Schedule.Of(show, _sandbox.Sounds.Listened);
        Assert.Equal((0, (long)(seconds * 48_000)), (schedule.Cues[0].StartFrame, schedule.Cues[0].EndFrame));
        var all = new float[schedule.TotalFrames * 2];
        new Mixer(schedule, _sandbox.Sounds.Open).Render(0, all);
        Assert.InRange(1200 * Math.Log2(Hertz(all, 48_000, (int)(schedule.TotalFrames - 96_000)) / 440), -5, 5);
        // It plays to the end, to the frame.
        Assert.Contains(all[^600..], s => Math.Abs(s) > 0.02);
    }

    /// <summary>The distance between the centre of a burst and a frame, by its energy; high frequencies only, without the tone.</summary>
    private static double Middle(float[] samples, int frame)
    {
        double energy = 0, moment = 0;
        for (var n = -6000; n <= 6000; n++)
        {
            var i = (frame + n) * 2;
            var power = Math.Pow(samples[i + 2] - 2 * samples[i] + samples[i - 2], 2);
            (energy, moment) = (energy + power, moment + n * power);
        }
        return moment / energy;
    }

    private static double Hertz(float[] samples, int start, int frames)
    {
        var crossings = Enumerable.Range(start, frames)
            .Where(n => samples[n * 2] < 0 && samples[n * 2 + 2] >= 0)
            .Select(n => n + samples[n * 2] / (samples[n * 2] - samples[n * 2 + 2]))
            .ToList();
        return (crossings.Count - 1) * 48_000 / (crossings[^1] - crossings[0]);
    }

    public void Dispose() => _sandbox.Dispose();
}
