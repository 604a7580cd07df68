using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Media.Videos;

namespace Phonaris.Media.Sounds;

/// <summary>Reads sound files of common formats through ffmpeg, limited to local files and to the containers listed here.</summary>
public static class SoundDecoder
{
    /// <summary>The longest sound, in seconds: four hours.</summary>
    public const int LongestSeconds = 4 * 3600;

    /// <summary>The supported formats, for messages.</summary>
    public const string Formats = "WAV, MP3, Ogg Vorbis, Opus, FLAC, M4A/AAC, WMA, AIFF or a film";

    private const string Containers = "wav,w64,mp3,ogg,flac,mov,aac,asf,aiff,caf,matroska,avi,mpegts,mpeg";

    /// <summary>The number of frames per block.</summary>
    private const int BlockFrames = 65_536;

    private const int WavPacketBytes = 262_144;

    private const int LowestRate = 1000, HighestRate = 768_000;

    /// <summary>A damaged file with less readable sound than this is rejected.</summary>
    private const double LeastPartSeconds = 0.1;

    private const double LeastMissingSeconds = 0.25;

    /// <summary>Only local files, and only these containers: files that a file refers to are not opened.</summary>
    internal static readonly string[] Guard = ["-protocol_whitelist", "file", "-format_whitelist", Containers];

    /// <summary>Probes the first sound stream and the video of a file, without decoding.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The file is empty or has no readable sound.</exception>
    public static async Task<SoundFormat> ProbeAsync(string path, string name, CancellationToken cancel)
    {
        if (new FileInfo(path).Length == 0) throw new RuleException($"{name} is empty. Choose a file with audio.");
        using var json = new MemoryStream();
        try
        {
            await MediaTool.RunAsync(
                "ffprobe",
                ["-v", "error", .. Guard, "-show_entries",
                    $"stream=codec_type,codec_name,sample_fmt,sample_rate,channels,{VideoProbe.Entries}:stream_disposition=attached_pic:stream_tags:format=format_name,duration:format_tags",
                    "-of", "json", $"file:{path}"],
                null, PipeTarget.ToStream(json), MediaTool.Quick, cancel);
        }
        catch (MediaToolException)
        {
            throw NotSound(name);
        }
        using var probed = JsonDocument.Parse(json.ToArray());
        var streams = probed.RootElement.TryGetProperty("streams", out var all) ? all.EnumerateArray().ToList() : [];
        var format = probed.RootElement.TryGetProperty("format", out var found) ? found : default;
        if (format.ValueKind == JsonValueKind.Undefined) throw NotSound(name);
        double? seconds = double.TryParse(VideoProbe.Text(format, "duration"), NumberStyles.Float, CultureInfo.InvariantCulture, out var d) ? d : null;
        if (seconds > LongestSeconds) throw TooLong(name);
        var video = VideoProbe.Find(streams, VideoProbe.Text(format, "format_name"), name);
        var stream = streams.Find(s => VideoProbe.Text(s, "codec_type") == "audio");
        if (stream.ValueKind == JsonValueKind.Undefined && video?.Problem is { } problem) throw new RuleException(problem);
        if (stream.ValueKind == JsonValueKind.Undefined && video is not null)
            return new("", Frames.PerSecond, Frames.Channels, seconds, SoundTags.Read(format, default), false, false, false, video);
        if (stream.ValueKind == JsonValueKind.Undefined
            || !int.TryParse(VideoProbe.Text(stream, "sample_rate"), NumberStyles.None, CultureInfo.InvariantCulture, out var rate)
            || !stream.TryGetProperty("channels", out var count) || count.GetInt32() is not (> 0 and var channels)
            || rate is < LowestRate or > HighestRate)
            throw NotSound(name);
        var cover = streams.Exists(s => s.TryGetProperty("disposition", out var is_) && is_.GetProperty("attached_pic").GetInt32() == 1);
        return new(VideoProbe.Text(stream, "codec_name"), rate, channels, seconds, SoundTags.Read(format, stream), cover, VideoProbe.Text(stream, "sample_fmt") is "s16" or "s16p", VideoProbe.Text(format, "format_name") == "wav", video);
    }

