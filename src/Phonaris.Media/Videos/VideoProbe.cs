using System.Globalization;
using System.Text;
using System.Text.Json;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;

namespace Phonaris.Media.Videos;

/// <summary>Probes the video of a file: its declared properties, whether it can be decoded, and its length.</summary>
internal static class VideoProbe
{
    /// <summary>The supported formats, for messages.</summary>
    public const string Formats = "MP4, M4V, MOV, WebM, MKV, OGV, AVI and MPEG, with H.264, H.265, VP8, VP9, AV1, MPEG-4, MPEG-2 or Theora";

    /// <summary>The ffprobe entries needed in addition to those for sound.</summary>
    public const string Entries = "width,height,avg_frame_rate,r_frame_rate,sample_aspect_ratio,pix_fmt,field_order,color_transfer,duration:stream_side_data=rotation";

    /// <summary>How long before the end a picture must exist, in seconds.</summary>
    private const double TailSeconds = 2;

    private static readonly string[] Codings = ["h264", "hevc", "vp8", "vp9", "av1", "mpeg4", "mpeg2video", "mpeg1video", "theora"];

    /// <summary>The transfer functions of high dynamic range, by ffmpeg's names: perceptual quantizer and hybrid log-gamma (ITU-R BT.2100).</summary>
    private static readonly string[] HighRange = ["smpte2084", "arib-std-b67"];

    /// <summary>The declared properties of a file's video; null if it has none. A cover picture does not count.</summary>
    /// <param name="streams">ffprobe's streams.</param>
    /// <param name="container">ffprobe's name of the container.</param>
    /// <param name="name">Its name in messages.</param>
    public static VideoFormat? Find(IReadOnlyList<JsonElement> streams, string container, string name)
    {
        var stream = streams.FirstOrDefault(s => Text(s, "codec_type") == "video" && Text(s, "codec_name") is not ("mjpeg" or "png" or "bmp" or "gif" or "webp"));
        if (stream.ValueKind == JsonValueKind.Undefined) return null;
        var coding = Text(stream, "codec_name");
        if (!Codings.Contains(coding)) return Not($"{name} uses a video codec that is not supported ({(coding.Length > 0 ? coding : "unknown")}). Use {Formats}.");
        var (width, height) = (Number(stream, "width"), Number(stream, "height"));
        if (width <= 0 || height <= 0) return Not(NoPictures(name));
        if (width > VideoFigures.GreatestSide || height > VideoFigures.GreatestSide)
            return Not($"{name} is {width}×{height} pixels. A video can be at most {VideoFigures.GreatestSide} pixels wide and high. Save it smaller.");
        // With a variable frame rate, one value is the mean and the other the finest rate on which all pictures fall.
        var rate = Ratio(Text(stream, "avg_frame_rate")) is > 0 and var mean ? mean : Ratio(Text(stream, "r_frame_rate"));
        if (rate <= 0) return Not(NoPictures(name));
        if (rate > VideoFigures.MostPicturesPerSecond)
            return Not($"{name} has {rate:0} frames per second. A video can have at most {VideoFigures.MostPicturesPerSecond}. Save it with 25 to 60.");
        var turned = Turn(stream) is 90 or 270;
        var square = Ratio(Text(stream, "sample_aspect_ratio").Replace(':', '/')) is > 0.01 and < 100 and var shape ? shape : 1;
        var (across, down) = ((int)Math.Clamp(Math.Round(width * square), 1, VideoFigures.GreatestSide), height);
        double? seconds = double.TryParse(Text(stream, "duration"), NumberStyles.Float, CultureInfo.InvariantCulture, out var d) && d > 0 ? d : null;
        var plays = coding == "h264" && Text(stream, "pix_fmt") == "yuv420p" && Text(stream, "field_order") is "" or "progressive" or "unknown"
            && Turn(stream) == 0 && across == width && container.StartsWith("mov", StringComparison.Ordinal);
        return new(
            new(turned ? down : across, turned ? across : down, Math.Round(rate, 3), coding, streams.Any(s => Text(s, "codec_type") == "audio"), plays, HighRange.Contains(Text(stream, "color_transfer"))),
            seconds, null);

        static VideoFormat Not(string why) => new(null, null, why);
    }

