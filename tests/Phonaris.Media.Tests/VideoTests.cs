using System.Buffers.Binary;
using System.Text;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Films;
using SkiaSharp;

namespace Phonaris.Media.Tests;

public sealed class VideoTests : IDisposable
{
    private const int Fps = 30;

    /// <summary>One picture, in seconds, and the rounding error.</summary>
    private const double Picture = 1.001 / Fps;

    private readonly Sandbox _box = new();

    [Theory]
    [InlineData("a.mp4", "h264", true, 320, 180, "-c:v", "libx264", "-pix_fmt", "yuv420p")]
    [InlineData("a.m4v", "mpeg4", false, 320, 180, "-c:v", "mpeg4", "-f", "mp4")]
    [InlineData("a.mov", "hevc", false, 320, 180, "-c:v", "libx265", "-x265-params", "log-level=none")]
    [InlineData("a.webm", "vp8", false, 320, 180, "-c:v", "libvpx", "-c:a", "libopus")]
    [InlineData("b.webm", "vp9", false, 320, 180, "-c:v", "libvpx-vp9", "-deadline", "realtime", "-c:a", "libopus")]
    [InlineData("a.mkv", "av1", false, 320, 180, "-c:v", "libaom-av1", "-usage", "realtime", "-cpu-used", "8")]
    [InlineData("a.ogv", "theora", false, 320, 180, "-c:v", "libtheora", "-q:v", "8")]
    [InlineData("a.avi", "mpeg4", false, 320, 180, "-c:v", "mpeg4")]
    [InlineData("a.mpg", "mpeg2video", false, 320, 180, "-c:v", "mpeg2video", "-q:v", "2", "-flags", "+ildct+ilme")]
    // Pixels twice as wide as high; more than eight bits; an odd size; a variable frame rate.
    [InlineData("wide.mp4", "h264", false, 640, 180, "-c:v", "libx264", "-pix_fmt", "yuv420p", "-aspect", "32:9")]
    [InlineData("deep.mp4", "hevc", false, 320, 180, "-c:v", "libx265", "-pix_fmt", "yuv420p10le", "-color_trc", "smpte2084", "-color_primaries", "bt2020", "-colorspace", "bt2020nc", "-x265-params", "log-level=none")]
    [InlineData("odd.mkv", "h264", false, 161, 91, "-c:v", "libx264", "-pix_fmt", "yuv444p", "-vf", "scale=161:91,setsar=1")]
    [InlineData("uneven.mkv", "h264", false, 320, 180, "-c:v", "libx264", "-vf", "setpts=PTS+0.015*mod(N\\,3)/TB", "-vsync", "vfr", "-pix_fmt", "yuv420p")]
    public async Task Common_video_formats_are_imported_in_sync(string name, string coding, bool plays, int width, int height, params string[] how)
    {
        var video = await FlashesAsync(name, how);
        Assert.Equal((coding, plays, width, height, true), (video.Video!.Coding, video.Video.PlaysAnywhere, video.Video.Width, video.Video.Height, video.Video.HasSound));
        Assert.Equal(name == "deep.mp4", video.Video.HighRange);
        Assert.Equal(4 * Frames.PerSecond, video.Frames, Frames.PerSecond / 10.0);

        await AssertTogetherAsync(On(video, c => c), [1, 2, 3]);
    }

    [Theory]
    [InlineData(FilmFormat.Mp4)]
    [InlineData(FilmFormat.Webm)]
    public async Task Trimmed_looped_and_at_another_speed_picture_and_sound_stay_in_sync(FilmFormat format)
    {
        var video = await FlashesAsync("a.mp4", "-c:v", "libx264", "-pix_fmt", "yuv420p");
        // From 0.6 s to 3.6 s it flashes after 0.4, 1.4 and 2.4 s.
        var part = On(video, c => c with { InFrame = 28_800, OutFrame = 172_800 });
        await AssertTogetherAsync(part, [0.4, 1.4, 2.4], format);
        var twice = part with { Cues = [part.Cues[0] with { Rounds = 2, DelayMs = 250 }] };
        var period = TimedShow.Of(twice).Schedule.Cues[0].PeriodFrames / (double)Frames.PerSecond;
        await AssertTogetherAsync(twice, [0.65, 1.65, 2.65, 0.65 + period, 1.65 + period, 2.65 + period], format);
        await AssertTogetherAsync(part with { Cues = [part.Cues[0] with { Speed = 0.5 }] }, [0.8, 2.8, 4.8], format, heard: false);
    }

