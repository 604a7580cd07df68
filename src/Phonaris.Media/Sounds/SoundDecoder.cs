using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Media.Videos;

namespace Phonaris.Media.Sounds;

/// <summary>Reads sound files of any common format through ffmpeg, which is limited to local files and to the containers listed here.</summary>
public static class SoundDecoder
{
    /// <summary>The longest sound taken, in seconds: four hours.</summary>
    public const int LongestSeconds = 4 * 3600;

    /// <summary>What can be read, for messages.</summary>
    public const string Formats = "WAV, MP3, Ogg Vorbis, Opus, FLAC, M4A/AAC, WMA, AIFF or a film";

    private const string Containers = "wav,w64,mp3,ogg,flac,mov,aac,asf,aiff,caf,matroska,avi,mpegts,mpeg";

    /// <summary>Frames read and handed on at once.</summary>
    private const int BlockFrames = 65_536;

    private const int WavPacketBytes = 262_144;

    private const int LowestRate = 1000, HighestRate = 768_000;

    /// <summary>A damaged file with less than this is refused.</summary>
    private const double LeastPartSeconds = 0.1;

    private const double LeastMissingSeconds = 0.25;

    /// <summary>Only local files, and only these containers: what a file refers to is not opened.</summary>
    internal static readonly string[] Guard = ["-protocol_whitelist", "file", "-format_whitelist", Containers];

    /// <summary>Looks at a file's first sound stream, and at its moving pictures, without decoding them.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The file is empty or holds no sound that can be read.</exception>
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

    /// <summary>Takes the cover picture out of a file that has one.</summary>
    /// <param name="path">The file.</param>
    /// <param name="picture">The PNG file to write, at most 256 pixels wide.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="MediaToolException">There is none that can be read.</exception>
    internal static Task CoverAsync(string path, string picture, CancellationToken cancel) => MediaTool.RunAsync(
        "ffmpeg",
        ["-nostdin", "-v", "error", .. Guard, "-i", $"file:{path}", "-map", "0:v:0", "-frames:v", "1", "-vf", "scale='min(256,iw)':-1",
            "-f", "apng", "-protocol_whitelist", "file", "-y", $"file:{picture}"],
        null, null, MediaTool.Quick, cancel);

    /// <summary>Decodes a file to the engine's format and hands the samples on in blocks.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="format">What <see cref="ProbeAsync"/> found.</param>
    /// <param name="take">Takes interleaved stereo at 48 kHz, whole frames.</param>
    /// <param name="progress">Receives the progress from 0 to 1, where the length is known beforehand.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>What was decoded; of a damaged file as much as could be.</returns>
    /// <exception cref="RuleException">Nothing can be decoded, or it is too long, or holds nothing.</exception>
    public static Task<Decoded> DecodeAsync(
        string path, string name, SoundFormat format, SamplesTaker take, IProgress<double>? progress, CancellationToken cancel) =>
        ReadAsync(path, name, format, Frames.PerSecond, Frames.Channels, narrow: false, take, progress, cancel);

    /// <summary>Decodes a file at its own rate and with its own channels, to be measured.</summary>
    /// <inheritdoc cref="DecodeAsync"/>
    public static Task<Decoded> DecodeAsIsAsync(string path, string name, SoundFormat format, SamplesTaker take, CancellationToken cancel) =>
        ReadAsync(path, name, format, format?.SampleRate ?? 0, format?.Channels ?? 0, format?.Is16Bit ?? false, take, null, cancel);

    private static async Task<Decoded> ReadAsync(
        string path, string name, SoundFormat format, int rate, int channels, bool narrow, SamplesTaker take, IProgress<double>? progress,
        CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(format);
        ArgumentNullException.ThrowIfNull(take);
        // ffmpeg takes 3 dB off a mono sound made stereo; one side must simply be both.
        var spread = format.Channels == 1 && channels == 2 ? "pan=stereo|c0=c0|c1=c0" : null;
        // Beside pictures, a sound begins where the file does, and what is missing in it is silence.
        var timed = format.Video is null ? null : $"aresample={rate}:async=1:first_pts=0";
        string[] filters = spread is null && timed is null ? [] : ["-af", string.Join(',', new[] { spread, timed }.OfType<string>())];
        // Unasked, ffmpeg takes 4 kB of a WAV file at a time, and spends most of its time on going from one to the next.
        string[] large = format.IsWav ? ["-max_size", $"{WavPacketBytes}"] : [];
        long frames = 0;
        // On a thread of its own: a pipe holds 64 kB, and changing threads for each would take longer than reading it.
        var output = PipeTarget.Create((stream, token) => Task.Factory.StartNew(() => Read(stream), token, TaskCreationOptions.LongRunning, TaskScheduler.Default));
        void Read(Stream stream)
        {
            // 16 bit that are to stay as they are come as such: half as much through the pipe.
            var frameBytes = channels * (narrow ? sizeof(short) : sizeof(float));
            var wide = new float[narrow ? BlockFrames * channels : 0];
            // What came is worked on while the next is read; then neither waits for the other.
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
            // What came before the damage is worth having.
            if (frames < rate * LeastPartSeconds) throw NotSound(name);
            damaged = true;
        }
        if (frames == 0) throw damaged ? NotSound(name) : new RuleException($"{name} has no audio. Choose another file.");
        var claimed = (long)Math.Round((format.Seconds ?? 0) * rate);
        // Lengths are claimed a little wrongly even by whole files.
        return new(frames, (damaged || !Estimated(format)) && claimed - frames > rate * LeastMissingSeconds ? claimed - frames : 0);
    }

    /// <summary>Whether a coding's claimed length is a guess from its size.</summary>
    private static bool Estimated(SoundFormat format) => format.Codec is "mp3" or "aac";

    private static RuleException NotSound(string name) => new($"{name} is not a sound that can be read. Use {Formats}.");

    internal static RuleException TooLong(string name) => new($"{name} is longer than 4 hours. Split it and add the parts.");
}

/// <summary>Takes a block of interleaved samples.</summary>
public delegate void SamplesTaker(ReadOnlySpan<float> samples);

/// <summary>What a sound file holds.</summary>
/// <param name="Codec">ffmpeg's name of the coding.</param>
/// <param name="SampleRate">Frames a second.</param>
/// <param name="Channels">Samples in a frame.</param>
/// <param name="Seconds">Its length as it claims, or null when it does not say.</param>
/// <param name="Tags">What its tags say of whose it is.</param>
/// <param name="HasCover">Whether it has a cover picture.</param>
/// <param name="Is16Bit">Whether its samples are of 16 bit.</param>
/// <param name="IsWav">Whether its container is WAV.</param>
/// <param name="Video">Its moving pictures; null for none.</param>
public sealed record SoundFormat(string Codec, int SampleRate, int Channels, double? Seconds, Rights Tags, bool HasCover, bool Is16Bit, bool IsWav, VideoFormat? Video)
{
    /// <summary>Whether there is a sound; where not, there are pictures.</summary>
    public bool HasSound => Codec.Length > 0;
}

/// <summary>What came out of decoding.</summary>
/// <param name="Frames">The frames decoded.</param>
/// <param name="MissingFrames">How many more the file claims to hold, where it is damaged; else 0.</param>
public readonly record struct Decoded(long Frames, long MissingFrames);