    /// <summary>Decodes the first pictures of a video and finds the last: its length.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="claimed">The declared length, in seconds; null if unknown.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>Its length in seconds.</returns>
    /// <exception cref="RuleException">There is no readable video, or it is too long.</exception>
    public static async Task<double> LengthAsync(string path, string name, double? claimed, CancellationToken cancel)
    {
        var first = await PicturesAsync(path, "%+#2", cancel);
        if (first == 0) throw new RuleException(NoPictures(name));
        if (claimed is { } seconds and > 0 && (seconds < TailSeconds || await PicturesAsync(path, string.Create(CultureInfo.InvariantCulture, $"{seconds - TailSeconds:0.###}%+#1"), cancel) > 0))
            return first > 1 ? seconds : throw OnePicture(name);
        // The declared length is missing or too large: scan the file, without decoding.
        var end = await EndAsync(path, cancel);
        if (first < 2 || end <= 0) throw OnePicture(name);
        if (end > SoundDecoder.LongestSeconds) throw SoundDecoder.TooLong(name);
        return end;
    }

    private static async Task<int> PicturesAsync(string path, string interval, CancellationToken cancel)
    {
        using var frames = new MemoryStream();
        try
        {
            await MediaTool.RunAsync(
                "ffprobe", ["-v", "quiet", .. SoundDecoder.Guard, "-threads", "1", "-select_streams", "v:0", "-read_intervals", interval, "-show_entries", "frame=width", "-of", "csv=p=0", $"file:{path}"],
                null, PipeTarget.ToStream(frames), MediaTool.Quick, cancel, VideoFrames.MostBytes);
        }
        catch (MediaToolException)
        {
            // The output before the error is used.
        }
        // Side data of a picture has empty lines of its own.
        return Encoding.UTF8.GetString(frames.ToArray()).Split('\n').Count(line => line.Length > 0 && char.IsAsciiDigit(line[0]));
    }

    /// <summary>The end of the last picture, in seconds from the beginning; 0 if there is none.</summary>
    private static async Task<double> EndAsync(string path, CancellationToken cancel)
    {
        double? start = null;
        double end = 0;
        try
        {
            await MediaTool.RunAsync(
                "ffprobe", ["-v", "quiet", .. SoundDecoder.Guard, "-select_streams", "v:0", "-show_entries", "packet=pts_time,duration_time", "-of", "csv=p=0", $"file:{path}"],
                null, PipeTarget.ToDelegate(Take), MediaTool.Long, cancel, VideoFrames.MostBytes);
        }
        catch (MediaToolException)
        {
            // As far as it can be read.
        }
        return end - (start ?? 0);

        void Take(string line)
        {
            var parts = line.Split(',');
            if (!double.TryParse(parts[0], NumberStyles.Float, CultureInfo.InvariantCulture, out var at)) return;
            start = Math.Min(start ?? at, at);
            end = Math.Max(end, at + (parts.Length > 1 && double.TryParse(parts[1], NumberStyles.Float, CultureInfo.InvariantCulture, out var lasts) ? lasts : 0));
        }
    }

    /// <summary>The rotation that turns the pictures upright: 0, 90, 180 or 270 degrees.</summary>
    private static int Turn(JsonElement stream)
    {
        if (!stream.TryGetProperty("side_data_list", out var list)) return 0;
        foreach (var data in list.EnumerateArray())
            if (data.TryGetProperty("rotation", out var turn) && turn.ValueKind == JsonValueKind.Number) return (((int)Math.Round(turn.GetDouble()) % 360) + 360) % 360;
        return 0;
    }

    /// <summary>A string property of ffprobe; empty if missing.</summary>
    internal static string Text(JsonElement of, string property) => of.TryGetProperty(property, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString()! : "";

    private static int Number(JsonElement of, string property) => of.TryGetProperty(property, out var value) && value.TryGetInt32(out var number) ? number : 0;

    private static double Ratio(string text)
    {
        var parts = text.Split('/');
        return parts.Length == 2 && double.TryParse(parts[0], NumberStyles.Float, CultureInfo.InvariantCulture, out var a) && double.TryParse(parts[1], NumberStyles.Float, CultureInfo.InvariantCulture, out var b) && b > 0 ? a / b : 0;
    }

    private static string NoPictures(string name) => $"{name} has no video that can be read. Use {Formats}.";

    private static RuleException OnePicture(string name) => new($"{name} is a single picture, not a video. Add it as PNG, JPEG or WebP.");
}