    [Fact]
    public async Task An_exported_part_is_exact_and_keeps_its_sound()
    {
        var video = await FlashesAsync("a.mkv", "-c:v", "mpeg4", "-g", "100");
        AssertTogether(await _box.Videos.PartAsync(video, 28_800, 172_800, withSound: true, null, CancellationToken.None), [0.4, 1.4, 2.4]);
        // Before it starts, that part of a long one is preloaded, and all of a short one; its sound is loaded separately.
        var file = await _box.Videos.PreparedAsync(video, new("part", 28_800, 172_800, IsPart: true), CancellationToken.None);
        AssertTogether(file, [0.4, 1.4, 2.4], heard: false);
        Assert.Equal("video", Sandbox.Run("ffprobe", "-v", "error", "-show_entries", "stream=codec_type", "-of", "csv=p=0", file).Trim());
        AssertTogether(await _box.Videos.PreparedAsync(video, VideoFile.Of(video, CueDefaults.For(Show.Empty("") with { Slides = [_box.Slide("a", SKColors.Blue, 8000)] }, video, "a", "v")), CancellationToken.None), [1, 2, 3], heard: false);
    }

    [Fact]
    public async Task Only_moving_seconds_are_encoded_and_dissolves_are_applied()
    {
        var video = await FlashesAsync("a.mp4", "-c:v", "libx264", "-pix_fmt", "yuv420p");
        // Three slides of 8 s. On the second it is in the lower right corner, and leaves with a dissolve to the third.
        var show = Show.Empty("A film") with { Slides = [_box.Slide("a", SKColors.Red, 8000), _box.Slide("b", SKColors.Blue, 8000), _box.Slide("c", SKColors.Green, 8000, dissolveMs: 1000)], Sounds = [video] };
        show = show with { Cues = [CueDefaults.For(show, video, "b", "v") with { OutFrame = 3 * Frames.PerSecond + 2400, Video = new(0.5, 0.5, 0.5, 0.5) }] };
        var film = await ExportAsync(show);
        var hashes = Sandbox.Run("ffmpeg", "-v", "error", "-i", film, "-map", "0:v", "-f", "framehash", "-hash", "crc32", "-").Split('\n').Where(l => l.StartsWith('0')).Select(l => l.Split(',')[^1].Trim()).ToList();
        Assert.Equal(24 * Fps, hashes.Count);
        // It ends within a flash: that picture stays, to the last bit, until the dissolve.
        Assert.Equal((1, 1, 1), (Distinct(0, 8 * Fps), Distinct(8 * Fps + 92, 16 * Fps), Distinct(17 * Fps, 24 * Fps)));
        Assert.Equal(Fps, Distinct(16 * Fps, 17 * Fps));
        var corner = Luma(film, "8:8:300:160");
        Assert.InRange(corner[15 * Fps], 225, 255);
        // Half way from white to the green slide, whose luma is about 75 of 255, in full range.
        Assert.InRange(corner[16 * Fps + Fps / 2], corner[17 * Fps] + 50, 225);
        // Hidden until it starts, and after its end.
        var hidden = show with { Cues = [show.Cues[0] with { DelayMs = 1000, Video = show.Cues[0].Video! with { HiddenBefore = true, AtEnd = VideoEnd.Leaves } }] };
        corner = Luma(await ExportAsync(hidden), "8:8:300:160");
        Assert.Equal(corner[8 * Fps], corner[15 * Fps], 2.0);
        Assert.NotInRange(corner[9 * Fps + 15], corner[8 * Fps] - 8, corner[8 * Fps] + 8);

        int Distinct(int from, int to) => hashes[from..to].Distinct().Count();
    }