    /// <summary>Extracts the cover picture of a file.</summary>
    /// <param name="path">The file.</param>
    /// <param name="picture">The PNG file to write, at most 256 pixels wide.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="MediaToolException">There is no readable cover.</exception>
    internal static Task CoverAsync(string path, string picture, CancellationToken cancel) => MediaTool.RunAsync(
        "ffmpeg",
        ["-nostdin", "-v", "error", .. Guard, "-i", $"file:{path}", "-map", "0:v:0", "-frames:v", "1", "-vf", "scale='min(256,iw)':-1",
            "-f", "apng", "-protocol_whitelist", "file", "-y", $"file:{picture}"],
        null, null, MediaTool.Quick, cancel);

    /// <summary>Decodes a file to the engine's format and passes the samples on in blocks.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="format">The result of <see cref="ProbeAsync"/>.</param>
    /// <param name="take">Receives interleaved stereo at 48 kHz, in whole frames.</param>
    /// <param name="progress">Receives the progress from 0 to 1, if the length is known.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>What was decoded; of a damaged file the readable part.</returns>
    /// <exception cref="RuleException">Nothing can be decoded, it is too long, or it is empty.</exception>
    public static Task<Decoded> DecodeAsync(
        string path, string name, SoundFormat format, SamplesTaker take, IProgress<double>? progress, CancellationToken cancel) =>
        ReadAsync(path, name, format, Frames.PerSecond, Frames.Channels, narrow: false, take, progress, cancel);

    /// <summary>Decodes a file at its own rate and channels, for measuring.</summary>
    /// <inheritdoc cref="DecodeAsync"/>
    public static Task<Decoded> DecodeAsIsAsync(string path, string name, SoundFormat format, SamplesTaker take, CancellationToken cancel) =>
        ReadAsync(path, name, format, format?.SampleRate ?? 0, format?.Channels ?? 0, format?.Is16Bit ?? false, take, null, cancel);

