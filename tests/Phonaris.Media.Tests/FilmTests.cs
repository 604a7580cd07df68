using System.Buffers.Binary;
using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Films;
using Phonaris.Media.Sounds;
using SkiaSharp;

namespace Phonaris.Media.Tests;

public sealed class FilmTests : IDisposable
{
    private readonly Sandbox _box = new();

    [Theory]
    [InlineData(FilmFormat.Mp4, "h264", "aac", "mov_text")]
    [InlineData(FilmFormat.Webm, "vp9", "opus", "webvtt")]
    public async Task A_film_has_length_chapters_captions_pictures_and_the_engines_sound(FilmFormat format, string pictures, string sound, string captions)
    {
        var show = await ShowAsync();
        var film = _box.PathOf($"film.{format}");
        await ExportAsync(show, film, format, "WEBVTT\n\n00:00:03.100 --> 00:00:05.100\nA moth\n");

        var probe = JsonDocument.Parse(Sandbox.Run("ffprobe", "-v", "error", "-show_streams", "-show_format", "-show_chapters", "-count_packets", "-of", "json", film)).RootElement;
        var streams = probe.GetProperty("streams").EnumerateArray().ToList();
        Assert.Equal([pictures, sound, captions], streams.Select(s => s.TryGetProperty("codec_name", out var name) ? name.GetString() : null).Where(n => n != "bin_data"));
        Assert.Equal("30/1", streams[0].GetProperty("avg_frame_rate").GetString());
        Assert.Contains("A moth", Sandbox.Run("ffmpeg", "-v", "error", "-i", film, "-map", "0:s", "-f", "srt", "-"));
        // 3.1 + 2 + 7.05 s at 30 frames per second: 364.5 frames, rounded up.
        Assert.Equal("365", streams[0].GetProperty("nb_read_packets").GetString());
        Assert.Equal(12.15, double.Parse(probe.GetProperty("format").GetProperty("duration").GetString()!, CultureInfo.InvariantCulture), 1 / 30.0);
        Assert.Equal(["Slide a", "One; two = three # four", "Slide c"], probe.GetProperty("chapters").EnumerateArray().Select(c => c.GetProperty("tags").GetProperty("title").GetString()));

        AssertNear((255, 0, 0), film, 0);
        AssertNear((0, 0, 255), film, 93);
        // Where nothing changes, a frame equals the one before it to the last bit.
        var hashes = Sandbox.Run("ffmpeg", "-v", "error", "-i", film, "-map", "0:v", "-f", "framehash", "-hash", "crc32", "-").Split('\n').Where(l => l.StartsWith('0')).Select(l => l.Split(',')[^1].Trim()).ToList();
        Assert.Equal((1, 1, 30, 1), (Distinct(0, 93), Distinct(93, 153), Distinct(153, 183), Distinct(183, 365)));
        // The dissolve into the third slide takes frames 153 to 182: after 11½ of 30 it is five eighths the second, three eighths the third.
        AssertNear((0, 49, 157), film, 164);
        AssertNear((0, 128, 0), film, 184);
        AssertNear((0, 128, 0), film, 364);

        // Those of the encoder for all parts, and those of unchanged pictures.
        if (format == FilmFormat.Mp4) Assert.Equal(3, ParameterSets(film).Distinct().Count());

        var (heard, mixed) = (Sandbox.Decode(film), Mix(show));
        Assert.InRange(heard.Length, mixed.Length, mixed.Length + 2 * 1024);
        // Exactly in its place, and as close as the codec gets.
        var inPlace = SignalToNoise(heard, mixed, 0);
        Assert.InRange(inPlace, 14, 90);
        Assert.InRange(SignalToNoise(heard, mixed, 3), 0, inPlace - 3);

        int Distinct(int from, int to) => hashes[from..to].Distinct().Count();
    }

