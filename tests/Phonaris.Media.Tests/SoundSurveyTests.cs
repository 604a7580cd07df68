using System.Diagnostics;
using System.Text;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Tests;

/// <summary>The survey of a sound file: figures, tags, damage; and files that are not sounds.</summary>
public sealed class SoundSurveyTests : IDisposable
{
    private readonly Sandbox _box = new();

    [Fact]
    public async Task Loudness_agrees_with_ffmpeg_on_the_demo()
    {
        // The longest are left out, because ffmpeg takes its time.
        foreach (var path in Directory.EnumerateFiles(Path.Combine(Root(), "demo", "sounds"), "*.ogg").Where(p => new FileInfo(p).Length < 400_000).Order())
        {
            var ours = await SoundMeasure.OfAsync(path, CancellationToken.None);
            var theirs = Ebur128(path);
            Assert.Equal(theirs["I"], ours.IntegratedLufs!.Value, 0.1);
            // ffmpeg gives 0 where a sound is too short to have a range, and oversamples with another filter.
            if (ours.RangeLu is { } range) Assert.Equal(theirs["LRA"], range, 0.5);
            Assert.Equal(theirs["Peak"], ours.TruePeakDbtp!.Value, 0.25);
        }
    }

    [Fact]
    public async Task A_sound_is_measured_during_import()
    {
        var path = _box.Make(
            "tagged.flac", "-f", "lavfi", "-i", "sine=500:duration=3:sample_rate=48000", "-f", "lavfi", "-i", "color=green:s=64x64:d=1", "-map", "0", "-map", "1:v", "-frames:v", "1",
            "-disposition:v", "attached_pic", "-af", "volume=6dB,adelay=700,apad=pad_dur=0.4,pan=stereo|c0=c0|c1=c0",
            "-metadata", "title=Night Air", "-metadata", "artist=Aino Veld", "-metadata", "license=CC-BY-4.0");
        var sound = await _box.SoundAsync("tagged", path);
        var prepared = await _box.Sounds.PrepareAsync(sound.Media, "tagged", null, CancellationToken.None);
        Assert.InRange(prepared.Figures.LeadFrames, 700 * 48 - 60, 700 * 48 + 60);
        Assert.InRange(prepared.Figures.TailFrames, 0.4 * 48_000 - 60, 0.4 * 48_000 + 60);
        // An eighth of full scale, twice that by 6 dB.
        Assert.Equal(-12.04, prepared.Figures.TruePeakDbtp!.Value, 0.1);
        Assert.Equal(("Night Air", "Aino Veld", "CC-BY-4.0"), (prepared.Tags.Title, prepared.Tags.Author, prepared.Tags.Licence));
        Assert.True(prepared.Figures.HasCover);
        Assert.StartsWith("\u0089PNG", Encoding.Latin1.GetString(await File.ReadAllBytesAsync((await _box.Sounds.CoverAsync(sound.Media, CancellationToken.None))!)));
    }

    [Fact]
    public async Task Speech_is_distinguished_from_music()
    {
        async Task<SoundKind> GuessAsync(string file)
        {
            var sound = await _box.SoundAsync(file, Path.Combine(Root(), "demo", "sounds", $"{file}.ogg"));
            return SoundKinds.Guess("x", sound.Figures with { Frames = Math.Max(sound.Frames, SoundKinds.SpotBelowFrames) });
        }

        Assert.Equal(SoundKind.Voice, await GuessAsync("welcome"));
        Assert.Equal(SoundKind.Voice, await GuessAsync("hold-a-lantern"));
        foreach (var bed in new[] { "dusk-pad", "lantern-waltz", "mill-stream-reel", "homeward" }) Assert.Equal(SoundKind.Bed, await GuessAsync(bed));
        Assert.Equal(SoundKind.Spot, SoundKinds.Guess("Bell", new(48_000, 48_000, 2, null, null, null, null, 0, 0, 0, 0, false)));
    }

