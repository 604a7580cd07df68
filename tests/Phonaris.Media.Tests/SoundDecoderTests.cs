using System.Diagnostics;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Tests;

public sealed class SoundDecoderTests : IDisposable
{
    private readonly Sandbox _box = new();

    [Theory]
    [InlineData("a.wav", "pcm_s16le")]
    [InlineData("a.mp3", "libmp3lame")]
    [InlineData("a.ogg", "libvorbis")]
    [InlineData("a.opus", "libopus")]
    [InlineData("a.flac", "flac")]
    [InlineData("a.m4a", "aac")]
    [InlineData("a.aac", "aac")]
    [InlineData("a.wma", "wmav2")]
    [InlineData("a.aiff", "pcm_s16be")]
    public async Task Common_formats_are_decoded_with_length_and_level(string name, string codec)
    {
        // Mono, to check that both sides get it unchanged: ffmpeg's default is 3 dB less.
        var sound = await _box.SoundAsync(name, _box.Make(name, "-f", "lavfi", "-i", "sine=frequency=1000:sample_rate=48000:duration=3", "-af", "volume=2", "-c:a", codec));
        Assert.InRange(sound.Frames, 3 * 48_000 - 2500, 3 * 48_000 + 4500);
        var samples = new float[48_000 * 2];
        _box.Sounds.Open(sound.Media).Read(48_000, samples);
        Assert.InRange(samples.Max(), 0.225f, 0.275f);
        Assert.Equal(samples[1000], samples[1001], 0.01f);
        // A sine of 1 kHz at −12 dBFS on both sides: −12.04 LUFS, slightly less with an encoder's silence before it.
        Assert.InRange(sound.Figures.LoudnessLufs!.Value, -12.7, -11.7);
        var peaks = new float[10];
        _box.Sounds.Peaks(sound.Media).Read(0, sound.Frames, peaks);
        Assert.All(peaks, p => Assert.InRange(p, 0.22f, 0.29f));
    }

    [Fact]
    public async Task Lossless_sound_at_48_kHz_is_decoded_exactly()
    {
        var path = _box.Make("noise.flac", "-f", "lavfi", "-i", "anoisesrc=r=48000:d=2:c=pink:seed=1", "-ac", "2", "-sample_fmt", "s16");
        var sound = await _box.SoundAsync("noise", path);
        var samples = new float[sound.Frames * 2];
        _box.Sounds.Open(sound.Media).Read(0, samples);
        Assert.Equal(Sandbox.Decode(path), samples);
    }

    [Fact]
    public async Task Invalid_samples_become_silence()
    {
        var path = _box.Make("bad.wav", "-f", "lavfi", "-i", "aevalsrc='if(eq(n,48000),0/0,0.25*sin(2*PI*1000*t))':s=48000:d=3", "-c:a", "pcm_f32le");
        Assert.Contains(Sandbox.Decode(path), float.IsNaN);
        var sound = await _box.SoundAsync("bad.wav", path);
        var samples = new float[sound.Frames * 2];
        _box.Sounds.Open(sound.Media).Read(0, samples);
        Assert.All(samples, s => Assert.True(float.IsFinite(s)));
        Assert.InRange(sound.Figures.LoudnessLufs!.Value, -12.2, -11.9);
    }

