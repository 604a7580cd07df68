using System.Globalization;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Videos;

/// <summary>Videos for pages: single pictures, and a copy that every browser plays if the original is not playable.</summary>
/// <param name="derived">The derived files.</param>
/// <param name="original">Returns the path of the file with a content hash.</param>
public sealed class VideoPictures(DerivedFiles derived, Func<string, string> original)
{
    /// <summary>The greatest width of a single picture, in pixels.</summary>
    public const int GreatestWidth = 1920;

    /// <summary>The longest side of a copy in pixels, and its highest frame rate: no projector shows more.</summary>
    private const int CopySide = 1920, CopyPictures = 60;

    private const string Quality = "4", CopyQuality = "20", LighterQuality = "24";

    /// <summary>The approximate size of a compressed copy: per pixel of each picture, and per second of sound.</summary>
    private const double LighterBitsPerPixel = 0.05, LighterSoundBits = 128_000;

    /// <summary>A picture of a video, as a JPEG file with its own proportions.</summary>
    /// <param name="video">The video.</param>
    /// <param name="frame">The frame at which it is visible, at 48 kHz.</param>
    /// <param name="width">The width in pixels.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It cannot be read there.</exception>
    public Task<string> PictureAsync(Sound video, long frame, int width, CancellationToken cancel)
    {
        var figures = Of(video);
        ArgumentOutOfRangeException.ThrowIfNegative(frame);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(width);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(width, GreatestWidth);
        return derived.GetAsync(
            $"videos/{video.Media}-{frame}-{width}.jpg",
            async (partial, token) =>
            {
                var seconds = frame / (double)Frames.PerSecond;
                var height = Math.Max(1, (int)Math.Round((double)width * figures.Height / figures.Width));
                await RunAsync(
                    video,
                    ["-ss", VideoFilters.SoughtFor(seconds).ToString("0.######", CultureInfo.InvariantCulture), "-i", $"file:{original(video.Media)}", "-map", "0:v:0",
                        "-vf", $"{VideoFilters.Whole},{VideoFilters.Even(seconds, 1, CopyPictures)},{Toned(figures)}{VideoFilters.ScaledForJpeg(width, height)}",
                        "-frames:v", "1", "-q:v", Quality, "-f", "mjpeg", "-protocol_whitelist", "file", "-y", $"file:{partial}"],
                    null, MediaTool.Quick, token);
                if (new FileInfo(partial) is not { Exists: true, Length: > 0 }) throw Unreadable(video);
            },
            cancel);
    }

    /// <summary>The file that browsers play: the video itself if all can play it, otherwise its copy; null while the copy does not exist.</summary>
    /// <param name="video">The video.</param>
    public string? FileOf(Sound video) => Of(video).PlaysAnywhere ? original(video.Media) : derived.Has(CopyName(video)) ? derived.PathOf(CopyName(video)) : null;

    /// <summary>Makes the copy that browsers play, if needed: only the pictures, no larger than a screen.</summary>
    /// <param name="video">The video.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Cancels it and keeps no partial file.</param>
    /// <exception cref="RuleException">It cannot be read, or the disk is full.</exception>
    public async Task PrepareAsync(Sound video, IProgress<double>? progress, CancellationToken cancel)
    {
        if (Of(video).PlaysAnywhere) return;
        await derived.GetAsync(CopyName(video), (partial, token) => CopyAsync(video, (0, video.Frames), CopyQuality, ["-an"], partial, progress, token), cancel);
    }

    /// <summary>A part of a video that every browser plays, made if it does not exist.</summary>
    /// <param name="video">The video.</param>
    /// <param name="fromFrame">Its first frame, at 48 kHz.</param>
    /// <param name="toFrame">The frame after its last.</param>
    /// <param name="withSound">Whether to include its sound.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Cancels it and keeps no partial file.</param>
    /// <returns>The path of an MP4 file.</returns>
    /// <exception cref="RuleException">It cannot be read, or the disk is full.</exception>
    public Task<string> PartAsync(Sound video, long fromFrame, long toFrame, bool withSound, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(video);
        ArgumentOutOfRangeException.ThrowIfNegative(fromFrame);
        ArgumentOutOfRangeException.ThrowIfLessThanOrEqual(toFrame, fromFrame);
        IEnumerable<string> sound = withSound ? ["-map", "0:a:0?", "-c:a", "aac", "-b:a", "256k"] : ["-an"];
        return derived.GetAsync(
            $"videos/{video.Media}-{fromFrame}-{toFrame}{(withSound ? "-heard" : "")}.mp4", (partial, token) => CopyAsync(video, (fromFrame, toFrame), CopyQuality, sound, partial, progress, token), cancel);
    }

