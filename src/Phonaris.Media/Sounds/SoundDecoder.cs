using System.Runtime.InteropServices;
using System.Text.Json;
using CliWrap;
using Phonaris.Core;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>Reads sound files of any common format through ffmpeg, which is limited to local files and to the containers listed here.</summary>
public static class SoundDecoder
{
    /// <summary>The longest sound taken, in seconds: four hours.</summary>
    public const int LongestSeconds = 4 * 3600;

    /// <summary>What can be read, for messages.</summary>
    public const string Formats = "WAV, MP3, Ogg Vorbis, Opus, FLAC, M4A/AAC, WMA and AIFF";

    private const string Containers = "wav,w64,mp3,ogg,flac,mov,aac,asf,aiff,caf,matroska";

    private static readonly string[] Guard = ["-protocol_whitelist", "file", "-format_whitelist", Containers];

    /// <summary>Looks at a file's first sound stream without decoding it.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">What to call it in messages.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The file is empty or holds no sound that can be read.</exception>
    public static async Task<SoundFormat> ProbeAsync(string path, string name, CancellationToken cancel)
    {
        if (new FileInfo(path).Length == 0) throw new RuleException($"{name} is empty. Bring in a file that holds sound.");
        using var json = new MemoryStream();
        try
        {
            await MediaTool.RunAsync(
                "ffprobe",
                ["-v", "error", .. Guard, "-select_streams", "a:0", "-show_entries", "stream=codec_name,sample_rate,channels:format=duration",
                    "-of", "json", $"file:{path}"],
                null, PipeTarget.ToStream(json), cancel);
        }
        catch (MediaToolException)
        {
            throw NotSound(name);
        }
        using var probed = JsonDocument.Parse(json.ToArray());
        if (!probed.RootElement.TryGetProperty("streams", out var streams) || streams.GetArrayLength() == 0) throw NotSound(name);
        var stream = streams[0];
        var (rate, channels) = (int.Parse(stream.GetProperty("sample_rate").GetString()!), stream.GetProperty("channels").GetInt32());
        if (rate <= 0 || channels <= 0) throw NotSound(name);
        double? seconds = probed.RootElement.GetProperty("format").TryGetProperty("duration", out var d)
            && double.TryParse(d.GetString(), out var s) ? s : null;
        if (seconds > LongestSeconds) throw TooLong(name);
        return new(stream.GetProperty("codec_name").GetString()!, rate, channels, seconds);
    }

    /// <summary>Decodes a file to the engine's format and hands the samples on in blocks.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">What to call it in messages.</param>
    /// <param name="format">What <see cref="ProbeAsync"/> found.</param>
    /// <param name="take">Takes interleaved stereo at 48 kHz, whole frames.</param>
    /// <param name="progress">Told the fraction done, where the length is known beforehand.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The frames decoded.</returns>
    /// <exception cref="RuleException">It cannot be decoded, is too long, or holds nothing.</exception>
    public static Task<long> DecodeAsync(
        string path, string name, SoundFormat format, SamplesTaker take, IProgress<double>? progress, CancellationToken cancel) =>
        ReadAsync(path, name, format, Frames.PerSecond, Frames.Channels, take, progress, cancel);

    /// <summary>Decodes a file at its own rate and with its own channels, to be measured.</summary>
    /// <inheritdoc cref="DecodeAsync"/>
    public static Task<long> DecodeAsIsAsync(string path, string name, SoundFormat format, SamplesTaker take, CancellationToken cancel) =>
        ReadAsync(path, name, format, format?.SampleRate ?? 0, format?.Channels ?? 0, take, null, cancel);

    private static async Task<long> ReadAsync(
        string path, string name, SoundFormat format, int rate, int channels, SamplesTaker take, IProgress<double>? progress,
        CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(format);
        ArgumentNullException.ThrowIfNull(take);
        // ffmpeg takes 3 dB off a mono sound made stereo; one side must simply be both.
        string[] spread = format.Channels == 1 && channels == 2 ? ["-af", "pan=stereo|c0=c0|c1=c0"] : [];
        long frames = 0;
        var output = PipeTarget.Create(async (stream, token) =>
        {
            var frameBytes = channels * sizeof(float);
            var buffer = new byte[16384 * frameBytes];
            var filled = 0;
            int read;
            while ((read = await stream.ReadAsync(buffer.AsMemory(filled), token)) > 0)
            {
                filled += read;
                var whole = filled - filled % frameBytes;
                take(MemoryMarshal.Cast<byte, float>(buffer.AsSpan(0, whole)));
                buffer.AsSpan(whole, filled - whole).CopyTo(buffer);
                filled -= whole;
                frames += whole / frameBytes;
                if (frames > (long)LongestSeconds * rate) throw TooLong(name);
                if (format.Seconds > 0) progress?.Report(Math.Min(1, frames / (format.Seconds.Value * rate)));
            }
        });
        try
        {
            await MediaTool.RunAsync(
                "ffmpeg",
                ["-nostdin", "-v", "error", .. Guard, "-i", $"file:{path}", "-map", "0:a:0", "-vn", .. spread,
                    "-ar", $"{rate}", "-ac", $"{channels}", "-f", "f32le", "-protocol_whitelist", "pipe", "pipe:1"],
                null, output, cancel);
        }
        catch (MediaToolException)
        {
            throw NotSound(name);
        }
        return frames > 0 ? frames : throw new RuleException($"{name} holds no sound: its length is zero.");
    }

    private static RuleException NotSound(string name) => new($"{name} is not a sound that can be read. {Formats} can.");

    private static RuleException TooLong(string name) => new($"{name} is longer than four hours. Cut it into parts and bring those in.");
}

/// <summary>Takes a block of interleaved samples.</summary>
public delegate void SamplesTaker(ReadOnlySpan<float> samples);

/// <summary>What a sound file holds.</summary>
/// <param name="Codec">ffmpeg's name of the coding.</param>
/// <param name="SampleRate">Frames a second.</param>
/// <param name="Channels">Samples in a frame.</param>
/// <param name="Seconds">Its length as it claims, or null when it does not say.</param>
public sealed record SoundFormat(string Codec, int SampleRate, int Channels, double? Seconds);