    [Fact]
    public async Task A_portrait_video_is_rotated_and_a_silent_one_has_its_full_length()
    {
        _box.Make("lying.mp4", "-f", "lavfi", "-i", "color=white:s=320x180:r=25:d=2", "-vf", "drawbox=0:0:160:180:color=black:t=fill", "-c:v", "libx264", "-pix_fmt", "yuv420p");
        var video = await _box.SoundAsync("v", _box.Make("upright.mp4", "-i", _box.PathOf("lying.mp4"), "-c", "copy", "-metadata:s:v", "rotate=270"), SoundKind.Video);
        Assert.Equal((180, 320, false, false), (video.Video!.Width, video.Video.Height, video.Video.HasSound, video.Video.PlaysAnywhere));
        Assert.Equal(2 * Frames.PerSecond, video.Frames);
        Assert.Null(video.Figures.LoudnessLufs);
        // In a slide that is wider than high: black above, white below, or the other way round, and blue at its sides.
        var film = await ExportAsync(On(video, c => c with { Video = new(0, 0, 1, 1) }));
        var (above, below) = (Luma(film, "8:8:156:20")[5], Luma(film, "8:8:156:150")[5]);
        Assert.True(Math.Abs(above - below) > 200, $"{above} above, {below} below.");
        Assert.Equal(Luma(film, "8:8:20:20")[5], Luma(film, "8:8:290:150")[5], 2.0);
        // It has no sound.
        Assert.Contains("has no audio", (await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync("s", _box.PathOf("upright.mp4")))).Message);
    }

    [Theory]
    [InlineData("thousand.mp4", "frames per second", "-f", "lavfi", "-i", "color=red:s=64x64:r=1000:d=1", "-c:v", "libx264")]
    [InlineData("vast.mkv", "pixels", "-f", "lavfi", "-i", "color=red:s=16000x16:r=5:d=1", "-c:v", "libx264")]
    [InlineData("one.mp4", "single picture", "-f", "lavfi", "-i", "color=red:s=64x64:r=25", "-frames:v", "1", "-c:v", "libx264")]
    [InlineData("other.mkv", "video codec that is not supported", "-f", "lavfi", "-i", "color=red:s=64x64:r=25:d=1", "-c:v", "ffv1")]
    [InlineData("sound.m4a", "has no video", "-f", "lavfi", "-i", "sine=duration=1", "-c:a", "aac")]
    public async Task Unusable_videos_are_rejected_with_a_sentence(string name, string says, params string[] how)
    {
        var problem = await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync(name, _box.Make(name, how), SoundKind.Video));
        Assert.StartsWith(name, problem.Message.Replace("The pictures of ", "", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.Contains(says, problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("list.mp4", "#EXTM3U\n/etc/hostname\n")]
    [InlineData("list.webm", "ffconcat version 1.0\nfile /etc/hostname\n")]
    public async Task A_playlist_is_not_a_video(string name, string content)
    {
        await File.WriteAllTextAsync(_box.PathOf(name), content);
        Assert.StartsWith(name, (await Assert.ThrowsAsync<RuleException>(() => _box.SoundAsync(name, _box.PathOf(name), SoundKind.Video))).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_absurd_length_is_rejected_and_a_damaged_video_is_used_in_part()
    {
        var whole = await File.ReadAllBytesAsync((await MadeAsync("whole.mp4", "-c:v", "libx264", "-g", "25", "-pix_fmt", "yuv420p", "-movflags", "+faststart")).Path);
        var years = whole.ToArray();
        foreach (var (box, at) in new[] { ("mvhd", 16), ("mdhd", 16), ("tkhd", 20) })
            for (var found = 0; Find(years, box, found) is >= 0 and var place; found = place + 4) BinaryPrimitives.WriteUInt32BigEndian(years.AsSpan(place + 4 + at), 0x7FFFFFFF);
        Assert.Contains("longer than 4 hours", (await Assert.ThrowsAsync<RuleException>(() => VideoAsync("years.mp4", years))).Message, StringComparison.Ordinal);

        // The middle of its pictures and sound is noise.
        var damaged = whole.ToArray();
        new Random(3).NextBytes(damaged.AsSpan(damaged.Length / 2, damaged.Length / 8));
        var taken = await VideoAsync("damaged.mp4", damaged);
        Assert.Equal(4 * Frames.PerSecond, taken.Frames, Frames.PerSecond / 10.0);
        Assert.Equal(8 * Fps, Luma(await ExportAsync(On(taken, c => c)), "8:8:0:0").Count);

        // Truncated: the readable part is used, and the missing part is reported.
        var half = await VideoAsync("half.mp4", whole[..(whole.Length * 6 / 10)]);
        Assert.InRange(half.Frames, Frames.PerSecond, 3.5 * Frames.PerSecond);
        Assert.InRange(half.Figures.MissingFrames, 0.5 * Frames.PerSecond, 3 * Frames.PerSecond);

        static int Find(byte[] bytes, string name, int from) => bytes.AsSpan(from).IndexOf(Encoding.ASCII.GetBytes(name)) is >= 0 and var at ? from + at : -1;
    }

    public void Dispose() => _box.Dispose();

    /// <summary>Four seconds: at each whole second but the first, white for 0.12 s with a tone of 1 kHz; otherwise black and silent.</summary>
    private async Task<Sound> FlashesAsync(string name, params string[] how) => await _box.SoundAsync("v", (await MadeAsync(name, how)).Path, SoundKind.Video);

    private Task<(string Path, string Name)> MadeAsync(string name, params string[] how) => Task.FromResult((_box.Make(
        name,
        ["-f", "lavfi", "-i", "color=black:s=320x180:r=25:d=4,drawbox=color=white:t=fill:enable='gte(t,0.99)*lt(mod(t+0.001,1),0.12)'",
            "-f", "lavfi", "-i", "aevalsrc='if(gte(t,1)*lt(mod(t,1),0.12),0.5*sin(2*PI*1000*t),0)':s=48000:d=4", .. how]), name));

    private async Task<Sound> VideoAsync(string name, byte[] content)
    {
        await File.WriteAllBytesAsync(_box.PathOf(name), content);
        return await _box.SoundAsync("v", _box.PathOf(name), SoundKind.Video);
    }

    /// <summary>One blue slide of 8 s, filled by a video.</summary>
    private Show On(Sound video, Func<Cue, Cue> change)
    {
        var show = Show.Empty("A film") with { Slides = [_box.Slide("a", SKColors.Blue, 8000)], Sounds = [video] };
        return show with { Cues = [change(CueDefaults.For(show, video, "a", "v") with { Video = VideoPlace.Whole, LevelDb = 0, FadeOut = Fade.None })] };
    }

    private async Task<string> ExportAsync(Show show, FilmFormat format = FilmFormat.Mp4)
    {
        var film = _box.PathOf($"film-{Guid.NewGuid():N}.{format}");
        await _box.Films.ExportAsync(TimedShow.Of(show), RunningOrder.Of(show).Slides, FilmSettings.Of(320, 180, Fps, format), null, film, null, CancellationToken.None);
        return film;
    }

    /// <summary>Finds the flashes of a film and checks that it beeps within one picture of each.</summary>
    private async Task AssertTogetherAsync(Show show, double[] seconds, FilmFormat format = FilmFormat.Mp4, bool heard = true)
    {
        AssertTogether(await ExportAsync(show, format), seconds, heard);
    }

    private void AssertTogether(string film, double[] seconds, bool heard = true)
    {
        List<double> flashes = [.. Rises([.. Luma(film, "8:8:156:86").Select(l => l > 128)], 1).Select(at => at / (double)Fps)];
        Assert.Equal(seconds.Length, flashes.Count);
        Assert.All(seconds.Zip(flashes), f => Assert.Equal(f.First, f.Second, Picture));
        if (!heard) return;
        var sound = Sandbox.Decode(film);
        List<double> beeps = [.. Rises([.. Enumerable.Range(0, sound.Length / 2).Select(k => Math.Abs(sound[2 * k]) > 0.1)], 4800).Select(at => at / (double)Frames.PerSecond)];
        Assert.Equal(flashes.Count, beeps.Count);
        Assert.All(flashes.Zip(beeps), f => Assert.Equal(f.First, f.Second, Picture));
    }

    /// <summary>The starts of runs after a gap.</summary>
    private static IEnumerable<int> Rises(bool[] there, int quiet)
    {
        var last = -quiet - 1;
        for (var at = 0; at < there.Length; at++)
        {
            if (!there[at]) continue;
            if (at - last > quiet) yield return at;
            last = at;
        }
    }

    /// <summary>The lightness of a part of each picture of a film, 0 to 255.</summary>
    private List<int> Luma(string film, string part)
    {
        var raw = _box.Make("luma.gray", "-i", film, "-vf", $"fps={Fps},crop={part},scale=1:1:flags=area,format=gray", "-f", "rawvideo");
        return [.. File.ReadAllBytes(raw).Select(b => (int)b)];
    }
}
