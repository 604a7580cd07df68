using System.Runtime.InteropServices;
using CliWrap;
using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>Writes a show's sound to a file, 48 kHz stereo.</summary>
public static class SoundEncoder
{
    /// <summary>Renders and writes the frames from <paramref name="start"/> to <paramref name="end"/>.</summary>
    /// <param name="schedule">The schedule.</param>
    /// <param name="open">Opens the decoded sound with a content hash.</param>
    /// <param name="start">The first frame at 48 kHz.</param>
    /// <param name="end">The frame after the last.</param>
    /// <param name="format">The file format.</param>
    /// <param name="path">The file to write. It appears complete or not at all.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="stem">The cues of the stem, before limiting; null for the mix.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static Task WriteAsync(
        Schedule schedule, Func<SoundSource, ISoundReader> open, long start, long end, SoundFileFormat format, string path,
        IProgress<double>? progress, CancellationToken cancel, IReadOnlySet<string>? stem = null) =>
        EncodeAsync(Mixed(schedule, open, start, end, progress, stem), Coding(format), path, cancel);

    /// <summary>
    /// Writes a stem of some cues, before limiting, as WAV with 32-bit floats: nothing is rounded or clipped, so stems of all
    /// cues add up to the sum.
    /// </summary>
    /// <param name="schedule">The schedule.</param>
    /// <param name="open">Opens the decoded sound with a content hash.</param>
    /// <param name="cueIds">The cues.</param>
    /// <param name="start">The first frame at 48 kHz.</param>
    /// <param name="end">The frame after the last.</param>
    /// <param name="path">The file to write. It appears complete or not at all.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static Task WriteStemAsync(
        Schedule schedule, Func<SoundSource, ISoundReader> open, IReadOnlySet<string> cueIds, long start, long end, string path, IProgress<double>? progress, CancellationToken cancel) =>
        EncodeAsync(Mixed(schedule, open, start, end, progress, cueIds), ["-c:a", "pcm_f32le", "-rf64", "auto", "-f", "wav"], path, cancel);

    /// <summary>Writes a sound.</summary>
    /// <param name="sound">The sound.</param>
    /// <param name="format">wav or flac.</param>
    /// <param name="path">The file to write. It appears complete or not at all.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static Task WriteAsync(ISoundReader sound, SoundFileFormat format, string path, CancellationToken cancel) =>
        EncodeAsync(Samples(sound, null), Coding(format), path, cancel);

    /// <summary>The approximate size of a compressed copy, in bytes per second.</summary>
    public const long LighterBytesPerSecond = 24_000;

    /// <summary>Writes a compressed copy of a sound: Ogg Vorbis at transparent quality, with the same length to the frame.</summary>
    /// <param name="sound">The sound.</param>
    /// <param name="path">The file to write. It appears complete or not at all.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static Task LighterAsync(ISoundReader sound, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(sound);
        return EncodeAsync(Samples(sound, progress), ["-c:a", "libvorbis", "-q:a", "6", "-f", "ogg"], path, cancel);
    }

    /// <summary>The ffmpeg arguments for the samples on standard input.</summary>
    internal static readonly string[] FromPipe = ["-v", "error", "-f", "f32le", "-ar", $"{Frames.PerSecond}", "-ac", $"{Frames.Channels}", "-i", "pipe:0"];

    /// <summary>The ffmpeg arguments for lossless coding.</summary>
    internal static readonly string[] Flac = ["-c:a", "flac", "-sample_fmt", "s32", "-bits_per_raw_sample", "24"];

    /// <summary>The ffmpeg arguments for lossless coding in 16 bits.</summary>
    internal static readonly string[] LightFlac = ["-c:a", "flac", "-sample_fmt", "s16"];

    /// <summary>A part of a schedule, rendered as it is read: the mix, or a stem before limiting.</summary>
    internal static PipeSource Mixed(Schedule schedule, Func<SoundSource, ISoundReader> open, long start, long end, IProgress<double>? progress, IReadOnlySet<string>? stem = null) =>
        PipeSource.Create(async (stream, token) =>
        {
            var bytes = new byte[Mixer.StretchFrames * Frames.Channels * sizeof(float)];
            long written = 0;
            await foreach (var block in MixStream.RenderAsync(schedule, open, start, end, token, stem))
            {
                MemoryMarshal.AsBytes(block.Span).CopyTo(bytes);
                await stream.WriteAsync(bytes.AsMemory(0, block.Length * sizeof(float)), token);
                progress?.Report((double)(written += block.Length / Frames.Channels) / (end - start));
            }
        });

    private static string[] Coding(SoundFileFormat format) => format switch
    {
        SoundFileFormat.Wav => ["-c:a", "pcm_s24le", "-rf64", "auto", "-f", "wav"],
        SoundFileFormat.PlainWav => ["-c:a", "pcm_s16le", "-f", "wav"],
        SoundFileFormat.Flac => [.. Flac, "-f", "flac"],
        SoundFileFormat.Mp3 => ["-c:a", "libmp3lame", "-b:a", "256k", "-f", "mp3"],
        SoundFileFormat.Opus => ["-c:a", "libopus", "-b:a", "160k", "-f", "ogg"],
        // At this bit rate the faster of the two coders is as good, without its tools for low rates.
        _ => ["-c:a", "aac", "-b:a", "256k", "-aac_coder", "fast", "-aac_tns", "0", "-aac_is", "0", "-aac_pns", "0", "-movflags", "+faststart", "-f", "ipod"],
    };

    private static PipeSource Samples(ISoundReader sound, IProgress<double>? progress) => PipeSource.Create(async (stream, token) =>
    {
        var bytes = new byte[Mixer.StretchFrames * Frames.Channels * sizeof(float)];
        for (long at = 0; at < sound.Frames; at += Mixer.StretchFrames)
        {
            var block = bytes.AsMemory(0, (int)Math.Min(Mixer.StretchFrames, sound.Frames - at) * Frames.Channels * sizeof(float));
            sound.Read(at, MemoryMarshal.Cast<byte, float>(block.Span));
            await stream.WriteAsync(block, token);
            progress?.Report((double)at / sound.Frames);
        }
    });

    private static Task EncodeAsync(PipeSource samples, string[] coding, string path, CancellationToken cancel) =>
        WholeFile.WriteAsync(path, partial => MediaTool.RunAsync(
            "ffmpeg",
            [.. FromPipe, .. coding, "-y", $"file:{partial}"],
            samples, null, MediaTool.Long, cancel));
}