    [Fact]
    public async Task A_damaged_sound_is_used_in_part_and_the_loss_is_reported()
    {
        var bytes = await File.ReadAllBytesAsync(_box.Make("whole.flac", "-f", "lavfi", "-i", "anoisesrc=r=48000:d=10:seed=3", "-ac", "2"));
        await File.WriteAllBytesAsync(_box.PathOf("half.flac"), bytes[..(bytes.Length * 6 / 10)]);
        var sound = await _box.SoundAsync("half", _box.PathOf("half.flac"));
        Assert.InRange(sound.Frames, 5.5 * 48_000, 6.5 * 48_000);
        Assert.Equal(10 * 48_000, sound.Frames + sound.Figures.MissingFrames, 10.0);
        Assert.Equal(0, (await _box.SoundAsync("whole", _box.PathOf("whole.flac"))).Figures.MissingFrames);
    }

    [Theory]
    [InlineData("list.mp3", "#EXTM3U\n#EXTINF:10,\nfile:///etc/hostname\n")]
    [InlineData("concat.wav", "ffconcat version 1.0\nfile '/etc/hostname'\n")]
    [InlineData("manifest.m4a", "<?xml version=\"1.0\"?><MPD xmlns=\"urn:mpeg:dash:schema:mpd:2011\"><Period><BaseURL>http://127.0.0.1:1/x</BaseURL></Period></MPD>")]
    [InlineData("sdp.ogg", "v=0\no=- 0 0 IN IP4 127.0.0.1\nc=IN IP4 127.0.0.1\nm=audio 5004 RTP/AVP 0\n")]
    public async Task Playlists_disguised_as_sounds_are_rejected(string name, string content)
    {
        await File.WriteAllTextAsync(_box.PathOf(name), content);
        Assert.Contains("is not a sound", (await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync(name, _box.PathOf(name)))).Message);
    }

    [Fact]
    public async Task An_absurd_declared_length_is_rejected_or_ignored()
    {
        var bytes = await File.ReadAllBytesAsync(_box.Make("short.wav", "-f", "lavfi", "-i", "sine=duration=1:sample_rate=48000", "-ac", "2", "-bitexact"));
        BitConverter.TryWriteBytes(bytes.AsSpan(4), uint.MaxValue - 8);
        BitConverter.TryWriteBytes(bytes.AsSpan(40), uint.MaxValue - 44);
        await File.WriteAllBytesAsync(_box.PathOf("claims.wav"), bytes);
        try
        {
            Assert.Equal(48_000, (await _box.SoundAsync("claims", _box.PathOf("claims.wav"))).Frames);
        }
        catch (RuleException e)
        {
            Assert.Contains("longer than 4 hours", e.Message);
        }
    }

    [Fact]
    public async Task Corrupted_sounds_are_read_or_rejected()
    {
        var good = new[] { "ogg", "mp3", "m4a", "flac" }
            .Select(ending => _box.Make($"good.{ending}", "-f", "lavfi", "-i", "sine=300:duration=0.5:sample_rate=48000", "-ac", "2"))
            .Select(File.ReadAllBytes)
            .ToList();
        for (var seed = 0; seed < 24; seed++)
        {
            var random = new Random(seed);
            var bytes = good[seed % good.Count].ToArray();
            for (var times = 0; times < 4; times++) bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
            var path = _box.PathOf($"spoiled{seed}");
            await File.WriteAllBytesAsync(path, seed % 5 == 0 ? bytes[..random.Next(1, bytes.Length)] : bytes);
            try
            {
                Assert.InRange((await _box.SoundAsync($"spoiled{seed}", path)).Frames, 1, SoundDecoder.LongestSeconds * 48_000L);
            }
            catch (RuleException e)
            {
                Assert.Contains($"spoiled{seed}", e.Message);
            }
        }
    }

    [Fact]
    public async Task A_compressed_copy_has_the_same_length_to_the_frame()
    {
        var sound = await _box.SoundAsync("heavy", _box.Make("heavy.wav", "-f", "lavfi", "-i", "anoisesrc=r=44100:d=7.3:seed=2:c=pink", "-ac", "2"));
        await SoundEncoder.LighterAsync(_box.Sounds.Open(sound.Media), _box.PathOf("light.ogg"), null, CancellationToken.None);
        var copy = await _box.SoundAsync("light", _box.PathOf("light.ogg"));
        Assert.Equal(sound.Frames, copy.Frames);
        Assert.Equal(sound.Figures.LoudnessLufs!.Value, copy.Figures.LoudnessLufs!.Value, 0.3);
        Assert.True(new FileInfo(_box.PathOf("light.ogg")).Length < new FileInfo(_box.PathOf("heavy.wav")).Length / 3);
    }

    [Fact]
    public async Task A_full_disk_is_reported_and_leaves_no_partial_sound()
    {
        var e = await Assert.ThrowsAsync<RuleException>(() => WholeFile.WriteAsync(_box.PathOf("to/film.mp4"), async partial =>
        {
            await File.WriteAllBytesAsync(partial, new byte[10]);
            await File.WriteAllBytesAsync("/dev/full", new byte[10]);
        }));
        Assert.StartsWith("The disk is full", e.Message);
        Assert.Empty(Directory.EnumerateFiles(_box.PathOf("to")));
    }

    [Fact]
    public void Derived_files_stay_within_a_limit_and_recent_ones_are_kept()
    {
        var now = DateTime.UtcNow;
        foreach (var (name, days) in new[] { ("a/old", 9), ("a/older", 12), ("b/new", 1), ("b/open", 0) })
        {
            Directory.CreateDirectory(Path.GetDirectoryName(_box.PathOf($"derived/{name}"))!);
            File.WriteAllBytes(_box.PathOf($"derived/{name}"), new byte[100]);
            File.SetLastWriteTimeUtc(_box.PathOf($"derived/{name}"), now.AddDays(-days));
        }
        Assert.Equal(0, Tidy(400));
        Assert.Equal(100, Tidy(350));
        Assert.False(File.Exists(_box.PathOf("derived/a/older")));
        // Files in use by an open show stay, however long ago they were used.
        Assert.Equal(100, Tidy(0, leased: "old"));
        Assert.Equal(100, Tidy(0));
        Assert.True(File.Exists(_box.PathOf("derived/b/open")));
        // On a full disk they take at most half of the total, on an empty one 20 GB.
        Assert.Equal((7_500_000_000, 20_000_000_000, 20_000_000_000), (DerivedRoom.Bound(15_000_000_000, 0), DerivedRoom.Bound(1_000, 500_000_000_000), DerivedRoom.Bound(1_000, null)));

        long Tidy(long bound, string? leased = null) => DerivedRoom.Tidy(_box.PathOf("derived"), bound, now, name => name == leased, file =>
        {
            file.Delete();
            return 100;
        });
    }

    public void Dispose() => _box.Dispose();

    /// <summary>The results of ffmpeg's filter, by name.</summary>
    private static Dictionary<string, double> Ebur128(string path)
    {
        using var process = Process.Start(new ProcessStartInfo("ffmpeg", ["-hide_banner", "-nostats", "-i", path, "-af", "ebur128=peak=true", "-f", "null", "-"]) { RedirectStandardError = true })!;
        var summary = process.StandardError.ReadToEnd();
        process.WaitForExit();
        return summary[summary.LastIndexOf("Summary", StringComparison.Ordinal)..]
            .Split('\n')
            .Select(l => l.Split(':', 2))
            .Where(l => l.Length == 2 && l[0].Trim() is "I" or "LRA" or "Peak")
            .ToDictionary(l => l[0].Trim(), l => double.Parse(l[1].Trim().Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture));
    }

    private static string Root()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(at.FullName, "Phonaris.slnx"))) at = at.Parent!;
        return at.FullName;
    }
}