    [Theory]
    [InlineData("words.mp3", "This is a shopping list, not a sound.\nEggs.\n")]
    [InlineData("list.wav", "#EXTM3U\n/etc/hostname\n")]
    [InlineData("list.m4a", "ffconcat version 1.0\nfile /etc/hostname\n")]
    public async Task Files_that_are_not_sounds_are_rejected_by_name(string name, string content)
    {
        await File.WriteAllTextAsync(_box.PathOf(name), content);
        var problem = await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync(name, _box.PathOf(name)));
        Assert.StartsWith(name, problem.Message);
        Assert.Contains("FLAC", problem.Message);
        Assert.Empty(Directory.Exists(_box.PathOf("derived")) ? Directory.GetFiles(_box.PathOf("derived"), "*", SearchOption.AllDirectories) : []);
    }

    [Fact]
    public async Task An_empty_sound_is_rejected()
    {
        var path = _box.Make("nothing.wav", "-f", "lavfi", "-i", "anullsrc=r=48000", "-t", "0");
        Assert.Contains("has no audio", (await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync("nothing.wav", path))).Message);
        await File.WriteAllBytesAsync(_box.PathOf("empty.wav"), []);
        Assert.Contains("is empty", (await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync("empty.wav", _box.PathOf("empty.wav")))).Message);
    }

    [Fact]
    public async Task Cancelled_decoding_leaves_nothing_and_can_be_repeated()
    {
        var path = _box.Make("long.wav", "-f", "lavfi", "-i", "sine=duration=120", "-ac", "2");
        File.Copy(path, _box.PathOf("hash"));
        using var stop = new CancellationTokenSource();
        var progress = new Reports(f => { if (f > 0.1) stop.Cancel(); });
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => _box.Sounds.PrepareAsync("hash", "long", progress, stop.Token));
        Assert.Empty(Directory.GetFiles(_box.PathOf("derived"), "*", SearchOption.AllDirectories));
        Assert.Equal(120 * 48_000, (await _box.Sounds.PrepareAsync("hash", "long", null, CancellationToken.None)).Figures.Frames);
    }

    [Theory]
    [InlineData("-KILL"), InlineData("-TERM"), InlineData("-INT")]
    public async Task A_killed_decoder_does_not_count_as_a_damaged_file(string signal)
    {
        var path = _box.Make("long.flac", "-f", "lavfi", "-i", "sine=duration=120", "-ac", "2");
        File.Copy(path, _box.PathOf("long"));
        var progress = new Reports(f => { if (f is > 0.1 and < 0.2) Kill(signal, _box.PathOf("long")); });
        var problem = await Assert.ThrowsAsync<RuleException>(() => _box.Sounds.PrepareAsync("long", "long.flac", progress, CancellationToken.None));
        Assert.Contains("stopped by the system", problem.Message);
        Assert.Empty(Directory.GetFiles(_box.PathOf("derived"), "*", SearchOption.AllDirectories));
        var again = await _box.Sounds.PrepareAsync("long", "long.flac", null, CancellationToken.None);
        Assert.Equal((120 * 48_000L, 0L), (again.Figures.Frames, again.Figures.MissingFrames));

        static void Kill(string signal, string path)
        {
            foreach (var process in Process.GetProcessesByName("ffmpeg"))
                if (CommandOf(process).Contains(path, StringComparison.Ordinal)) Process.Start("kill", [signal, $"{process.Id}"])!.WaitForExit();
        }

        // Another test's process may have ended in the meantime.
        static string CommandOf(Process process)
        {
            try
            {
                return File.ReadAllText($"/proc/{process.Id}/cmdline");
            }
            catch (IOException)
            {
                return "";
            }
        }
    }

    [Fact]
    public async Task Derived_files_of_a_sound_are_made_together()
    {
        var sound = await _box.SoundAsync("tone", _box.Make("tone.wav", "-f", "lavfi", "-i", "sine=duration=2", "-ac", "2"));
        var show = Show.Empty("S") with { Sounds = [sound] };
        foreach (var spoil in (Action<string>[])[File.Delete, f => File.WriteAllBytes(f, File.ReadAllBytes(f)[..^800])])
            foreach (var ending in new[] { ".f32", ".peaks", ".3.json" })
            {
                var file = Directory.GetFiles(_box.PathOf("derived"), $"*{ending}", SearchOption.AllDirectories).Single();
                var whole = await File.ReadAllBytesAsync(file);
                if (whole.Length <= 800) continue;
                spoil(file);
                // As after a restart.
                using var library = new SoundLibrary(_box.Derived, _box.PathOf);
                if (ending != ".peaks" || !File.Exists(file)) Assert.Empty(await library.PrepareWhatCanBeAsync(show, CancellationToken.None));
                else await File.WriteAllBytesAsync(file, whole);
                Assert.Equal(whole, await File.ReadAllBytesAsync(file));
            }
        // If its file is missing or damaged, the sound is silent and reports it until it is back; the show can still be used.
        var (path, bytes) = (_box.PathOf(sound.Media), await File.ReadAllBytesAsync(_box.PathOf(sound.Media)));
        Directory.Delete(_box.PathOf("derived"), recursive: true);
        using var without = new SoundLibrary(_box.Derived, _box.PathOf);
        File.Delete(path);
        Assert.Contains("missing", (await without.PrepareWhatCanBeAsync(show, CancellationToken.None))["tone"]);
        var samples = new float[200];
        without.Open(sound.Media).Read(4000, samples);
        Assert.All(samples, s => Assert.Equal(0, s));
        bytes[5000] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        using (var spoilt = new SoundLibrary(_box.Derived, _box.PathOf)) Assert.Contains("has changed", (await spoilt.PrepareWhatCanBeAsync(show, CancellationToken.None))["tone"]);
        bytes[5000] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        var before = without.Renewals;
        for (var n = 0; n < 200 && (await without.PrepareWhatCanBeAsync(show, CancellationToken.None)).Count > 0; n++) await Task.Delay(100);
        Assert.True(without.Renewals > before);
        without.Open(sound.Media).Read(4000, samples);
        Assert.Contains(samples, s => s != 0);
    }

    [Fact]
    public void Too_little_disk_space_is_reported_before_decoding()
    {
        Room.Need(_box.PathOf("here"), 1, "a sound");
        Assert.Matches(@"^The disk is too full for a sound, which needs 9000000000\.0 GB with \d+(\.\d)? [GM]B available\.", Assert.Throws<RuleException>(() => Room.Need(_box.PathOf("here"), 9_000_000_000_000_000_000, "a sound")).Message);
    }

    [Fact]
    public async Task Measuring_reads_a_file_at_its_own_rate()
    {
        var path = _box.Make("m.wav", "-f", "lavfi", "-i", "aevalsrc=0.5*sin(2*PI*441*t)|0.25*sin(2*PI*441*t)|0:s=44100:d=1.5", "-c:a", "pcm_s24le");
        var measured = await SoundMeasure.OfAsync(path, CancellationToken.None);
        Assert.Equal((66_150, 44_100, 3), (measured.Frames, measured.SampleRate, measured.Channels));
        Assert.Equal(-6.02, measured.SamplePeakDbfs!.Value, 0.01);
    }

    public void Dispose() => _box.Dispose();

    private sealed class Reports(Action<double> report) : IProgress<double>
    {
        public void Report(double value) => report(value);
    }
}