    private static async Task<Decoded> ReadAsync(
        string path, string name, SoundFormat format, int rate, int channels, bool narrow, SamplesTaker take, IProgress<double>? progress,
        CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(format);
        ArgumentNullException.ThrowIfNull(take);
        // ffmpeg lowers a mono sound by 3 dB in stereo. Here both sides get it unchanged.
        var spread = format.Channels == 1 && channels == 2 ? "pan=stereo|c0=c0|c1=c0" : null;
        // In a video, the sound starts at the beginning of the file, and gaps are filled with silence.
        var timed = format.Video is null ? null : $"aresample={rate}:async=1:first_pts=0";
        string[] filters = spread is null && timed is null ? [] : ["-af", string.Join(',', new[] { spread, timed }.OfType<string>())];
        // By default ffmpeg reads 4 kB of a WAV file at a time, and spends most of its time between the blocks.
        string[] large = format.IsWav ? ["-max_size", $"{WavPacketBytes}"] : [];
        long frames = 0;
        // On its own thread: a pipe holds 64 kB, and switching threads for each would take longer than reading.
        var output = PipeTarget.Create((stream, token) => Task.Factory.StartNew(() => Read(stream), token, TaskCreationOptions.LongRunning, TaskScheduler.Default));
        void Read(Stream stream)
        {
            // 16-bit samples that stay 16-bit are piped as such, which halves the data.
            var frameBytes = channels * (narrow ? sizeof(short) : sizeof(float));
            var wide = new float[narrow ? BlockFrames * channels : 0];
            // A block is processed while the next is read, so that neither waits for the other.
            var (next, current) = (new byte[BlockFrames * frameBytes], new byte[BlockFrames * frameBytes]);
            var work = Task.CompletedTask;
            int filled;
            do
            {
                filled = stream.ReadAtLeast(next, next.Length, throwOnEndOfStream: false);
                work.GetAwaiter().GetResult();
                cancel.ThrowIfCancellationRequested();
                (next, current) = (current, next);
                var count = filled / frameBytes;
                frames += count;
                if (frames > (long)LongestSeconds * rate) throw TooLong(name);
                var block = current;
                work = Task.Run(() => Hand(block.AsSpan(0, count * frameBytes)), CancellationToken.None);
                if (format.Seconds > 0) progress?.Report(Math.Min(1, frames / (format.Seconds.Value * rate)));
            }
            while (filled == next.Length);
            work.GetAwaiter().GetResult();

            void Hand(ReadOnlySpan<byte> bytes)
            {
                if (!narrow)
                {
                    take(MemoryMarshal.Cast<byte, float>(bytes));
                    return;
                }
                var samples = MemoryMarshal.Cast<byte, short>(bytes);
                Pcm16.Widen(samples, wide);
                take(wide.AsSpan(0, samples.Length));
            }
        }
        var damaged = false;
        try
        {
            damaged = (await MediaTool.RunAsync(
                "ffmpeg",
                ["-nostdin", "-v", "error", .. Guard, .. large, "-i", $"file:{path}", "-map", "0:a:0", "-vn", .. filters,
                    "-ar", $"{rate}", "-ac", $"{channels}", "-f", narrow ? "s16le" : "f32le", "-flush_packets", "0", "-protocol_whitelist", "pipe", "pipe:1"],
                null, output, MediaTool.Long, cancel)).Length > 0;
        }
        catch (MediaToolException)
        {
            // The part before the damage is used.
            if (frames < rate * LeastPartSeconds) throw NotSound(name);
            damaged = true;
        }
        if (frames == 0) throw damaged ? NotSound(name) : new RuleException($"{name} has no audio. Choose another file.");
        var claimed = (long)Math.Round((format.Seconds ?? 0) * rate);
        // Intact files too declare slightly wrong lengths.
        return new(frames, (damaged || !Estimated(format)) && claimed - frames > rate * LeastMissingSeconds ? claimed - frames : 0);
    }

    /// <summary>Whether the declared length of a codec is an estimate from the file size.</summary>
    private static bool Estimated(SoundFormat format) => format.Codec is "mp3" or "aac";

    private static RuleException NotSound(string name) => new($"{name} is not a sound that can be read. Use {Formats}.");

    internal static RuleException TooLong(string name) => new($"{name} is longer than 4 hours. Split it and add the parts.");
}

/// <summary>Receives a block of interleaved samples.</summary>
public delegate void SamplesTaker(ReadOnlySpan<float> samples);

/// <summary>The contents of a sound file.</summary>
/// <param name="Codec">ffmpeg's name of the codec.</param>
/// <param name="SampleRate">Frames per second.</param>
/// <param name="Channels">Samples per frame.</param>
/// <param name="Seconds">The declared length, or null if unknown.</param>
/// <param name="Tags">The rights in its tags.</param>
/// <param name="HasCover">Whether it has a cover picture.</param>
/// <param name="Is16Bit">Whether its samples have 16 bits.</param>
/// <param name="IsWav">Whether its container is WAV.</param>
/// <param name="Video">Its video; null if there is none.</param>
public sealed record SoundFormat(string Codec, int SampleRate, int Channels, double? Seconds, Rights Tags, bool HasCover, bool Is16Bit, bool IsWav, VideoFormat? Video)
{
    /// <summary>Whether it has sound. Otherwise it has a video.</summary>
    public bool HasSound => Codec.Length > 0;
}

/// <summary>The result of decoding.</summary>
/// <param name="Frames">The number of frames decoded.</param>
/// <param name="MissingFrames">The number of frames missing from a damaged file; otherwise 0.</param>
public readonly record struct Decoded(long Frames, long MissingFrames);