    /// <summary>The file to preload of a video, made if it does not exist: its pictures as every browser plays them.</summary>
    /// <param name="video">The video.</param>
    /// <param name="file">Which file.</param>
    /// <param name="cancel">Cancels it and keeps no partial file.</param>
    /// <returns>The path of an MP4 file.</returns>
    /// <exception cref="RuleException">It cannot be read, or the disk is full.</exception>
    public async Task<string> PreparedAsync(Sound video, VideoFile file, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(file);
        if (file.IsPart) return await PartAsync(video, file.FromFrame, file.ToFrame, withSound: false, null, cancel);
        await PrepareAsync(video, null, cancel);
        return FileOf(video)!;
    }

    /// <summary>Makes a compressed copy of a video, with its sound.</summary>
    /// <param name="video">The video.</param>
    /// <param name="path">The MP4 file to write.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It cannot be read, or the disk is full.</exception>
    public Task LighterAsync(Sound video, string path, IProgress<double>? progress, CancellationToken cancel) =>
        CopyAsync(video, (0, video.Frames), LighterQuality, ["-map", "0:a:0?", "-c:a", "aac", "-b:a", "128k"], path, progress, cancel);

    /// <summary>The approximate size of a compressed copy, in bytes.</summary>
    /// <param name="video">The video.</param>
    public static long LighterBytes(Sound video)
    {
        var figures = Of(video);
        var scale = ScaleOf(figures);
        var bits = figures.Width * scale * figures.Height * scale * Math.Min(CopyPictures, figures.PicturesPerSecond) * LighterBitsPerPixel + LighterSoundBits;
        return (long)(bits / 8 * video.Frames / Frames.PerSecond);
    }

    /// <summary>Encodes a video so that every browser plays it: no larger than a screen, upright, with standard dynamic range.</summary>
    private Task CopyAsync(Sound video, (long From, long To) frames, string quality, IEnumerable<string> sound, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var figures = Of(video);
        var scale = ScaleOf(figures);
        IEnumerable<string> part = frames == (0, video.Frames) ? [] : ["-ss", Seconds(frames.From), "-t", Seconds(frames.To - frames.From)];
        var rate = figures.PicturesPerSecond > CopyPictures ? $"fps={CopyPictures}," : "";
        return RunAsync(
            video,
            [.. part, "-i", $"file:{original(video.Media)}", "-map", "0:v:0", "-vf", $"{VideoFilters.Whole},{rate}{Toned(figures)}{VideoFilters.Scaled(Even(figures.Width * scale), Even(figures.Height * scale))}",
                "-c:v", "libx264", "-preset", "veryfast", "-crf", quality, "-pix_fmt", "yuv420p", "-fps_mode", "vfr", "-force_key_frames", "expr:gte(t,n_forced)", .. sound, "-movflags", "+faststart",
                "-progress", "pipe:1", "-f", "mp4", "-protocol_whitelist", "file,pipe", "-y", $"file:{path}"],
            PipeTarget.ToDelegate(ReadProgress), LimitFor(frames.To - frames.From), cancel);

        void ReadProgress(string line)
        {
            if (line.StartsWith("out_time_us=", StringComparison.Ordinal) && long.TryParse(line.AsSpan("out_time_us=".Length), out var done))
                progress?.Report(Math.Clamp(done / 1e6 * Frames.PerSecond / (frames.To - frames.From), 0, 1));
        }

        static string Seconds(long of) => (of / (double)Frames.PerSecond).ToString("0.######", CultureInfo.InvariantCulture);

        static int Even(double side) => Math.Max(2, (int)Math.Round(side / 2) * 2);
    }

    /// <summary>The time limit of a copy: a slow machine encodes about ten pictures per second of the largest videos.</summary>
    private static TimeSpan LimitFor(long frames)
    {
        const int timesAsLong = 8;
        return TimeSpan.FromSeconds(Math.Max(MediaTool.Long.TotalSeconds, (double)timesAsLong * frames / Frames.PerSecond));
    }

    private static double ScaleOf(VideoFigures figures) => Math.Min(1, (double)CopySide / Math.Max(figures.Width, figures.Height));

    private static async Task RunAsync(Sound video, IEnumerable<string> arguments, PipeTarget? output, TimeSpan limit, CancellationToken cancel)
    {
        try
        {
            await MediaTool.RunAsync("ffmpeg", ["-nostdin", "-v", "error", .. SoundDecoder.Guard, .. arguments], null, output, limit, cancel, VideoFrames.MostBytes);
        }
        catch (MediaToolException)
        {
            throw Unreadable(video);
        }
    }

    private static VideoFigures Of(Sound video)
    {
        ArgumentNullException.ThrowIfNull(video);
        return video.Video ?? throw new RuleException($"{video.Name} has no video.", "sound");
    }

    private static RuleException Unreadable(Sound video) => new($"The video {video.Name} cannot be read at that point. Its file may be damaged. Add it again.");

    private static string Toned(VideoFigures figures) => figures.HighRange ? VideoFilters.ToneDown + "," : "";

    private static string CopyName(Sound video) => $"videos/{video.Media}.mp4";
}