    [Fact]
    public async Task Sound_encoded_in_segments_is_as_good_as_encoded_whole()
    {
        var music = await _box.SoundAsync("music", _box.Make("music.wav", "-f", "lavfi", "-i", "anoisesrc=r=48000:d=100:c=pink:seed=5:a=0.3", "-ac", "2"));
        var show = Show.Empty("Long") with { Slides = [_box.Slide("a", SKColors.Gray, 100_000)], Sounds = [music] };
        show = show with { Cues = [new("c", "music", new("a", "a"), CueStart.WithSlide, 0, CueStop.Span, 0, music.Frames, 1, 0, Fade.None, Fade.None)] };
        var film = _box.PathOf("long.mp4");
        await ExportAsync(show, film);
        await SoundEncoder.WriteAsync(Schedule.Of(show), _box.Sounds.Open, 0, 100 * 48_000, SoundFileFormat.Wav, _box.PathOf("whole.wav"), null, CancellationToken.None);
        _box.Make("whole.m4a", ["-i", _box.PathOf("whole.wav"), .. FilmSettings.SoundCoding]);

        var (pieces, whole, mixed) = (Sandbox.Decode(film), Sandbox.Decode(_box.PathOf("whole.m4a")), Mix(show));
        // Around a segment boundary (after each 2048 AAC frames of 1024 samples, minus the one of priming) and elsewhere: the codec's error is the same.
        foreach (var at in new[] { 4_193_280, 4_194_304, 700_000 })
        {
            var (ours, theirs) = (Ratio(pieces, at), Ratio(whole, at));
            Assert.True(ours > theirs - 1, $"At {at}: {ours:0.0} dB in pieces, {theirs:0.0} dB whole.");
        }

        double Ratio(float[] samples, int at) => SignalToNoise(samples[((at - 3000) * 2)..((at + 3000) * 2)], mixed[((at - 3000) * 2)..((at + 3000) * 2)], 0);
    }

    [Fact]
    public async Task Holds_and_levels_encode_no_picture_again()
    {
        var show = await ShowAsync();
        await ExportAsync(show, _box.PathOf("first.mp4"));
        var parts = Parts("*.h264");
        var held = show.Apply(new SetHolds([new("a", 120_000)])).Show;
        var louder = held with { Cues = [held.Cues[0] with { LevelDb = -20 }] };
        await ExportAsync(louder, _box.PathOf("second.mp4"));
        Assert.Equal(parts, Parts("*.h264"));
        Assert.Equal("3872", Sandbox.Run("ffprobe", "-v", "error", "-select_streams", "v", "-count_packets", "-show_entries", "stream=nb_read_packets", "-of", "csv=p=0", _box.PathOf("second.mp4")).Trim().TrimEnd(','));
    }

    [Fact]
    public async Task A_full_disk_is_reported_and_leaves_no_partial_film()
    {
        var show = await ShowAsync();
        var folder = _box.PathOf("small");
        Directory.CreateDirectory(folder);
        // A disk of 64 kB that only one process and its children see: it needs no privileges.
        using var disk = Process.Start(new ProcessStartInfo(
            "unshare", ["--user", "--map-root-user", "--mount", "sh", "-c", "mount -t tmpfs -o size=64k tmpfs \"$0\" && echo mounted && exec sleep 600", folder])
        { RedirectStandardOutput = true, RedirectStandardError = true })!;
        Assert.SkipUnless(await disk.StandardOutput.ReadLineAsync() == "mounted", "No disk of its own can be had here.");
        try
        {
            var small = $"/proc/{disk.Id}/root{folder}";
            var problem = await Assert.ThrowsAsync<RuleException>(() => ExportAsync(show, Path.Combine(small, "film.mp4")));
            Assert.Contains("disk is full", problem.Message);
            Assert.Empty(Directory.GetFileSystemEntries(small));
            problem = await Assert.ThrowsAsync<RuleException>(() => SoundEncoder.WriteAsync(
                Schedule.Of(show), _box.Sounds.Open, 0, 480_000, SoundFileFormat.Wav, Path.Combine(small, "sound.wav"), null, CancellationToken.None));
            Assert.Contains("disk is full", problem.Message);
            Assert.Empty(Directory.GetFileSystemEntries(small));
        }
        finally
        {
            disk.Kill();
        }
    }

    [Fact]
    public async Task Sound_files_contain_the_engines_samples_to_24_bits()
    {
        var show = await ShowAsync();
        var mixed = Mix(show);
        foreach (var (format, name) in new[] { (SoundFileFormat.Wav, "s.wav"), (SoundFileFormat.Flac, "s.flac") })
        {
            await SoundEncoder.WriteAsync(Schedule.Of(show), _box.Sounds.Open, 0, mixed.Length / 2, format, _box.PathOf(name), null, CancellationToken.None);
            var heard = Sandbox.Decode(_box.PathOf(name));
            Assert.Equal(mixed.Length, heard.Length);
            for (var i = 0; i < mixed.Length; i++) Assert.True(Math.Abs(mixed[i] - heard[i]) < 1.3e-7);
        }
    }

    [Theory]
    [InlineData(SoundFileFormat.Mp3)]
    [InlineData(SoundFileFormat.Opus)]
    [InlineData(SoundFileFormat.M4a)]
    public async Task Compressed_sound_files_have_the_right_length_and_level(SoundFileFormat format)
    {
        var show = await ShowAsync();
        var (mixed, path) = (Mix(show), _box.PathOf($"s.{format}"));
        await SoundEncoder.WriteAsync(Schedule.Of(show), _box.Sounds.Open, 0, mixed.Length / 2, format, path, null, CancellationToken.None);
        var heard = Sandbox.Decode(path);
        Assert.InRange(heard.Length, mixed.Length, mixed.Length + 2 * 2304);
        Assert.Equal(0, 20 * Math.Log10(Rms(heard) / Rms(mixed)), 0.2);

        static double Rms(float[] samples) => Math.Sqrt(samples.Sum(s => (double)s * s));
    }

    [Fact]
    public async Task Stems_add_up_to_the_mix_including_crossfades()
    {
        var show = await ShowAsync();
        var (first, voice) = (show.Cues[0] with { Span = new("a", "b"), LevelDb = 10 }, show.Sounds[0] with { Id = "voice", Kind = SoundKind.Voice });
        show = show with { Sounds = [.. show.Sounds, voice], Cues = [first, first with { Id = "d", Span = new("c", "c"), HandoverMs = 1500, InFrame = 12_000 }, first with { Id = "e", SoundId = "voice", Span = new("b", "b") }] };
        var schedule = Schedule.Of(show);
        Assert.Contains(schedule.Cues, c => c.CrossfadesFrom == "c");
        var (sum, stems) = (new float[schedule.TotalFrames * 2], new double[schedule.TotalFrames * 2]);
        new Mixer(schedule, _box.Sounds.Open).Sum(0, sum);
        foreach (var cue in new[] { "c", "d", "e" })
        {
            var path = _box.PathOf($"{cue}.wav");
            await SoundEncoder.WriteStemAsync(schedule, _box.Sounds.Open, new HashSet<string> { cue }, 0, schedule.TotalFrames, path, null, CancellationToken.None);
            var stem = Sandbox.Decode(path);
            Assert.Equal(sum.Length, stem.Length);
            for (var i = 0; i < stem.Length; i++) stems[i] += stem[i];
        }
        Assert.True(sum.Max(Math.Abs) > 1, "The limiter has nothing to do.");
        // A step of 24 bits.
        for (var i = 0; i < sum.Length; i++) Assert.InRange(stems[i] - sum[i], -1.2e-7, 1.2e-7);
    }

    [Fact]
    public async Task A_schedule_in_segments_equals_the_mix_to_the_last_bit()
    {
        var show = await ShowAsync();
        using var pieces = new MemoryStream();
        // Characters that ffmpeg would read as part of a pattern.
        await SoundPieces.WriteAsync(Schedule.Of(show), _box.Sounds.Open, Directory.CreateDirectory(_box.PathOf("100 %d")).FullName, pieces, CancellationToken.None);
        var mixed = Mix(show);
        var heard = new List<float>();
        var bytes = pieces.ToArray().AsSpan();
        for (var n = 0; bytes.Length > 0; n++)
        {
            var length = BinaryPrimitives.ReadInt32LittleEndian(bytes);
            File.WriteAllBytes(_box.PathOf($"{n}.flac"), bytes.Slice(4, length));
            heard.AddRange(Sandbox.Decode(_box.PathOf($"{n}.flac")));
            bytes = bytes[(4 + length)..];
        }
        Assert.Equal(mixed.Length, heard.Count);
        for (var i = 0; i < mixed.Length; i++) Assert.Equal(mixed[i], heard[i], 1.2e-7f);
    }

    public void Dispose() => _box.Dispose();

    private async Task<Show> ShowAsync()
    {
        var music = await _box.SoundAsync("music", _box.Make("m.wav", "-f", "lavfi", "-i", "anoisesrc=r=48000:d=2:c=brown:seed=3:a=0.6", "-ac", "2"));
        var show = Show.Empty("A film") with
        {
            Slides = [_box.Slide("a", SKColors.Red, 3100), _box.Slide("b", SKColors.Blue, 2000) with { Title = "One; two = three # four" }, _box.Slide("c", SKColors.Green, 7050, dissolveMs: 1000)],
            Sounds = [music],
        };
        return show with { Cues = [new("c", "music", new("a", "c"), CueStart.WithSlide, 0, CueStop.Span, 0, music.Frames, Cue.FillSpan, 0, Fade.Of(500), Fade.Of(500))] };
    }

    private Task ExportAsync(Show show, string path, FilmFormat format = FilmFormat.Mp4, string? captions = null) =>
        _box.Films.ExportAsync(TimedShow.Of(show), RunningOrder.Of(show).Slides, FilmSettings.Of(320, 180, 30, format), captions, path, null, CancellationToken.None);

    private float[] Mix(Show show)
    {
        var schedule = Schedule.Of(show);
        var samples = new float[schedule.TotalFrames * 2];
        new Mixer(schedule, _box.Sounds.Open).Render(0, samples);
        return samples;
    }

    private List<(string, DateTime)> Parts(string pattern) =>
        [.. Directory.GetFiles(_box.PathOf("derived/film"), pattern).Order().Select(p => (p, File.GetLastWriteTimeUtc(p)))];

    /// <summary>The sequence and picture parameter sets in a film's stream (NAL unit types 7 and 8), in hexadecimal.</summary>
    private IEnumerable<string> ParameterSets(string film)
    {
        var stream = Convert.ToHexString(File.ReadAllBytes(_box.Make("stream.h264", "-i", film, "-map", "0:v", "-c", "copy", "-bsf:v", "h264_mp4toannexb", "-f", "h264")));
        return stream.Split("000001").Where(nal => nal.Length > 2 && (Convert.ToInt32(nal[..2], 16) & 0x1F) is 7 or 8).Select(nal => nal.TrimEnd('0'));
    }

    private static double SignalToNoise(float[] heard, float[] meant, int shift)
    {
        double signal = 0, noise = 0;
        for (var i = 0; i < meant.Length - shift * 2; i++)
        {
            signal += (double)meant[i] * meant[i];
            noise += Math.Pow(heard[i + shift * 2] - meant[i], 2);
        }
        return 10 * Math.Log10(signal / noise);
    }

    private void AssertNear((int R, int G, int B) wanted, string film, int picture)
    {
        var (r, g, b) = Pixel(film, picture);
        Assert.True(Math.Abs(r - wanted.R) < 8 && Math.Abs(g - wanted.G) < 8 && Math.Abs(b - wanted.B) < 8, $"Picture {picture} is {r} {g} {b}.");
    }

    private (int R, int G, int B) Pixel(string film, int picture)
    {
        var raw = _box.Make("pixel.rgb", "-i", film, "-vf", $"select=eq(n\\,{picture}),scale=in_color_matrix=bt709,format=rgb24,crop=1:1:160:90", "-frames:v", "1", "-f", "rawvideo");
        var bytes = File.ReadAllBytes(raw);
        return (bytes[0], bytes[1], bytes[2]);
    }
}
